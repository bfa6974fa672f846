/** What a calculation is asked with, as fields of a form: drawn from its schema, so that a new entry has its page. */
import { z } from 'zod';
import { LABEL_SYSTEMS } from '#core/sizing/size-label.ts';
import type { QuantityKind } from '#core/sizing/units.ts';
import type { Calculation } from './calculation.ts';

export type CalculationField = {
  /** Where it stands in the input: `measured.value`. */
  path: string;
  /** In words: `measured, value`. */
  name: string;
  hint: string;
  optional: boolean;
} & (
  | { kind: 'number'; unit: QuantityKind | null }
  | { kind: 'text' }
  | { kind: 'choice'; choices: string[] }
  | { kind: 'flag' }
  /** A size on a label, as it is printed. */
  | { kind: 'label' }
  /** Numbers, parted by blanks or commas. */
  | { kind: 'numbers' }
  /** A row a line, its values parted by commas, in the order of the columns. */
  | { kind: 'rows'; columns: string[] }
  /** Whatever has no simpler shape: JSON. */
  | { kind: 'json' }
);

interface JsonSchema {
  type?: string | string[];
  enum?: unknown[];
  const?: unknown;
  anyOf?: JsonSchema[];
  properties?: Record<string, JsonSchema>;
  required?: string[];
  items?: JsonSchema;
  prefixItems?: JsonSchema[];
  description?: string;
}

const SUFFIX_UNITS: readonly (readonly [suffix: RegExp, kind: QuantityKind])[] = [
  [/Mm$/, 'length'],
  [/G$/, 'mass'],
  [/(?:^km|Km)$/, 'distance'],
];

const inWords = (path: string): string =>
  path
    .split('.')
    .map((part) => part.replace(/([a-z])([A-Z])/g, '$1 $2').toLowerCase())
    .join(', ');

/** What may be left out has `null` beside it, or several shapes of which the plainest is taken. */
function plain(schema: JsonSchema): JsonSchema {
  if (!schema.anyOf) return schema;
  const [first, ...others] = schema.anyOf.filter(({ type }) => type !== 'null');
  if (!first || others.length > 0) return schema;
  return schema.description ? { ...first, description: schema.description } : first;
}

const isFlat = ({ type, enum: choices, anyOf, const: one }: JsonSchema): boolean =>
  choices !== undefined ||
  one !== undefined ||
  anyOf?.every(isFlat) === true ||
  ['number', 'integer', 'string', 'boolean'].includes(String(type));

const isLabel = ({ properties = {} }: JsonSchema): boolean =>
  Object.keys(properties).sort().join() === 'size,system' &&
  (properties.system?.enum ?? []).every((one) =>
    (LABEL_SYSTEMS as readonly unknown[]).includes(one),
  );

function fieldsOf(schema: JsonSchema, path: string, optional: boolean): CalculationField[] {
  const own = plain(schema);
  const { type, enum: choices, items, properties, required = [], description = '' } = own;
  const base = { path, name: inWords(path), hint: description, optional };
  if (choices) return [{ ...base, kind: 'choice', choices: choices.map(String) }];
  if (own.anyOf?.every(isFlat)) {
    // One of several words, or a word of one's own.
    const words = own.anyOf.flatMap(
      (one) => one.enum ?? (one.const === undefined ? [] : [one.const]),
    );
    return own.anyOf.every((one) => one.enum || one.const !== undefined)
      ? [{ ...base, kind: 'choice', choices: words.map(String) }]
      : [{ ...base, kind: 'text' }];
  }
  if (type === 'number' || type === 'integer') {
    const [, unit = null] = SUFFIX_UNITS.find(([suffix]) => suffix.test(path)) ?? [];
    return [{ ...base, kind: 'number', unit }];
  }
  if (type === 'string') return [{ ...base, kind: 'text' }];
  if (type === 'boolean') return [{ ...base, kind: 'flag' }];
  if (own.prefixItems?.every(isFlat)) return [{ ...base, kind: 'numbers' }];
  if (type === 'array' && items) {
    const one = plain(items);
    if (one.type === 'number' || one.type === 'integer') return [{ ...base, kind: 'numbers' }];
    const columns = Object.entries(one.properties ?? {});
    if (columns.length > 0 && columns.every(([, column]) => isFlat(plain(column))))
      return [{ ...base, kind: 'rows', columns: columns.map(([column]) => column) }];
    return [{ ...base, kind: 'json' }];
  }
  if (type === 'object' && properties) {
    if (path !== '' && isLabel(own)) return [{ ...base, kind: 'label' }];
    return Object.entries(properties).flatMap(([key, inner]) =>
      fieldsOf(inner, path === '' ? key : `${path}.${key}`, optional || !required.includes(key)),
    );
  }
  return [{ ...base, kind: 'json' }];
}

/** The fields of an entry, in the order of its schema. */
export function calculationFields(entry: Calculation): CalculationField[] {
  const schema = z.toJSONSchema(entry.input, { io: 'input', unrepresentable: 'any' });
  return fieldsOf(schema as JsonSchema, '', false);
}

const valueAt = (input: unknown, path: string): unknown =>
  path
    .split('.')
    .reduce<unknown>((inner, key) => (inner as Record<string, unknown> | undefined)?.[key], input);

const asText = (value: unknown): string => (typeof value === 'object' ? '' : String(value ?? ''));

/** What stands in the fields for an input: for the example of an entry, and for an address. */
export function fieldTexts(
  fields: readonly CalculationField[],
  input: unknown,
): Record<string, string> {
  return Object.fromEntries(
    fields.flatMap((field) => {
      const value = valueAt(input, field.path);
      if (value === undefined || value === null) return [];
      if (field.kind === 'numbers') return [[field.path, (value as number[]).join(', ')]];
      if (field.kind === 'rows')
        return [
          [
            field.path,
            (value as Record<string, unknown>[])
              .map((row) => field.columns.map((column) => asText(row[column])).join(', '))
              .join('\n'),
          ],
        ];
      if (field.kind === 'label') {
        const { system, size } = value as { system: string; size: number };
        return [[field.path, `${system} ${size}`]];
      }
      return [[field.path, typeof value === 'object' ? JSON.stringify(value) : String(value)]];
    }),
  );
}
