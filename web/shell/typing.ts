import { useDebouncedValue } from '@mantine/hooks';

/** How long typing rests before what was typed is looked for. */
const TYPING_MS = 80;

/** What is typed, once typing rests. */
export const useRested = <Typed>(typed: Typed): Typed => useDebouncedValue(typed, TYPING_MS)[0];
