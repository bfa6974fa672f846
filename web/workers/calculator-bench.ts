/** The registry of calculations, in a worker: forms are drawn from it, and a large study leaves the page at rest. */
import { expose } from 'comlink';
import { ZodError } from 'zod';
import { CalculationFault, runCalculation } from '#contract/calculation.ts';
import {
  type CalculationField,
  calculationFields,
  fieldTexts,
} from '#contract/calculation-fields.ts';
import { readInput } from '#contract/calculation-input.ts';
import { CALCULATIONS_OF_STEPS, findCalculation } from '#contract/calculations.ts';

export interface CalculatorEntry {
  name: string;
  step: string;
  summary: string;
  source: string;
  fields: CalculationField[];
  /** What stands in the fields for its example. */
  example: Record<string, string>;
}

export type CalculatorAnswer =
  | { ok: true; result: unknown }
  | { ok: false; field: string; message: string };

const bench = {
  entries(): CalculatorEntry[] {
    return CALCULATIONS_OF_STEPS.flatMap(([step, entries]) =>
      entries.map((entry) => {
        const fields = calculationFields(entry);
        const { name, summary, source, example } = entry;
        return { name, step, summary, source, fields, example: fieldTexts(fields, example) };
      }),
    );
  },
  run(name: string, texts: Record<string, string>): CalculatorAnswer {
    const entry = findCalculation(name);
    if (!entry) return { ok: false, field: '', message: `There is no calculation ${name}.` };
    const read = readInput(calculationFields(entry), texts);
    if (!read.ok) return read;
    try {
      return { ok: true, result: runCalculation(entry, read.input) };
    } catch (error) {
      if (error instanceof CalculationFault)
        return { ok: false, field: error.field, message: error.message };
      if (!(error instanceof ZodError)) throw error;
      const [issue] = error.issues;
      const field = issue?.path.filter((part) => typeof part === 'string').join('.') ?? '';
      return { ok: false, field, message: issue?.message ?? 'This cannot be worked out.' };
    }
  },
};

export type CalculatorBench = typeof bench;

expose(bench);
