/** What a named calculation is, and the shapes that several of them share. */
import { z } from 'zod';
import { LABEL_SYSTEMS, labelFault } from '#core/sizing/size-label.ts';

/** A value that a calculation cannot work with: answered as 422 with the field it concerns. */
export class CalculationFault extends Error {
  readonly field: string;
  readonly choices: string[] | undefined;
  constructor(field: string, message: string, choices?: string[]) {
    super(message);
    this.field = field;
    this.choices = choices;
  }
}

export interface Calculation<In extends z.ZodType = z.ZodType, Out extends z.ZodType = z.ZodType> {
  name: string;
  summary: string;
  /** Where the formula comes from. */
  source: string;
  input: In;
  output: Out;
  /** A worked input, used in the docs and tried in the tests. */
  example: z.input<In>;
  calculate: (input: z.output<In>) => z.input<Out>;
}

export function calculation<In extends z.ZodType, Out extends z.ZodType>(
  entry: Calculation<In, Out>,
): Calculation {
  return entry as unknown as Calculation;
}

export const MOST_VALUES = 100_000;
export const finite = z.number();
export const positive = z.number().positive();
export const standardU = z.number().nonnegative();
/** One reading more than is fitted, at least; effective degrees never fall below the least of their parts. */
export const degreesOfFreedom = z.number().min(1, 'degrees of freedom: one at least');
/** Degrees of freedom; null stands for unlimited, which JSON cannot write. */
export const dfIn = degreesOfFreedom
  .nullable()
  .optional()
  .describe('degrees of freedom; null or left out: unlimited');
export const dfOut = z
  .number()
  .nullable()
  .describe('effective degrees of freedom; null: unlimited');
export const writeDf = (df: number) => (Number.isFinite(df) ? df : null);
export const unlimited = (df: number | null | undefined) => df ?? Number.POSITIVE_INFINITY;

export const label = z
  .object({ system: z.enum(LABEL_SYSTEMS), size: finite })
  .superRefine((value, context) => {
    const fault = labelFault(value);
    if (fault) context.addIssue({ code: 'custom', path: ['size'], message: fault });
  });

/** Turns a range fault of the core into an answer that names the field. */
export function guarded<T>(field: string, work: () => T): T {
  try {
    return work();
  } catch (error) {
    if (error instanceof RangeError) throw new CalculationFault(field, error.message);
    throw error;
  }
}

/** No reading, count or uncertainty of a shoe is larger. */
const LARGEST = 1e12;

/** The path of the first number whose square or cube could go beyond what numbers hold. */
function extremeNumber(value: unknown, path: string[] = []): string[] | undefined {
  if (typeof value === 'number') return Math.abs(value) > LARGEST ? path : undefined;
  if (typeof value !== 'object' || value === null) return undefined;
  for (const [key, inner] of Object.entries(value)) {
    const found = extremeNumber(inner, [...path, key]);
    if (found) return found;
  }
  return undefined;
}

/** True for a figure that came out as no number: Infinity, or none at all. */
const isNoNumber = (output: unknown, path: readonly PropertyKey[]): boolean => {
  const value = path.reduce<unknown>(
    (inner, key) => (inner as Record<PropertyKey, unknown>)?.[key],
    output,
  );
  return typeof value === 'number' && !Number.isFinite(value);
};

/**
 * Runs a calculation on what was sent: input checked, result checked against its own schema.
 * @throws ZodError or CalculationFault where a value is wrong, with the field; Error where the
 * calculation breaks its own schema, which is a fault of the program
 */
export function runCalculation(entry: Calculation, sent: unknown): unknown {
  const input = entry.input.parse(sent);
  const extreme = extremeNumber(input);
  if (extreme)
    throw new CalculationFault(
      extreme.join('.'),
      `${extreme.join('.')} is beyond what can be computed: no number is larger than 1e12`,
    );
  const output = entry.calculate(input);
  const result = entry.output.safeParse(output);
  if (result.success) return result.data;
  const [issue] = result.error.issues;
  if (issue && isNoNumber(output, issue.path))
    throw new CalculationFault(
      String(issue.path[0]),
      `${issue.path.join('.')} comes out as no number: the values given lie too far apart`,
    );
  throw new Error(`${entry.name}: ${result.error.message}`);
}
