import classes from './Taps.module.css';

/** Words that are tapped on and off, under one question. */
export function Taps<T extends string | number | boolean>({
  asks,
  answers,
  isPressed,
  onTap,
  className = '',
}: {
  asks: string;
  answers: readonly (readonly [value: T, words: string])[];
  isPressed: (value: T) => boolean;
  onTap: (value: T) => void;
  className?: string | undefined;
}) {
  return (
    <fieldset className={`${classes.taps} ${className}`}>
      <legend>{asks}</legend>
      {answers.map(([answer, words]) => (
        <button
          key={String(answer)}
          type="button"
          aria-pressed={isPressed(answer)}
          onClick={() => onTap(answer)}
        >
          {words}
        </button>
      ))}
    </fieldset>
  );
}
