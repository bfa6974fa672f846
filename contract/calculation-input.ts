/** What was typed into the fields of a calculation, as its input; what cannot be read is said by field. */
import { readLabel } from '#core/sizing/printed-label.ts';
import { LABEL_SYSTEMS } from '#core/sizing/size-label.ts';
import { readTypedQuantity } from '#core/sizing/typed-quantity.ts';
import type { CalculationField } from './calculation-fields.ts';

export type ReadInput = { ok: true; input: object } | { ok: false; field: string; message: string };

class FieldFault extends Error {}

function readNumber(text: string, field: Extract<CalculationField, { kind: 'number' }>): number {
  if (!field.unit) {
    const value = Number(text.replace(',', '.'));
    if (!Number.isFinite(value)) throw new FieldFault(`“${text}” is no number.`);
    return value;
  }
  const read = readTypedQuantity(text, field.unit, field.unit === 'distance' ? 'km' : undefined);
  if (!read.ok) throw new FieldFault(read.fault.message);
  return field.unit === 'distance' ? read.value.value / 1000 : read.value.value;
}

function readNumbers(text: string): number[] {
  return text
    .split(/[\s,;]+/)
    .filter(Boolean)
    .map((piece) => {
      const value = Number(piece);
      if (!Number.isFinite(value)) throw new FieldFault(`“${piece}” is no number.`);
      return value;
    });
}

const asValue = (text: string): unknown => {
  if (text === 'true' || text === 'false') return text === 'true';
  const value = Number(text);
  return text !== '' && Number.isFinite(value) ? value : text;
};

function readRows(text: string, columns: readonly string[]): object[] {
  return text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)
    .map((line, at) => {
      const cells = line.split(/\s*[,;\t]\s*/);
      if (cells.length > columns.length)
        throw new FieldFault(
          `Line ${at + 1} has ${cells.length} values; there are ${columns.length}: ${columns.join(', ')}.`,
        );
      return Object.fromEntries(
        cells.flatMap((cell, nth) => (cell === '' ? [] : [[columns[nth] ?? '', asValue(cell)]])),
      );
    });
}

function readSize(text: string): object {
  // As the address holds it: `uk 8`; else as it is printed.
  const [, system = '', size = ''] = /^([a-z-]+)\s+(\d+(?:\.\d+)?)$/.exec(text) ?? [];
  if ((LABEL_SYSTEMS as readonly string[]).includes(system)) return { system, size: Number(size) };
  const label = readLabel(text);
  if (!label.ok) throw new FieldFault(label.fault.message);
  return label.value;
}

function readJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw new FieldFault('This is no JSON; write it as in the example.');
  }
}

function readField(text: string, field: CalculationField): unknown {
  switch (field.kind) {
    case 'number':
      return readNumber(text, field);
    case 'numbers':
      return readNumbers(text);
    case 'rows':
      return readRows(text, field.columns);
    case 'label':
      return readSize(text);
    case 'flag':
      return text === 'true';
    case 'json':
      return readJson(text);
    default:
      return text;
  }
}

function put(input: Record<string, unknown>, path: readonly string[], value: unknown): void {
  const [key = '', ...rest] = path;
  if (rest.length === 0) input[key] = value;
  else {
    input[key] ??= {};
    put(input[key] as Record<string, unknown>, rest, value);
  }
}

/** The input of what was typed; empty fields are left out. */
export function readInput(
  fields: readonly CalculationField[],
  texts: Readonly<Record<string, string>>,
): ReadInput {
  const input: Record<string, unknown> = {};
  for (const field of fields) {
    const text = (texts[field.path] ?? '').trim();
    if (text === '') continue;
    try {
      put(input, field.path.split('.'), readField(text, field));
    } catch (error) {
      if (!(error instanceof FieldFault)) throw error;
      return { ok: false, field: field.path, message: error.message };
    }
  }
  return { ok: true, input };
}
