/** Numbers in forms of the lab, and the server's faults beside their fields. */
import type { UseFormReturnType } from '@mantine/form';
import { readPlainNumber } from '#core/sizing/delimited.ts';
import type { RequestFault } from '../api/request.ts';

/** A plain number, with a point or a comma; undefined where there is none. */
export const readNumber = (text: string): number | undefined => readPlainNumber(text, true);

/** Sets each fault of a refusal at its field; one without a field stands at `otherwise`. */
export function showFaults<T>(
  form: Pick<UseFormReturnType<T>, 'setFieldError' | 'values'>,
  fault: RequestFault,
  otherwise: keyof T & string,
): void {
  const faults = fault.problem?.errors ?? [];
  if (faults.length === 0) form.setFieldError(otherwise, fault.message);
  for (const { field, message } of faults) {
    const known = field in (form.values as object) ? field : otherwise;
    form.setFieldError(known, message);
  }
}
