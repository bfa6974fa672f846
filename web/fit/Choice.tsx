import classes from './FitPage.module.css';

/** One question of a try-on: a tap answers it, the same tap again takes the answer back. */
export function Choice<T extends string | number | boolean>({
  asks,
  answers,
  value,
  onChange,
}: {
  asks: string;
  answers: readonly (readonly [value: T, words: string])[];
  value: T | undefined;
  onChange: (value: T | undefined) => void;
}) {
  return (
    <fieldset className={classes.choice}>
      <legend>{asks}</legend>
      {answers.map(([answer, words]) => (
        <button
          key={String(answer)}
          type="button"
          aria-pressed={value === answer}
          onClick={() => onChange(value === answer ? undefined : answer)}
        >
          {words}
        </button>
      ))}
    </fieldset>
  );
}
