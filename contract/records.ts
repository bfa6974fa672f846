/** Schemas of what crosses the wire. Types are inferred from them. */
import { z } from 'zod';
import { CONFIGURATIONS, STACK_METHODS, STACK_PLACES } from '#core/basis.ts';
import { CLAIMED_QUANTITIES } from '#core/claim.ts';
import { MEASURED_QUANTITIES, QUANTITY_IDS, SIDES } from '#core/quantities.ts';
import { LABEL_SYSTEMS, labelFault } from '#core/size-label.ts';
import { LONGEST_TYPED } from '#core/typed-quantity.ts';
import { TERM_KINDS } from '#core/uncertainty.ts';

/** Identifiers are UUIDv7, made by whoever creates the thing. */
export const id = z.uuidv7('an id is a UUID of version 7');

const words = (most: number, what: string) =>
  z
    .string()
    .trim()
    .min(1, `${what} is missing`)
    .max(most, `${what} is longer than ${most} characters`);
const remark = (most = 500) => z.string().trim().max(most).default('');
const day = z.iso.date('a date is written 2026-03-14').nullable().default(null);
const moment = z.iso.datetime({ offset: true, message: 'a time is written 2026-03-14T09:30:00Z' });

export const sizeLabel = z
  .object({ system: z.enum(LABEL_SYSTEMS), size: z.number() })
  .superRefine((value, context) => {
    const fault = labelFault(value);
    if (fault) context.addIssue({ code: 'custom', path: ['size'], message: fault });
  });

export const stackBasis = z.object({
  place: z.enum(STACK_PLACES),
  insole: z.enum(['in', 'out']),
  lugs: z.enum(['in', 'out']),
  layers: z.enum(['whole sole', 'midsole only']),
  method: z.enum(STACK_METHODS),
});

export const ACQUISITIONS = ['bought', 'loaned', 'gifted'] as const;
export const SHOES_HELD = ['both', 'left only', 'right only'] as const;
const money = z
  .number()
  .nonnegative('a price is not negative')
  .max(100_000)
  .nullable()
  .default(null);

/** What is kept of a pair; the sheet discloses how it came. */
export const pairFields = z.object({
  tag: z
    .string()
    .trim()
    .regex(
      /^[A-Za-z0-9][A-Za-z0-9-]{0,15}$/,
      'a tag has letters, digits and hyphens, such as KP-07',
    )
    .transform((tag) => tag.toUpperCase()),
  label: sizeLabel,
  width: remark(40),
  colour: remark(60),
  shoes: z.enum(SHOES_HELD).default('both'),
  acquisition: z.enum(ACQUISITIONS),
  from: remark(80).describe('shop or lender'),
  linksPay: z.boolean().default(false).describe('links on the sheet pay the reviewer'),
  makerSawText: z.boolean().default(false).describe('the maker saw the text before publication'),
  currency: z
    .string()
    .regex(/^[A-Z]{3}$/, 'a currency has three letters, such as EUR')
    .default('EUR'),
  listPrice: money,
  paidPrice: money,
  receivedOn: z.iso.date('a date is written 2026-03-14'),
  returnBy: day,
  wornKm: z
    .number()
    .nonnegative('a distance worn is not negative')
    .max(20_000, 'more than 20,000 km was typed')
    .default(0),
  note: remark(2000),
  shelved: z.boolean().default(false),
});
export type PairFields = z.infer<typeof pairFields>;

/** The labels in which an edition is made. */
export const madeIn = z
  .object({
    system: z.enum(LABEL_SYSTEMS),
    from: z.number(),
    to: z.number(),
    halfSizes: z.boolean(),
  })
  .refine((range) => range.from <= range.to, {
    message: 'the smallest size is larger than the largest',
    path: ['to'],
  });

export const editionFields = z.object({
  name: z.string().trim().max(80).default('').describe('the build: mid cut, wide; may be empty'),
  madeIn: madeIn.nullable().default(null),
  widths: z.array(words(40, 'a width')).max(12).default([]),
  colours: z.array(words(60, 'a colour')).max(40).default([]),
});

export const claimFields = z.object({
  id,
  quantity: z.enum(CLAIMED_QUANTITIES),
  typed: words(LONGEST_TYPED, 'the claim'),
  value: z.number().describe('canonical unit, one shoe'),
  halfWidth: z.number().nonnegative().describe('half the last digit shown'),
  label: sizeLabel.nullable().default(null).describe('null: not stated'),
  statedBasis: stackBasis.partial().default({}).describe('empty: not stated'),
  source: remark(200).describe('box, web page, letter …'),
});

export const claim = claimFields.extend({ withdrawn: z.string().nullable() });

