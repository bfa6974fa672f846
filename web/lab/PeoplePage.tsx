import { Button, TextInput } from '@mantine/core';
import { useRef } from 'react';
import { v7 as newId } from 'uuid';
import { z } from 'zod';
import type { Lab } from '#contract/lab-records.ts';
import type { QuantityId } from '#core/catalogue/quantities.ts';
import { useChange, useLab } from '../api/queries.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { useSchemaForm } from '../shell/form.ts';
import { useUnits } from '../shell/units.ts';
import classes from './LabPage.module.css';

/** How other figures go with size: what this lab found, and whether it stands in place of the usual. */
function Slopes({ slopes }: { slopes: Lab['slopes'] }) {
  const units = useUnits();
  const take = useChange('takeSlope');
  const usualOf = (quantity: QuantityId) => units.define(quantity).grades;
  return (
    <>
      <h2>Figures against size</h2>
      <p className="soft">
        By how much a figure changes from one full size to the next. The usual slopes are common
        practice; a slope of this lab, from three editions on, takes their place once it is surer.
      </p>
      {slopes.length > 0 && (
        <DataTable
          rows={slopes}
          keyOf={({ quantity }) => quantity}
          columns={[
            { head: 'Quantity', cell: ({ quantity }) => units.define(quantity).name },
            {
              head: 'Here, give or take',
              cell: ({ quantity, slope, u }) => units.write(quantity, slope, u).text,
              figure: true,
            },
            {
              head: 'Usual, give or take',
              cell: ({ quantity }) =>
                units.write(quantity, usualOf(quantity).slope, usualOf(quantity).u).text,
              figure: true,
            },
            { head: 'Editions', cell: ({ editions }) => editions, figure: true },
            {
              head: 'In use',
              cell: ({ quantity, inUse, isSurer, isFar }) => {
                if (!isSurer) return 'the usual, surer';
                if (inUse && !isFar) return 'this lab’s';
                return (
                  <Button
                    size="compact-xs"
                    variant="default"
                    aria-label={`${inUse ? 'Leave' : 'Take over'} the slope of ${units.define(quantity).name}`}
                    onClick={() =>
                      take.mutate({
                        body: {
                          quantity,
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

/** People by code, and what the lab has learned of mass against size. */
export function PeoplePage() {
  const lab = useLab();
  const add = useChange('addPerson');
  const id = useRef(newId());
  const { form, refuse } = useSchemaForm(z.object({ code: z.string() }), { code: '' }, 'code');
  if (!lab.data) return null;
  const { people, exponent } = lab.data;
  const submit = form.onSubmit(({ code }) =>
    add.mutate(
      { body: { id: id.current, code, role: 'bench' } },
      {
        onSuccess: () => {
          id.current = newId();
          form.reset();
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
          {people.map((person) => `${person.code} ${person.role}`).join(' · ') || 'nobody yet'}
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
      </div>
      <div>
        <h2>Mass against size</h2>
        <p>
          Mass goes with last length to the power{' '}
          <span className="figure">
            {exponent.k.toFixed(2)} ± {exponent.uK.toFixed(2)}
          </span>{' '}
          (u),{' '}
          {exponent.df === null
            ? 'common practice until this lab has weighed editions in several sizes.'
            : `from shoes weighed here in several sizes, ${exponent.df} degrees of freedom.`}
        </p>
      </div>
      <div className={classes.whole}>
        <Slopes slopes={lab.data.slopes} />
      </div>
    </section>
  );
}
