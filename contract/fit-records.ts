/** Fit: what is answered while a shoe is tried on. */
import { z } from 'zod';
import { ARCH_WORDS, FOOT_VOLUMES, KNOWN_FITS, TOE_SHAPES } from '#core/fit/foot.ts';
import { VOTE_KINDS } from '#core/fit/label-to-label.ts';
import {
  EYELET_ROWS,
  FOOT_PLACES,
  FOOTBEDS_AGAINST,
  HEEL_HOLDS,
  LACE_PULLS,
  PAINS,
  SORE_PLACES,
  TOE_ROOMS,
  TRY_ON_AFTER,
} from '#core/fit/try-on.ts';
import { STEPS, TRY_ON_OUTCOMES } from '#core/records/try-on-verdict.ts';
import { id, kilometres, remark, sizeLabel, words } from './fields.ts';
import { placedPart } from './insole-records.ts';

const feeling = z
  .number()
  .int('a width is −2, −1, 0, 1 or 2')
  .min(-2, 'from −2, tight')
  .max(2, 'to +2, loose');

export const tryOnAnswers = z.object({
  toeGapMm: z
    .number()
    .min(-20, 'no foot stands so far beyond a shoe')
    .max(80, 'a gap of more than 80 mm is longer than toes are')
    .optional(),
  toeRoom: z.enum(TOE_ROOMS).optional(),
  heel: z.enum(HEEL_HOLDS).optional(),
  heelMm: z.number().nonnegative().max(80).optional(),
  width: z.partialRecord(z.enum(FOOT_PLACES), feeling).optional(),
  rows: z.enum(EYELET_ROWS).optional(),
  pull: z.enum(LACE_PULLS).optional(),
  topEyeletUsed: z.boolean().optional(),
  lacesLetOut: z.boolean().optional(),
  eyeletsFewer: z.boolean().optional(),
  toesTouch: z.boolean().optional(),
  sore: z.array(z.enum(SORE_PLACES)).max(SORE_PLACES.length).optional(),
  soreAt: z
    .array(z.object({ x: z.number().min(0).max(100), y: z.number().min(0).max(100) }))
    .max(12, 'at most 12 places on the drawing')
    .optional()
    .describe('on the drawing: % of the foot from the heel, and from its inner edge'),
  pain: z.enum(PAINS).optional(),
  after: z.enum(TRY_ON_AFTER).optional(),
  footbed: z.enum(FOOTBEDS_AGAINST).optional().describe('beside that of a known shoe'),
  insoleGapMm: z.number().min(0).max(80).optional().describe('before an insole of known length'),
  insoleUsual: z.boolean().optional(),
  sockUsual: z.boolean().optional(),
  wornOutside: z.boolean().optional(),
});

const probability = z.object({ halfSizes: z.number().int(), probability: z.number() });

/** What to take in another model, each kind of evidence by itself. */
export const labelAnswer = z.object({
  kinds: z.array(
    z.object({
      kind: z.enum([...VOTE_KINDS, 'lengths']),
      n: z.number().int(),
      probabilities: z.array(probability),
    }),
  ),
  offsetHalfSizes: z.number().int().optional(),
  verdict: z.enum(['decided', 'probably', 'cannot tell']),
  take: z
    .object({
      label: sizeLabel,
      width: z.string().optional(),
      tooLongMm: z.number().optional(),
    })
    .optional(),
  tryOn: z.array(z.number().int()).optional(),
  words: z.string(),
});

export const madeWidth = z.object({
  width: z.string().max(40).optional(),
  labels: z.array(sizeLabel).max(60),
});

/** What was tried on the shoe while it was tried on, and whether that helped. */
const triedStep = z.object({
  what: words(120, 'what was tried'),
  step: z.enum(STEPS).optional().describe('of the rules; left out: in words of one’s own'),
  helped: z.boolean(),
});

export const SOCKS = ['none', 'thin', 'usual', 'thick', 'two pairs'] as const;
export const TRY_ON_INSOLES = ['original', 'another', 'on top', 'none'] as const;
export const FIT_DECISIONS = ['', 'keep', 'swap', 'let go', 'open'] as const;

export const tryOnFields = z.object({
  id,
  tester: words(20, 'who tries it on').describe('by code'),
  sock: z.enum(SOCKS).default('usual'),
  insole: z.enum(TRY_ON_INSOLES).default('original'),
  wornKm: kilometres.default(0),
  answers: tryOnAnswers,
  tried: z.array(triedStep).max(20).default([]),
  note: remark(500),
  decided: z.enum(FIT_DECISIONS).default('').describe('by a person; empty: as the rules say'),
});

