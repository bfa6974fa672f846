import { Button, TextInput } from '@mantine/core';
import type { ComponentProps, FormEvent, ReactNode } from 'react';
import classes from './LabPage.module.css';

/** The form of a line that the lab draws elsewhere: what it becomes, and why. */
export function LineForm({
  name,
  why,
  saving,
  onSubmit,
  onDone,
  children,
}: {
  name: string;
  why: ComponentProps<typeof TextInput>;
  saving: boolean;
  onSubmit: (event?: FormEvent<HTMLFormElement>) => void;
  onDone: () => void;
  children: ReactNode;
}) {
  return (
    <form onSubmit={onSubmit} noValidate aria-label={name}>
      <div className={classes.fields}>
        {children}
        <TextInput size="xs" label="Why" {...why} />
        <span>
          <Button type="submit" size="xs" loading={saving}>
            Change it
          </Button>{' '}
          <Button size="xs" variant="default" onClick={onDone}>
            Leave it
          </Button>
        </span>
      </div>
    </form>
  );
}
