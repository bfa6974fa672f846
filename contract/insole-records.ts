/** Insoles and laces as named things, and the pairs that they are in. */
import { z } from 'zod';
import { id, remark, words } from './fields.ts';

const day = z.iso.date('a date is written 2026-03-14');

export const NAMED_PART_KINDS = ['insole', 'laces'] as const;
export const PART_PLACES = ['instead', 'on top'] as const;

const millimetres = (most: number) =>
  z
    .number()
    .positive('a length is more than nothing')
    .max(most, `in mm, up to ${most}`)
    .nullable()
    .default(null);

export const namedPartFields = z.object({
  id,
  kind: z.enum(NAMED_PART_KINDS),
  name: words(60, 'a name'),
  lengthMm: millimetres(2500).describe('of an insole flat, or of the laces'),
  archWidthMm: millimetres(140),
  thicknessMm: millimetres(30).describe('under the heel'),
  archHeightMm: millimetres(60).describe('above the heel seat'),
  note: remark(300),
});

/** What is in a pair, and since when. */
export const placedPart = z.object({
  id,
  kind: z.enum(NAMED_PART_KINDS),
  name: z.string(),
  lengthMm: z.number().nullable(),
  archWidthMm: z.number().nullable(),
  thicknessMm: z.number().nullable(),
  how: z.enum(PART_PLACES),
  since: day,
});

export type PlacedPart = z.infer<typeof placedPart>;

export const namedPart = namedPartFields.extend({
  places: z
    .array(
      z.object({
        tag: z.string(),
        how: z.enum(PART_PLACES),
        since: day,
        until: day.nullable().describe('the day it went out; null: it is in'),
      }),
    )
    .describe('the latest first'),
});

export type NamedPart = z.infer<typeof namedPart>;

export const partMove = z.object({
  tag: z.string().trim().max(40).nullable().describe('null: out of the pair it is in'),
  how: z.enum(PART_PLACES).default('instead'),
  on: day.describe('the day it is moved'),
});
