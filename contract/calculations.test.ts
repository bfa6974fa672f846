/**
 * Every calculation under inputs that are nearly right: one value of its example at a time is made
 * nothing, negative, huge, tiny, a word, or left out. It answers within its own schema, or says which
 * value is wrong; it never fails.
 */
import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { CalculationFault, runCalculation } from './calculation.ts';
import { CALCULATIONS } from './calculations.ts';

type Json = null | boolean | number | string | Json[] | { [key: string]: Json };
type Path = (string | number)[];

/** Paths to all values of an input, whole lists and objects among them. */
function pathsIn(value: Json, at: Path = []): Path[] {
  if (Array.isArray(value))
    return [at, ...value.slice(0, 4).flatMap((one, index) => pathsIn(one, [...at, index]))];
  if (typeof value === 'object' && value !== null)
    return [at, ...Object.entries(value).flatMap(([key, one]) => pathsIn(one, [...at, key]))];
  return [at];
}

const LEFT_OUT: unique symbol = Symbol('left out');

function changed(value: Json, [key, ...rest]: Path, to: Json | typeof LEFT_OUT): Json {
  if (key === undefined) return to === LEFT_OUT ? null : to;
  if (Array.isArray(value)) {
    const next = [...value];
    if (rest.length === 0 && to === LEFT_OUT) next.splice(Number(key), 1);
    else next[Number(key)] = changed(value[Number(key)] as Json, rest, to);
    return next;
  }
  const next = { ...(value as { [key: string]: Json }) };
  if (rest.length === 0 && to === LEFT_OUT) delete next[String(key)];
  else next[String(key)] = changed(next[String(key)] as Json, rest, to);
  return next;
}

const valueAt = (value: Json, path: Path): Json =>
  path.reduce<Json>((inner, key) => (inner as { [key: string]: Json })[key] as Json, value);

/** What a value is changed to: what hands and programs get wrong. */
function mistakes(value: Json): (Json | typeof LEFT_OUT)[] {
  const always: (Json | typeof LEFT_OUT)[] = [LEFT_OUT, null, 'word', 0, -1, 1e12, 1e-12, [], {}];
  if (typeof value === 'number') return [...always, -value, value * 1000, value / 1000];
  // One of many, all alike, and the same twice over.
  if (Array.isArray(value) && value.length > 0)
    return [...always, value.slice(0, 1), value.map(() => value[0] as Json), [...value, ...value]];
  return always;
}

describe.each(CALCULATIONS.map((entry) => [entry.name, entry] as const))('%s', (_name, entry) => {
  const example = JSON.parse(JSON.stringify(entry.example)) as Json;

  it('answers its example within its own schema', () => {
    const answer = entry.output.safeParse(entry.calculate(entry.input.parse(example)));
    expect(answer.success, JSON.stringify(answer.error?.issues)).toBe(true);
  });

  it.each([1.7e308, -1e200, 1e16])('refuses %d by its field, wherever it stands', (extreme) => {
    for (const path of pathsIn(example).slice(0, 60)) {
      if (typeof valueAt(example, path) !== 'number') continue;
      const refusal = () => runCalculation(entry, changed(example, path, extreme));
      expect(refusal, path.join('.')).toThrow(/./);
      try {
        refusal();
      } catch (error) {
        const told = error instanceof z.ZodError || error instanceof CalculationFault;
        expect(told, `${path.join('.')}: ${error}`).toBe(true);
      }
    }
  });

  it('never fails where one value is next to nothing', () => {
    for (const path of pathsIn(example).slice(0, 60)) {
      if (typeof valueAt(example, path) !== 'number') continue;
      for (const tiny of [5e-324, -1e-200, 1e-16])
        try {
          runCalculation(entry, changed(example, path, tiny));
        } catch (error) {
          const told = error instanceof z.ZodError || error instanceof CalculationFault;
          expect(told, `${path.join('.')} as ${tiny}: ${error}`).toBe(true);
        }
    }
  });

  it('never fails where one value is wrong', () => {
    const failures: string[] = [];
    let refused = 0;
    let answered = 0;
    for (const path of pathsIn(example).slice(0, 60))
      for (const to of mistakes(valueAt(example, path))) {
        const given = changed(example, path, to);
        const input = entry.input.safeParse(given);
        if (!input.success) {
          refused += 1;
          continue;
        }
        const what = `${path.join('.')} as ${to === LEFT_OUT ? 'nothing' : JSON.stringify(to)}`;
        try {
          const output = entry.output.safeParse(entry.calculate(input.data));
          answered += 1;
          if (!output.success) failures.push(`${what}: ${JSON.stringify(output.error.issues[0])}`);
        } catch (error) {
          if (error instanceof CalculationFault && error.message.length > 10) refused += 1;
          else failures.push(`${what}: ${error}`);
        }
      }
    expect(failures.slice(0, 5), `${failures.length} failures`).toEqual([]);
    expect(refused + answered).toBeGreaterThan(10);
    expect(refused).toBeGreaterThan(0);
  });
});
