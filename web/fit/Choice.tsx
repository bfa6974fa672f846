import { Taps } from '../shell/Taps.tsx';

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
    <Taps
      asks={asks}
      answers={answers}
      isPressed={(answer) => value === answer}
      onTap={(answer) => onChange(value === answer ? undefined : answer)}
    />
  );
}
