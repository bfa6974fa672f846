import { Button, Checkbox, SimpleGrid } from '@mantine/core';
import type { FormEvent } from 'react';
import { Link, useNavigate } from 'react-router';
import { protocolsFor } from '#core/catalogue/protocol.ts';
import type { ToolName } from '#core/catalogue/tools.ts';
import { nameStackBasis } from '#core/figures/basis.ts';
import { useChange } from '../api/queries.ts';
import { useDraft } from '../kit/draft.ts';
import classes from './FirstStart.module.css';

const CHOICES: { tool: ToolName; says: string }[] = [
  { tool: 'ruler', says: 'reads the sidewall from outside' },
  { tool: 'caliper', says: 'long jaws that reach into the shoe' },
  { tool: 'needle gauge', says: 'a needle through the sole against a plate' },
  { tool: 'scale', says: 'weighs one shoe' },
  { tool: 'length gauge', says: 'inside length, heel to toe end' },
  { tool: 'tape', says: 'girths of boots' },
  { tool: 'angle gauge', says: 'rocker, bevel, tilt' },
  { tool: 'durometer A', says: 'hardness of rubber' },
  { tool: 'durometer C', says: 'hardness of foam' },
  { tool: 'bend fixture', says: 'moment against angle' },
  { tool: 'twist fixture', says: 'torque against angle' },
  { tool: 'press fixture', says: 'force against displacement' },
  { tool: 'room climate', says: 'temperature and humidity' },
];

/** At the first start: which tools are there? This sets the first protocol and stack basis. */
export function FirstStart() {
  const [{ tools }, put, drop] = useDraft('first start', { tools: [] as ToolName[] });
  const setUp = useChange('setUpLab');
  const navigate = useNavigate();
  const first = tools.length > 0 ? protocolsFor(tools)[0] : undefined;
  const measures = first?.stations.some((station) => station.quantity === 'heel-stack');
  function begin(event: FormEvent): void {
    event.preventDefault();
    // Once set up, this page is gone before a callback of its own would be called.
    setUp.mutateAsync({ body: { tools } }).then(
      () => {
        drop();
        void navigate('/receive');
      },
      () => {
        // The fault is shown below.
      },
    );
  }
  return (
    <form className={classes.page} aria-label="First start" onSubmit={begin}>
      <h1>Which tools do you own?</h1>
      <p className={classes.lead}>
        What stack height means depends on how it can be taken. Your tools set the first protocol;
        all figures say which one they were taken by.
      </p>
      <Checkbox.Group
        value={tools}
        onChange={(value) => put({ tools: value as ToolName[] })}
        aria-label="Tools"
      >
        <SimpleGrid cols={{ base: 1, xs: 2 }} spacing="xs">
          {CHOICES.map(({ tool, says }) => (
            <Checkbox
              key={tool}
              value={tool}
              label={<span style={{ textTransform: 'capitalize' }}>{tool}</span>}
              description={says}
            />
          ))}
        </SimpleGrid>
      </Checkbox.Group>
      <p className={classes.protocol} aria-live="polite">
        {first &&
          (measures ? (
            <>
              Your first protocol: <strong>{first.name}</strong>. Stack is taken{' '}
              {nameStackBasis(first.stack)}
              {tools.includes('scale')
                ? ', and each shoe is weighed.'
                : '. Without a scale, no mass.'}
            </>
          ) : (
            <>With a scale alone you can weigh shoes; stack and drop need a ruler at least.</>
          ))}
      </p>
      <Button type="submit" disabled={tools.length === 0} loading={setUp.isPending}>
        Set up the bench
      </Button>
      <p className={classes.further}>
        New at a bench? <Link to="/guide/practice">Ten minutes of practice</Link> on simulated
        shoes, or <Link to="/guide/shoe">the shoe, part by part</Link>.
      </p>
      <p className={classes.further}>
        Do you already have a lab? Bring it in from <Link to="/lab/whole">a package of it</Link>, or
        from <Link to="/lab/copies">a backup of its database</Link>.
      </p>
      {setUp.isError && (
        <p role="alert" className="look-here">
          {setUp.error.message}
        </p>
      )}
    </form>
  );
}
