import { Button, Checkbox, Stack } from '@mantine/core';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { nameStackBasis } from '#core/basis.ts';
import { protocolsFor, type ToolName } from '#core/protocol.ts';
import { useChange } from '../api/queries.ts';

const CHOICES: { tool: ToolName; says: string }[] = [
  { tool: 'ruler', says: 'reads the sidewall from outside' },
  { tool: 'caliper', says: 'long jaws that reach into the shoe' },
  { tool: 'needle gauge', says: 'a needle through the sole against a plate' },
  { tool: 'scale', says: 'weighs one shoe' },
];

/** At the first start: which tools are there? This sets the first protocol and stack basis. */
export function FirstStart() {
  const [tools, setTools] = useState<ToolName[]>([]);
  const setUp = useChange('setUpLab');
  const navigate = useNavigate();
  const first = tools.length > 0 ? protocolsFor(tools)[0] : undefined;
  const measures = first?.stations.some((station) => station.quantity === 'heel-stack');
  return (
    <div style={{ padding: '40px 32px', maxWidth: 640 }}>
      <h1>Which tools do you own?</h1>
      <p style={{ margin: '8px 0 20px' }}>
        What stack height means depends on how it can be taken. Your tools set the first protocol;
        all figures say which one they were taken by.
      </p>
      <Checkbox.Group
        value={tools}
        onChange={(value) => setTools(value as ToolName[])}
        aria-label="Tools"
      >
        <Stack gap="sm">
          {CHOICES.map(({ tool, says }) => (
            <Checkbox
              key={tool}
              value={tool}
              label={<span style={{ textTransform: 'capitalize' }}>{tool}</span>}
              description={says}
            />
          ))}
        </Stack>
      </Checkbox.Group>
      <p style={{ margin: '20px 0', minHeight: '3em' }} aria-live="polite">
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
      <Button
        disabled={tools.length === 0}
        loading={setUp.isPending}
        onClick={() => {
          // Once set up, this page is gone before a callback of its own would be called.
          setUp.mutateAsync({ body: { tools } }).then(
            () => navigate('/receive'),
            () => {
              // The fault is shown below.
            },
          );
        }}
      >
        Set up the bench
      </Button>
      {setUp.isError && (
        <p role="alert" className="look-here">
          {setUp.error.message}
        </p>
      )}
    </div>
  );
}
