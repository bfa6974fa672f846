import { useDebouncedValue } from '@mantine/hooks';

/** How long typing rests before what was typed is looked for. */
const TYPING_MS = 80;

/** What is typed, once typing rests. Words only: an object is another at each rendering, and would never rest. */
export const useRested = (typed: string): string => useDebouncedValue(typed, TYPING_MS)[0];
