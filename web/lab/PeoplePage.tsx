import { Button, TextInput } from '@mantine/core';
import { useRef } from 'react';
import { v7 as newId } from 'uuid';
import { z } from 'zod';
import { useChange, useLab } from '../api/queries.ts';
import { useSchemaForm } from '../shell/form.ts';
import classes from './LabPage.module.css';

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
    </section>
  );
}
