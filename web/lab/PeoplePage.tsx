import { Button, Textarea, TextInput } from '@mantine/core';
import { useRef } from 'react';
import { Link } from 'react-router';
import { v7 as newId } from 'uuid';
import { z } from 'zod';
import type { Lab } from '#contract/lab-records.ts';
import { usualSlope } from '#core/catalogue/slopes.ts';
import { writeNumber } from '#core/sizing/number-words.ts';
import { useChange, useLab } from '../api/queries.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { useSchemaForm } from '../shell/form.ts';
import { useUnits } from '../shell/units.ts';
import classes from './LabPage.module.css';

type Slope = Lab['slopes'][number];

const WAYS: Record<Slope['by'], string> = {
  size: 'a full size',
  wear: '100 km worn',
  'wear bare': '100 km worn, insole out',
};

/** How figures go with size and wear: what this lab found, and whether it stands in place of the usual. */
function Slopes({ slopes }: { slopes: Lab['slopes'] }) {
  const units = useUnits();
  const take = useChange('takeSlope');
  const usualOf = ({ quantity, by }: Slope) => usualSlope(units.define(quantity), by);
  const write = (row: Slope, { slope, u }: { slope: number; u: number }) =>
    usualOf(row)?.share
      ? `${writeNumber(slope, 1)} ± ${writeNumber(u, 1)} %`
      : units.write(row.quantity, slope, u).text;
  return (
    <>
      <h2>Figures against size and wear</h2>
      <p className="soft">
        By how much a figure changes from one full size to the next, and in 100 km. The usual slopes
        are common practice; a slope of this lab, from three editions or three pairs on, takes their
        place once it is surer.
      </p>
      {slopes.length > 0 && (
        <DataTable
          rows={slopes}
          keyOf={({ quantity, by }) => `${quantity} ${by}`}
          columns={[
            { head: 'Quantity', cell: ({ quantity }) => units.define(quantity).name },
            { head: 'By', cell: ({ by }) => WAYS[by] },
            { head: 'Here, give or take', cell: (row) => write(row, row), figure: true },
            {
              head: 'Usual, give or take',
              cell: (row) => {
                const usual = usualOf(row);
                return usual ? write(row, usual) : '';
              },
              figure: true,
            },
            {
              head: 'From',
              cell: ({ by, groups }) => `${groups} ${by === 'size' ? 'editions' : 'pairs'}`,
            },
            {
              head: 'In use',
              cell: ({ quantity, by, inUse, isSurer, isFar }) => {
                if (!isSurer) return 'the usual, surer';
                if (inUse && !isFar) return 'this lab’s';
                return (
                  <Button
                    size="compact-xs"
                    variant="default"
                    aria-label={`${inUse ? 'Leave' : 'Take over'} the slope of ${units.define(quantity).name} by ${WAYS[by]}`}
                    onClick={() =>
                      take.mutate({
                        body: {
                          quantity,
                          by,
                          taken: !inUse,
                          reason: inUse ? 'left at the bench' : 'looked at, and taken over',
                        },
                      })
                    }
                  >
                    {inUse ? 'this lab’s; leave it' : 'far from the usual: take it over'}
                  </Button>
                );
              },
            },
          ]}
        />
      )}
      {take.isError && (
        <p role="alert" className="look-here">
          {take.error.message}
        </p>
      )}
    </>
  );
}

/** Who sends parcels: it stands on return notes. */
function Sender({ known }: { known: string }) {
  const set = useChange('setSender');
  const { form, drop, refuse } = useSchemaForm(
    z.object({ sender: z.string() }),
    { sender: known },
    'sender',
    'sender',
  );
  return (
    <form
      noValidate
      onSubmit={form.onSubmit(({ sender }) =>
        set.mutate(
          { body: { sender } },
          {
            onError: refuse,
            onSuccess: () => {
              drop();
              form.resetDirty();
            },
          },
        ),
      )}
    >
      <Textarea
        label="Who sends parcels"
        description="Name, street, how to be reached. It stands on return notes from then on."
        size="xs"
        autosize
        minRows={2}
        maxLength={300}
        {...form.getInputProps('sender')}
      />
      <Button type="submit" size="xs" variant="default" mt={6}>
        Keep the sender
      </Button>{' '}
      {set.isSuccess && !form.isDirty() && <span role="status">Kept.</span>}
    </form>
  );
}

/** People by code, and what the lab has learned of mass against size. */
export function PeoplePage() {
  const lab = useLab();
  const add = useChange('addPerson');
  const id = useRef(newId());
  const { form, drop, refuse } = useSchemaForm(
    z.object({ code: z.string() }),
    { code: '' },
    'code',
    'person',
  );
  if (!lab.data) return null;
  const { people, exponent } = lab.data;
  const submit = form.onSubmit(({ code }) =>
    add.mutate(
      { body: { id: id.current, code, role: 'bench' } },
      {
        onSuccess: () => {
          id.current = newId();
          form.reset();
          drop();
        },
        onError: refuse,
      },
    ),
  );
  return (
    <section className={classes.columns}>
      <div>
        <h2>People</h2>
        <p className="soft">By code, never by name. A tester stays a code on every sheet.</p>
        <p className="figure">
          {people.length === 0 && 'nobody yet'}
          {people.map(({ code, role }, at) => (
            <span key={code}>
              {at > 0 && ' · '}
              {role === 'tester' ? <Link to={`/testers/${code}`}>{code}</Link> : code} {role}
            </span>
          ))}
        </p>
        <form onSubmit={submit} className={classes.add} noValidate>
          <TextInput
            size="xs"
            aria-label="Code of a person"
            placeholder="B1"
            {...form.getInputProps('code')}
          />
          <Button type="submit" size="xs" variant="default">
            Add to the bench
          </Button>
        </form>
        <Sender known={lab.data.sender} />
      </div>
      <div>
        <h2>Mass against size</h2>
        <p>
          Mass goes with last length to the power{' '}
          <span className="figure">
            {exponent.k.toFixed(2)} ± {exponent.uK.toFixed(2)}
          </span>{' '}
          {exponent.df === null
            ? 'by common practice, until this lab has weighed editions in several sizes.'
            : 'from shoes weighed here in several sizes.'}
        </p>
      </div>
      <div className={classes.whole}>
        <Slopes slopes={lab.data.slopes} />
      </div>
    </section>
  );
}
