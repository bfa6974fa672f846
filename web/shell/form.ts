/**
 * The one way to make a form: its fields hold what was typed, its schema says what that means and what is
 * wrong with it, and what the server finds wrong stands at the field it is about.
 */
import { type UseFormInput, type UseFormReturnType, useForm } from '@mantine/form';
import { zod4Resolver } from 'mantine-form-zod-resolver';
import { useEffect } from 'react';
import type { ZodType } from 'zod';
import type { RequestFault } from '../api/request.ts';
import { dropDraft, withDraft, writeDraft } from '../kit/draft.ts';

type Fields = Record<string, unknown>;

/** Is there a field at a path such as `stations.0.repeats`? A list of fields is none. */
function isField(values: unknown, path: string): boolean {
  let part = values;
  for (const key of path.split('.')) {
    if (typeof part !== 'object' || part === null || !(key in part)) return false;
    part = (part as Fields)[key];
  }
  return typeof part !== 'object' || part === null;
}

/** Sets each fault of a refusal at its field; one without a field stands at `otherwise`. */
export function showFaults<T extends Fields>(
  form: Pick<UseFormReturnType<T>, 'setFieldError' | 'values'>,
  fault: RequestFault,
  otherwise: keyof T & string,
): void {
  const faults = fault.problem?.errors ?? [];
  if (faults.length === 0) form.setFieldError(otherwise, fault.message);
  for (const { field, message } of faults)
    form.setFieldError(isField(form.values, field) ? field : otherwise, message);
}

/** What fields mean as they stand, where they are read while they are typed; or what is wrong with which. */
export function readFields<Typed extends Fields, Meant>(
  schema: ZodType<Meant, Typed>,
  typed: Typed,
): { meant?: Meant; faults: Partial<Record<keyof Typed, string>> } {
  const read = schema.safeParse(typed);
  if (read.success) return { meant: read.data, faults: {} };
  const faults: Partial<Record<keyof Typed, string>> = {};
  for (const { path, message } of read.error.issues) faults[path[0] as keyof Typed] ??= message;
  return { faults };
}

/**
 * A form whose fields are kept in the browser until they are sent.
 *
 * @param draft name of the form and what it is about: `instrument 0195…`
 * @returns the form, and a way to drop its draft once it is sent or given up
 */
export function useDraftForm<Typed extends object, Meant = Typed>(
  draft: string,
  {
    initialValues,
    ...more
  }: Omit<UseFormInput<Typed, Meant>, 'initialValues' | 'onValuesChange'> & {
    initialValues: Typed;
  },
) {
  const form = useForm<Typed, Meant>({
    ...more,
    initialValues: withDraft(draft, initialValues),
    onValuesChange: (typed) => writeDraft(draft, typed, initialValues),
  });
  // A form that is reset begins as the record stands, not as the draft did.
  const { setInitialValues } = form;
  const start = JSON.stringify(initialValues);
  useEffect(() => setInitialValues(JSON.parse(start)), [setInitialValues, start]);
  return { form, drop: () => dropDraft(draft) };
}

/**
 * A form by its schema, whose fields are kept as a draft.
 *
 * @param schema from what is typed to what is meant; its messages stand at their fields
 * @param start what the fields hold at first
 * @param otherwise the field that bears a refusal about none of them
 * @param draft name of the form and what it is about
 */
export function useSchemaForm<Typed extends Fields, Meant>(
  schema: ZodType<Meant, Typed>,
  start: Typed,
  otherwise: keyof Typed & string,
  draft: string,
) {
  const { form, drop } = useDraftForm<Typed, Meant>(draft, {
    initialValues: start,
    validate: zod4Resolver(schema),
    transformValues: (typed) => schema.parse(typed),
  });
  return { form, drop, refuse: (fault: RequestFault) => showFaults(form, fault, otherwise) };
}