export const reportedFields = z.object({
  id,
  quantity: z.enum(QUANTITY_IDS),
  typed: words(LONGEST_TYPED, 'the figure'),
  label: sizeLabel.nullable().default(null),
  basis: remark(200).describe('as stated; empty: not stated'),
  source: words(200, 'the source'),
  dated: day,
});
export const reported = reportedFields.extend({ value: z.number() });

/** A pair received: maker, model and edition are found by name or made. */
export const receipt = z.object({
  maker: z.object({ id, name: words(60, 'the maker') }),
  model: z.object({ id, name: words(80, 'the model') }),
  edition: editionFields.extend({ id }),
  pair: pairFields.extend({ id }),
  claims: z.array(claimFields).max(24).default([]),
});
export type Receipt = z.input<typeof receipt>;

export const pairEdit = pairFields.extend({
  version: z.number().int().describe('the version that was read; another is answered 409'),
});

const instrument = z.object({
  id,
  name: z.string(),
  kind: z.string(),
  unit: z.string(),
  resolution: z.number(),
  zeroU: z.number(),
  gainU: z.number(),
});
export type Instrument = z.infer<typeof instrument>;

export const repeatability = z.object({ sd: z.number(), df: z.number(), source: z.string() });

const protocolStation = z.object({
  quantity: z.enum(MEASURED_QUANTITIES),
  optional: z.boolean(),
  repeats: z.number().int(),
  instrumentId: id,
  repeatability,
});

const protocol = z.object({
  id,
  name: z.string(),
  version: z.number().int(),
  stack: stackBasis,
  stations: z.array(protocolStation),
});
export type Protocol = z.infer<typeof protocol>;

const person = z.object({ id, code: z.string(), role: z.string() });

export const TOOLS = ['ruler', 'caliper', 'needle gauge', 'scale'] as const;
export type Tool = (typeof TOOLS)[number];

const unitFamily = z.enum(['stack', 'mass', 'distance']);
export const unitChoices = z.record(unitFamily, z.string());
export const unitChange = z.partialRecord(unitFamily, z.string().max(12));

export const lab = z.object({
  setUp: z.boolean(),
  instruments: z.array(instrument),
  protocols: z.array(protocol),
  people: z.array(person),
  units: unitChoices,
  noticeable: z.record(z.enum(QUANTITY_IDS), z.number()),
  exponent: z.object({ k: z.number(), uK: z.number(), df: z.number().nullable() }),
});
export type Lab = z.infer<typeof lab>;

const readingFields = z.object({
  id,
  sessionId: id,
  side: z.enum(SIDES),
  quantity: z.enum(MEASURED_QUANTITIES),
  typed: words(LONGEST_TYPED, 'the reading'),
  unit: z.string().max(12).describe('what a bare number in typed means'),
  instrumentId: id,
  takenAt: moment,
  supersedes: id.nullable().default(null),
  reason: remark(200).describe('why it supersedes an earlier reading'),
  note: remark(500),
});
export const newReading = readingFields;
export type NewReading = z.input<typeof newReading>;

export const reading = readingFields.extend({
  trial: z.number().int(),
  value: z.number(),
  supersededBy: id.nullable(),
  voided: z.string().nullable().describe('reason; null: the reading stands'),
});
export type Reading = z.infer<typeof reading>;

export const sessionFields = z.object({
  id,
  pairId: id,
  protocolId: id,
  person: remark(20).describe("the operator's code"),
  configuration: z.enum(CONFIGURATIONS).default('as sold'),
  wornKm: z.number().nonnegative().max(20_000),
  startedAt: moment,
});
const sessionNote = z.object({ id, text: words(1000, 'the note'), at: moment });
export const newNote = sessionNote;
export const session = sessionFields.extend({
  finishedAt: moment.nullable(),
  readings: z.array(reading),
  notes: z.array(sessionNote),
});
export type Session = z.infer<typeof session>;

export const pairRow = z.object({
  id,
  tag: z.string(),
  maker: z.string(),
  model: z.string(),
  edition: z.string(),
  editionSlug: z.string(),
  label: sizeLabel,
  shelved: z.boolean(),
  receivedOn: z.string(),
  returnBy: z.string().nullable(),
  readings: z.number().int(),
  stationsDone: z.number().int(),
  stations: z.number().int(),
  heelMm: z.number().nullable(),
  forefootMm: z.number().nullable(),
  massG: z.number().nullable(),
});
export type PairRow = z.infer<typeof pairRow>;

const editionRecord = editionFields.extend({
  id,
  slug: z.string(),
  maker: z.string(),
  model: z.string(),
  claims: z.array(claim),
  reported: z.array(reported),
});
export type EditionRecord = z.infer<typeof editionRecord>;

export const pairRecord = z.object({
  pair: pairFields.extend({ id, version: z.number().int() }),
  edition: editionRecord,
  sessions: z.array(session),
});
export type PairRecord = z.infer<typeof pairRecord>;