const fitVerdict = z.object({
  reasons: z.array(z.object({ row: z.number().int(), verdict: z.string() })),
  next: z.array(
    z.object({
      what: z.string(),
      why: z.string(),
      label: sizeLabel.optional(),
      width: z.string().optional(),
    }),
  ),
  outcome: z.enum(TRY_ON_OUTCOMES),
  swapFor: z.object({ label: sizeLabel, width: z.string().optional() }).optional(),
});

export const tryOnRecord = tryOnFields.extend({
  at: z.string(),
  verdict: fitVerdict.describe('as the rules said when it was kept'),
  words: z.string().describe('the outcome that stands'),
  placed: z.array(z.string()).describe('insoles and laces that were in it by name'),
  withdrawn: z.string().nullable(),
});

export const fitOfPair = z.object({
  pair: z.object({
    id,
    tag: z.string(),
    label: sizeLabel,
    width: z.string(),
    returnBy: z.string().nullable(),
    receivedOn: z.string(),
    wornKm: z.number(),
  }),
  edition: z.object({ slug: z.string(), name: z.string() }),
  use: z
    .string()
    .describe('whose rules hold: the first use, or what it was copied from; empty: none'),
  cautions: z.array(z.string()),
  matchFailed: z.boolean(),
  labelsDiffer: z.boolean().describe('the labels of its two shoes, as the latest check read them'),
  feet: z
    .array(
      z.object({
        tester: z.string(),
        differMm: z.number().nullable().describe('in length, one from the other'),
        widthMm: z.number().nullable().describe('of the wider one'),
      }),
    )
    .describe('of testers whose feet are known'),
  made: z
    .array(madeWidth)
    .describe('widths and labels of this shoe, its builds in other widths too'),
  inside: z
    .object({ mm: z.number(), U: z.number() })
    .nullable()
    .describe('inside length, insole in'),
  placed: z.array(placedPart).describe('insoles and laces that are in it by name'),
  tryOns: z.array(tryOnRecord).describe('the latest first'),
});

export type TryOnRecord = z.infer<typeof tryOnRecord>;
export type FitOfPair = z.infer<typeof fitOfPair>;

const footLength = z
  .number()
  .min(180, 'a foot is longer than 180 mm')
  .max(340, 'a foot is shorter than 340 mm')
  .nullable()
  .default(null);
const footWidth = z
  .number()
  .min(50, 'a foot is wider than 50 mm')
  .max(160, 'a foot is narrower than 160 mm')
  .nullable()
  .default(null);

/** A tester's feet, mm; all of it optional and private. */
export const footProfile = z.object({
  lengthLeftMm: footLength,
  lengthRightMm: footLength,
  widthLeftMm: footWidth,
  widthRightMm: footWidth,
  toeShape: z.enum(TOE_SHAPES).default(''),
  volume: z.enum(FOOT_VOLUMES).default(''),
  usualLabel: sizeLabel.nullable().default(null),
  usualSock: z.enum(SOCKS).default('usual'),
  usualByMaker: z
    .array(z.object({ maker: words(80, 'the maker'), label: sizeLabel }))
    .max(20, 'at most 20 makers')
    .default([])
    .describe('where it is another label than the usual one'),
  arch: z.enum(ARCH_WORDS).default(''),
  archIndex: z
    .number()
    .gt(0, 'an arch index is more than 0')
    .lt(1, 'an arch index is less than 1')
    .nullable()
    .default(null)
    .describe('middle third of the print over the whole, where it was measured'),
  matters: remark(500).describe('what matters to a fitter: a bunion, an orthotic of their own'),
  knownShoes: z
    .array(
      z.object({
        editionId: id,
        label: sizeLabel,
        width: remark(40),
        fits: z.enum(KNOWN_FITS),
      }),
    )
    .max(40, 'at most 40 known shoes')
    .default([]),
});

export type FootProfile = z.output<typeof footProfile>;

export const testerRecord = z.object({
  code: z.string(),
  profile: footProfile.nullable().describe('null: nothing is known, or it was erased'),
  knownShoes: z.array(z.object({ editionId: id, slug: z.string(), name: z.string() })),
  tryOns: z.array(
    z.object({ tag: z.string(), name: z.string(), at: z.string(), words: z.string() }),
  ),
});

const evidence = z.object({
  tester: z.string(),
  known: z.enum(['known shoe', 'try-on']),
  label: sizeLabel,
});

export const labelsBetween = z.object({
  from: z.object({ slug: z.string(), name: z.string(), fitting: z.array(evidence) }),
  to: z.object({ slug: z.string(), name: z.string(), fitting: z.array(evidence) }),
  lengths: z
    .object({
      what: z.string().describe('which length: inside, gap before one insole, footbed'),
      aMm: z.number(),
      bMm: z.number(),
      uA: z.number(),
      uB: z.number(),
    })
    .nullable()
    .describe('of both at one label; null: not measured of both'),
  answer: labelAnswer,
});

export type LabelsBetween = z.infer<typeof labelsBetween>;
