import { IconRulerMeasure, IconUser } from '@tabler/icons-react';
import type { ComponentProps } from 'react';
import { usePerson } from '../api/person.ts';
import classes from './StepBar.module.css';

/** Who is at the bench: opens the menu of people. */
export function PersonButton(props: ComponentProps<'button'>) {
  const [person] = usePerson();
  return (
    <button
      {...props}
      type="button"
      className={classes.textButton}
      title="Who is at the bench"
      aria-label={person ? `At the bench: ${person}` : 'Who is at the bench?'}
    >
      <IconUser size={17} aria-hidden="true" />{' '}
      {person || <span className={classes.word}>Who?</span>}
    </button>
  );
}

/** Opens the menu of units. */
export function UnitsButton(props: ComponentProps<'button'>) {
  return (
    <button {...props} type="button" className={classes.textButton} title="Units">
      <IconRulerMeasure size={17} aria-hidden="true" /> <span className={classes.word}>Units</span>
    </button>
  );
}