export const editionRow = z.object({
  id,
  slug: z.string(),
  maker: z.string(),
  model: z.string(),
  name: z.string(),
  madeIn: madeIn.nullable(),
  widths: z.array(z.string()),
  colours: z.array(z.string()),
  pairs: z.array(z.object({ tag: z.string(), label: sizeLabel, readings: z.number().int() })),
  claims: z.number().int(),
});
export type EditionRow = z.infer<typeof editionRow>;

const basis = z.object({
  label: sizeLabel,
  configuration: z.enum(CONFIGURATIONS),
  wornKm: z.number(),
  stack: stackBasis.optional(),
});

/** A figure as a page shows it. */
export const figureView = z.object({
  quantity: z.enum(QUANTITY_IDS),
  value: z.number(),
  u: z.number(),
  df: z.number().nullable(),
  U: z.number(),
  readings: z.number().int(),
  pairs: z.number().int(),
  basis,
  provenance: z.enum(['measured', 'converted']),
  conversions: z.array(z.string()),
  doubts: z.array(z.object({ code: z.string(), text: z.string() })),
  budget: z.array(z.object({ kind: z.enum(TERM_KINDS), u: z.number(), share: z.number() })),
  next: z
    .object({
      what: z.enum(['reading', 'pair']),
      at: z.string(),
      from: z.number(),
      to: z.number(),
    })
    .nullable(),
});
export type FigureView = z.infer<typeof figureView>;

const verdict = z.enum(['agrees', 'differs', 'cannot tell']);
const claimView = claim.extend({
  judgement: z
    .object({
      verdict,
      measured: z.object({ value: z.number(), U: z.number() }),
      terms: z.array(z.string()),
      reason: z.string().optional(),
    })
    .nullable(),
});

export const sheet = z.object({
  edition: editionRecord.omit({ claims: true, reported: true }),
  label: sizeLabel,
  labels: z.array(sizeLabel).describe('labels of which there are pairs'),
  sections: z.array(
    z.object({
      key: z.string(),
      title: z.string(),
      figures: z.array(
        z.object({
          figure: figureView,
          pairU: z.number(),
          speaksForEdition: z.boolean(),
          pairs: z.array(z.object({ tag: z.string(), value: z.number(), U: z.number() })),
          claims: z.array(claimView),
          reported: z.array(reported),
          grade: z.string().nullable(),
        }),
      ),
    }),
  ),
  unmeasuredClaims: z.array(claimView),
  claimFaults: z.array(z.object({ text: z.string(), rounding: z.boolean() })),
  pairs: z.array(
    pairFields
      .pick({
        tag: true,
        width: true,
        colour: true,
        shoes: true,
        acquisition: true,
        from: true,
        linksPay: true,
        makerSawText: true,
        currency: true,
        listPrice: true,
        paidPrice: true,
        receivedOn: true,
        wornKm: true,
      })
      .extend({ readings: z.number().int() }),
  ),
  protocols: z.array(z.string()),
  instruments: z.array(z.string()),
  measuredBy: z.array(z.string()),
  lastMeasured: z.string().nullable(),
});
export type Sheet = z.infer<typeof sheet>;

const differenceView = z.object({
  difference: z.number(),
  U: z.number(),
  verdict: z.enum(['real', 'not shown', 'cannot tell']),
  noticeable: z.enum(['yes', 'no', 'may be']),
});

export const comparison = z.object({
  label: sizeLabel,
  labels: z.array(sizeLabel),
  stackKey: z.string().nullable(),
  stacks: z.array(z.object({ key: z.string(), name: z.string() })),
  editions: z.array(
    z.object({
      id,
      slug: z.string(),
      name: z.string(),
      pairs: z.number().int(),
      lastMm: z.number(),
    }),
  ),
  rows: z.array(
    z.object({
      quantity: z.enum(QUANTITY_IDS),
      noticeable: z.number(),
      cells: z.array(
        z.object({
          figure: figureView.nullable(),
          terms: z.enum(['like', 'converted', 'not']),
          words: z.string(),
          greyed: z.number().nullable(),
          difference: differenceView.nullable(),
        }),
      ),
    }),
  ),
});
export type Comparison = z.infer<typeof comparison>;

export const changeRow = z.object({
  id,
  at: z.string(),
  person: z.string(),
  action: z.string(),
  subject: z.string(),
  detail: z.string(),
});

/** RFC 9457 problem details, with the fields at fault. */
export const problem = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number().int(),
  detail: z.string(),
  errors: z
    .array(
      z.object({
        field: z.string(),
        message: z.string(),
        choices: z.array(z.string()).optional(),
      }),
    )
    .optional(),
});
export type Problem = z.infer<typeof problem>;
