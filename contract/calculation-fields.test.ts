/** Every entry of the registry as a form: its example goes through the fields and comes out the same. */
import { describe, expect, it } from 'vitest';
import { runCalculation } from './calculation.ts';
import { calculationFields, fieldTexts } from './calculation-fields.ts';
import { readInput } from './calculation-input.ts';
import { CALCULATIONS, CALCULATIONS_OF_STEPS, findCalculation } from './calculations.ts';

const fieldsOf = (name: string) => {
  const entry = findCalculation(name);
  if (!entry) throw new Error(name);
  return calculationFields(entry);
};

describe('the registry as forms', () => {
  it('leaves no entry out', () => {
    expect(
      CALCULATIONS_OF_STEPS.flatMap(([, entries]) => entries)
        .map(({ name }) => name)
        .sort(),
    ).toEqual(CALCULATIONS.map(({ name }) => name).sort());
  });
  it.each(CALCULATIONS.map((entry) => [entry.name, entry] as const))(
    '%s: its example typed gives what it gives',
    (_, entry) => {
      const fields = calculationFields(entry);
      expect(fields.length).toBeGreaterThan(0);
      const read = readInput(fields, fieldTexts(fields, entry.example));
      if (!read.ok) throw new Error(`${read.field}: ${read.message}`);
      expect(runCalculation(entry, read.input)).toEqual(runCalculation(entry, entry.example));
    },
  );
});

describe('what is typed into a field', () => {
  it('may carry any unit of its kind', () => {
    // By hand: 9 oz × 28.349523125 g.
    const read = readInput(fieldsOf('mass-at-reference'), {
      massG: '9 oz',
      label: 'EU 42',
      reference: 'uk 8',
    });
    expect(read).toMatchObject({
      ok: true,
      input: { label: { system: 'eu', size: 42 }, reference: { system: 'uk', size: 8 } },
    });
    expect((read as { input: { massG: number } }).input.massG).toBeCloseTo(255.1457, 4);
  });
  it('is refused by its field, with what would be right', () => {
    const fields = fieldsOf('mass-at-reference');
    expect(readInput(fields, { massG: '9 mm' })).toMatchObject({ ok: false, field: 'massG' });
    expect(readInput(fields, { label: 'purple' })).toMatchObject({ ok: false, field: 'label' });
    const rows = fieldsOf('grading');
    expect(readInput(rows, { rows: 'a, 1, 2, 3' })).toMatchObject({
      ok: false,
      message: 'Line 1 has 4 values; there are 3: group, x, value.',
    });
  });
});
