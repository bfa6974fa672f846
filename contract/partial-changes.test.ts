/** A field that is left out of a partial change stays as it is: no schema may fill it with a default. */
import { readdirSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { partialChange, remark } from './fields.ts';

type Def = { type: string; [key: string]: unknown };
const isSchema = (value: unknown): value is z.ZodType =>
  typeof value === 'object' && value !== null && '_zod' in value;
const defOf = (schema: z.ZodType) => schema.def as unknown as Def;

/** The schemas directly inside one, each with the step that leads to it. */
function inside(schema: z.ZodType): [string, z.ZodType][] {
  const def = defOf(schema);
  if (def.type === 'object')
    return Object.entries((schema as z.ZodObject).shape).map(([key, field]) => [
      `.${key}`,
      field as z.ZodType,
    ]);
  return Object.entries(def).flatMap(([key, value]): [string, z.ZodType][] => {
    if (key === 'checks') return [];
    if (isSchema(value)) return [[`<${def.type}>`, value]];
    if (Array.isArray(value))
      return value.filter(isSchema).map((one, index) => [`<${def.type} ${index}>`, one]);
    return [];
  });
}

/** Every default that stands below `.optional()`, as the way to it. */
function defaultsBelowOptional(schema: z.ZodType): string[] {
  const found = new Set<string>();
  const walk = (one: z.ZodType, way: string, optional: boolean, above: readonly z.ZodType[]) => {
    if (above.includes(one)) return;
    const { type } = defOf(one);
    if (optional && (type === 'default' || type === 'prefault')) found.add(way);
    for (const [step, inner] of inside(one))
      walk(inner, way + step, optional || type === 'optional', [...above, one]);
  };
  walk(schema, '', false, []);
  return [...found];
}

describe('partial changes', async () => {
  const files = readdirSync(import.meta.dirname).filter((file) => /^[a-z-]+[.]ts$/.test(file));
  const modules = await Promise.all(
    files.map(async (file) => [file, await import(/* @vite-ignore */ `./${file}`)] as const),
  );
  const found: string[] = [];
  const look = (where: string, value: unknown, depth: number) => {
    if (isSchema(value)) found.push(...defaultsBelowOptional(value).map((way) => `${where}${way}`));
    else if (depth < 4 && typeof value === 'object' && value !== null)
      for (const [key, inner] of Object.entries(value)) look(`${where}.${key}`, inner, depth + 1);
  };
  for (const [file, module] of modules) look(file, module, 0);
  it('fill in nothing that was left out', () => {
    expect(found).toEqual([]);
  });

  const marks = z.object({ left: remark(40), count: z.number() });
  it('are told from records by their fields', () => {
    expect(defaultsBelowOptional(marks.partial())).toEqual(['.left<optional>']);
    expect(defaultsBelowOptional(z.object({ marks: marks.optional() }))).toHaveLength(1);
    expect(defaultsBelowOptional(partialChange(marks).optional())).toEqual([]);
  });

  it('keep the rules of each field, and take what is given', () => {
    expect(partialChange(marks).parse({})).toEqual({});
    expect(partialChange(marks).parse({ left: ' x ' })).toEqual({ left: 'x' });
    expect(partialChange(marks).safeParse({ left: 'x'.repeat(41) }).success).toBe(false);
    const checked = z.object({
      size: z
        .string()
        .default('')
        .refine(() => true),
    });
    expect(() => partialChange(checked)).toThrow(/checks of size/);
  });
});
