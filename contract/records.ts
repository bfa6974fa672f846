/** Schemas of what crosses the wire. Types are inferred from them. */
import { z } from 'zod';
import { CONFIGURATIONS, STACK_METHODS, STACK_PLACES } from '#core/basis.ts';
import { CLAIMED_QUANTITIES } from '#core/claim.ts';
import { readClaimFigure } from '#core/claim-text.ts';
import {
  MEASURED_QUANTITIES,
  type MeasuredQuantityId,
  type QuantityId,
  SIDES,
} from '#core/quantities.ts';
import { DRAWING_VIEWS } from '#core/quantity.ts';
import { ENTRIES } from '#core/reading.ts';
import { LABEL_SYSTEMS, labelFault } from '#core/size-label.ts';
import { TOOL_NAMES } from '#core/tools.ts';
import { LONGEST_TYPED } from '#core/typed-quantity.ts';
import { TERM_KINDS } from '#core/uncertainty.ts';
import { QUANTITY_KINDS } from '#core/units.ts';
import { degreesOfFreedom } from './calculation.ts';

/** Identifiers are UUIDv7, made by whoever creates the thing; one in capitals is the same. */
export const id = z.uuidv7('an id is a UUID of version 7').toLowerCase();

export const words = (most: number, what: string) =>
  z
    .string()
    .trim()
    .min(1, `${what} is missing`)
    .max(most, `${what} is longer than ${most} characters`);
export const remark = (most = 500) => z.string().trim().max(most).default('');
const day = z.iso.date('a date is written 2026-03-14').nullable().default(null);
/** The years in which a shoe can have been measured with this bench. */
const FIRST_YEAR = 2000;
const LAST_YEAR = 2099;

/** UTC with milliseconds, so that moments compare as text; what is no time stays as it is. */
function writeUtc(text: string): string {
  const at = new Date(text);
  return Number.isNaN(at.getTime()) ? text : at.toISOString();
}

/** A moment, with its zone; inside the border it is UTC with milliseconds. */
export const moment = z.iso
  .datetime({ offset: true, message: 'a time is written 2026-03-14T09:30:00Z' })
  .overwrite(writeUtc)
  .refine(
    (text) => Number(text.slice(0, 4)) >= FIRST_YEAR && Number(text.slice(0, 4)) <= LAST_YEAR,
    {
      message: `a time lies between ${FIRST_YEAR} and ${LAST_YEAR}`,
    },
  );

/** A lab's own quantity: `own-` and a word of its name. */
export const OWN_QUANTITY = /^own-[a-z0-9][a-z0-9-]{0,39}$/;
const ownQuantityId = z
  .string()
  .regex(OWN_QUANTITY, 'a quantity of the catalogue, or own- and letters, digits and hyphens');

/** A quantity that is taken: of the catalogue, or a lab's own. */
export const measuredQuantity = z.union([
  z.enum(MEASURED_QUANTITIES),
  ownQuantityId,
]) as unknown as z.ZodType<MeasuredQuantityId, MeasuredQuantityId>;
/** Any quantity, drop included. */
export const anyQuantity = z.union([
  z.enum([...MEASURED_QUANTITIES, 'drop']),
  ownQuantityId,
]) as unknown as z.ZodType<QuantityId, QuantityId>;

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
  lot: remark(40).describe('lot or batch, as on the box'),
  replaces: id.nullable().default(null).describe('the pair that this one was sent for'),
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

/** Two readings of one text agree but for what binary fractions leave over. */
const isSame = (a: number, b: number) => Math.abs(a - b) <= 1e-6 * Math.max(1, Math.abs(b));

/** A claim as it comes in: what was typed is read again, and must give the figure beside it. */
export const newClaim = claimFields.superRefine(
  ({ quantity, typed, value, halfWidth }, context) => {
    const read = readClaimFigure(quantity, typed);
    const issue = (path: string, message: string) =>
      context.addIssue({ code: 'custom', path: [path], message });
    if (!read)
      issue(
        'typed',
        `“${typed.slice(0, 40)}” is no figure of ${quantity}; a claim reads as 31 mm or 10.9 oz do`,
      );
    else if (!isSame(value, read.value))
      issue('value', `“${typed}” stands for ${read.value}, not ${value}`);
    else if (!isSame(halfWidth, read.halfWidth))
      issue(
        'halfWidth',
        `half the last digit of “${typed}” is ${read.halfWidth}, not ${halfWidth}`,
      );
  },
);

export const claim = claimFields.extend({ withdrawn: z.string().nullable() });

export const reportedFields = z.object({
  id,
  quantity: anyQuantity,
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
  claims: z.array(newClaim).max(24).default([]),
});
export type Receipt = z.input<typeof receipt>;

export const pairEdit = pairFields.extend({
  version: z.number().int().describe('the version that was read; another is answered 409'),
});

const reasonable = (what: string) => z.number().nonnegative(`${what} is not negative`).max(1e6);

const isPort = (text: string) => Number(text) >= 1 && Number(text) <= 65_535;

/** `stand-in` for the simulated gauge of that name, or the address of a gauge on the network. */
export const connection = z
  .string()
  .trim()
  .max(120)
  .regex(
    /^$|^stand-in$|^(?:[A-Za-z0-9.-]+|\[[0-9a-fA-F:]+\]):\d{1,5}$/,
    'a connection is empty (typed by hand), stand-in, or host:port such as 127.0.0.1:4641',
  )
  .refine((text) => !text.includes(':') || isPort(text.slice(text.lastIndexOf(':') + 1)), {
    message: 'a port lies between 1 and 65535',
  });

export const instrumentFields = z.object({
  name: words(40, 'the name').refine((name) => !/[,;]/.test(name), {
    message: 'a name has no comma or semicolon: gauges part their lines with them',
  }),
  kind: z.enum(TOOL_NAMES),
  unit: z.string().min(1).max(12),
  resolution: z.number().positive('the smallest step is more than nothing').max(1000),
  zeroU: reasonable('an uncertainty'),
  gainU: reasonable('an uncertainty').max(
    1,
    'the slope’s uncertainty is relative: 0.001 for 0.1 %',
  ),
  serial: remark(60),
  connection: connection.default(''),
  retired: remark(200).describe('why it is out of use; empty: in use'),
});

export const calibrationFields = z
  .object({
    id,
    certificate: words(80, 'the certificate number'),
    calibratedOn: z.iso.date('a date is written 2026-03-14'),
    dueOn: z.iso.date('a date is written 2026-03-14'),
    U: reasonable('U').describe('expanded, as the certificate prints it'),
    zeroU: reasonable('an uncertainty'),
    gainU: reasonable('an uncertainty').max(1),
  })
  .refine((one) => one.calibratedOn <= one.dueOn, {
    message: 'it falls due before it was done',
    path: ['dueOn'],
  });

export const driftFields = z.object({
  id,
  at: moment,
  piece: words(80, 'the reference piece'),
  nominal: z.number(),
  pieceU: reasonable('an uncertainty').describe('standard uncertainty of the piece'),
  value: z.number(),
  person: remark(20),
});

const instrument = instrumentFields.extend({
  id,
  calibrations: z.array(calibrationFields),
  driftChecks: z.array(driftFields),
});
export type Instrument = z.infer<typeof instrument>;

/** A quantity that a lab adds to the catalogue. */
export const ownQuantityFields = z
  .object({
    id: ownQuantityId,
    name: words(60, 'the name'),
    kind: z.enum(QUANTITY_KINDS),
    datum: words(400, 'the datum: from where to where, and how'),
    view: z.enum(DRAWING_VIEWS).default('side'),
    decimals: z.number().int().min(0).max(4),
    plausibleFrom: z.number(),
    plausibleTo: z.number(),
    tool: z.enum(TOOL_NAMES),
    repeatabilitySd: reasonable('a repeatability'),
    betweenPairSd: reasonable('a spread').nullable().default(null),
    noticeable: z.number().positive('a step is more than nothing'),
    sideTolerance: reasonable('a tolerance'),
    dependsOnSetup: z.boolean().default(false),
    dependsOnTemperature: z.boolean().default(false),
  })
  .refine((one) => one.plausibleFrom < one.plausibleTo, {
    message: 'the range of shoes runs from less to more',
    path: ['plausibleTo'],
  });
export type OwnQuantity = z.infer<typeof ownQuantityFields>;

export const repeatability = z.object({ sd: z.number(), df: z.number(), source: z.string() });

const stationFields = z.object({
  quantity: measuredQuantity,
  optional: z.boolean(),
  repeats: z.number().int().min(1, 'one reading at least').max(25, 'at most 25 readings'),
  tool: z.enum(TOOL_NAMES),
  setup: remark(120),
});

export const protocolFields = z
  .object({
    id,
    basedOn: id.nullable().default(null).describe('the version it follows; null: a new protocol'),
    name: words(80, 'the name'),
    stack: stackBasis,
    conditioning: remark(200),
    stations: z
      .array(
        stationFields.extend({
          repeatability: z.object({
            sd: reasonable('a repeatability'),
            df: degreesOfFreedom,
          }),
        }),
      )
      .min(1, 'a protocol has a station at least')
      .max(120),
  })
  .superRefine(({ stations }, context) => {
    const seen = new Set<string>();
    stations.forEach(({ quantity }, at) => {
      if (seen.has(quantity))
        context.addIssue({
          code: 'custom',
          path: ['stations', at, 'quantity'],
          message: `${quantity} stands twice; a station has each quantity once`,
        });
      seen.add(quantity);
    });
  });

const protocol = z.object({
  id,
  lineId: id,
  name: z.string(),
  version: z.number().int(),
  retired: z.boolean().describe('a newer version is offered instead'),
  used: z.boolean().describe('a session was taken by it: editing makes a new version'),
  conditioning: z.string(),
  stack: stackBasis,
  stations: z.array(
    stationFields.extend({
      repeatability: repeatability.describe('in force: the protocol’s own, or learned by the lab'),
      ownRepeatability: z
        .object({ sd: z.number(), df: z.number() })
        .describe('as the protocol states it: what an edit goes on from'),
    }),
  ),
});
export type Protocol = z.infer<typeof protocol>;

const spread = z.object({ sd: z.number(), df: z.number() });

/** What a gauge study gives to the sittings with its gauge and protocol. */
export const adoptedStudy = z.object({
  id,
  name: z.string(),
  quantity: measuredQuantity,
  instrumentId: id,
  protocolLineId: id,
  repeatability: spread,
  operator: spread,
  interaction: spread,
});

const person = z.object({ id, code: z.string(), role: z.string() });

const unitFamily = z.enum(['stack', 'mass', 'distance']);
export const unitChoices = z.record(unitFamily, z.string());
export const unitChange = z
  .partialRecord(unitFamily, z.string().max(12))
  .refine((change) => Object.keys(change).length > 0, 'say which unit: stack, mass or distance');

export const lab = z.object({
  setUp: z.boolean(),
  instruments: z.array(instrument),
  protocols: z.array(protocol),
  people: z.array(person),
  units: unitChoices,
  noticeable: z.record(z.string(), z.number()),
  ownQuantities: z.array(ownQuantityFields),
  exponent: z.object({ k: z.number(), uK: z.number(), df: z.number().nullable() }),
  adoptedStudies: z
    .array(adoptedStudy)
    .describe('gauge studies that sittings with their gauge and protocol lean on'),
});
export type Lab = z.infer<typeof lab>;

const readingFields = z.object({
  id,
  side: z.enum(SIDES),
  quantity: measuredQuantity,
  typed: words(LONGEST_TYPED, 'the reading'),
  unit: z.string().max(12).describe('what a bare number in typed means'),
  instrumentId: id,
  takenAt: moment,
  supersedes: id.nullable().default(null),
  reason: remark(200).describe('why it supersedes an earlier reading'),
  note: remark(500),
  temperatureC: z.number().min(-60).max(80).nullable().default(null).describe('of the room'),
  humidityPct: z.number().min(0).max(100).nullable().default(null),
});
export const newReading = readingFields.extend({
  sessionId: id,
  entered: z
    .enum(['typed', 'live'])
    .default('typed')
    .describe('by hand, or taken off a live gauge'),
});
export type NewReading = z.input<typeof newReading>;

export const reading = readingFields.extend({
  occasionId: id,
  entered: z.enum(ENTRIES),
  turn: z.number().int().nullable(),
  part: z.string().nullable(),
  curveId: id.nullable(),
  curveWindow: z.tuple([z.number(), z.number()]).nullable(),
  cycleSd: z.number().nullable().describe('SD of the cycles behind a value from a curve'),
  trial: z.number().int(),
  value: z.number(),
  supersededBy: id.nullable(),
  voided: z.string().nullable().describe('reason; null: the reading stands'),
});
/** A reading of a sitting: of a shoe, by an instrument of the lab. */
export type SittingReading = z.infer<typeof reading>;

/** What is said of the shoes in a sitting. */
export const sessionTerms = z.object({
  configuration: z.enum(CONFIGURATIONS).default('as sold'),
  removed: remark(120).describe('parts taken off: laces, gaiter'),
  conditioned: z
    .boolean()
    .nullable()
    .default(null)
    .describe('as the protocol asks; null: not said'),
  wornKm: z.number().nonnegative().max(20_000),
});

/** Terms as they are changed: of the version that was read. */
export const sessionTermsEdit = sessionTerms.extend({
  version: z.number().int().describe('the version that was read; another is answered 409'),
});

export const sessionFields = z.object({
  id,
  pairId: id,
  protocolId: id,
  person: remark(20).describe("the operator's code"),
  ...sessionTerms.shape,
  startedAt: moment,
});
const sessionNote = z.object({ id, text: words(1000, 'the note'), at: moment });
export const newNote = sessionNote;
export const session = sessionFields.extend({
  version: z.number().int().describe('grows as the terms are changed'),
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
  openSession: z.string().nullable().describe('when the sitting that is still open was begun'),
  match: z
    .object({
      decision: z.enum(['keep', 'keep and note', 'return']).nullable().describe('null: begun'),
      words: z.string(),
    })
    .nullable()
    .describe('null: not checked'),
});
export type PairRow = z.infer<typeof pairRow>;

const editionRecord = editionFields.extend({
  id,
  slug: z.string(),
  maker: z.string(),
  model: z.string(),
  modelId: id,
  discipline: z.string(),
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
  discipline: z.string(),
  pairs: z.array(z.object({ tag: z.string(), label: sizeLabel, readings: z.number().int() })),
  claims: z.number().int(),
});
export type EditionRow = z.infer<typeof editionRow>;

const basis = z.object({
  label: sizeLabel,
  configuration: z.enum(CONFIGURATIONS),
  removed: z.string().optional(),
  wornKm: z.number(),
  stack: stackBasis.optional(),
  setup: z.string().optional(),
  temperatureC: z.number().optional(),
});

/** A figure as a page shows it. */
export const figureView = z.object({
  quantity: anyQuantity,
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
          loops: z
            .array(
              z.object({
                tag: z.string(),
                side: z.enum(SIDES),
                lossJ: z.number(),
                returnPercent: z.number(),
                set: z.number().describe('mm or °'),
              }),
            )
            .describe('of the curves behind the figure'),
        }),
      ),
    }),
  ),
  handScores: z
    .array(
      z.object({
        quantity: measuredQuantity,
        tag: z.string(),
        side: z.enum(SIDES),
        votes: z.array(z.number()),
        median: z.number(),
      }),
    )
    .describe('ordinal, by hand: every vote, never averaged'),
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
  leftOut: z
    .array(z.object({ tag: z.string(), words: z.string() }))
    .describe('rejected pairs, whose figures are not in'),
  included: z
    .array(z.object({ tag: z.string(), reason: z.string() }))
    .describe('rejected pairs that are in all the same, by hand'),
  matched: z
    .array(z.object({ tag: z.string(), decision: z.string(), words: z.string() }))
    .describe('how the pairs stood when left was held against right'),
  studies: z.array(z.string()).describe('gauge studies that the uncertainties lean on'),
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
      quantity: anyQuantity,
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
        line: z.number().int().optional().describe('of a file, from 1'),
      }),
    )
    .optional(),
  faultCount: z
    .number()
    .int()
    .optional()
    .describe('all faults of a file, where errors lists the first'),
});
export type Problem = z.infer<typeof problem>;

/** What an instrument touched, and what becomes of it without. */
export const recall = z.object({
  instrument: z.string(),
  since: z.string(),
  readings: z.number().int(),
  pairs: z.array(
    z.object({
      tag: z.string(),
      edition: z.string(),
      readings: z.number().int(),
      figures: z.array(
        z.object({
          quantity: anyQuantity,
          with: z.object({ value: z.number(), U: z.number() }),
          without: z.object({ value: z.number(), U: z.number() }).nullable(),
        }),
      ),
    }),
  ),
  verdicts: z.array(
    z.object({
      edition: z.string(),
      tag: z.string(),
      quantity: anyQuantity,
      about: z.string().describe('the claim, or left against right'),
      with: z.string(),
      without: z.string(),
    }),
  ),
  sheets: z.array(z.object({ slug: z.string(), edition: z.string(), label: sizeLabel })),
  matches: z
    .array(z.object({ tag: z.string(), readings: z.number().int(), decision: z.string() }))
    .describe('checks of left against right that lean on it; check these pairs again'),
});
export type Recall = z.infer<typeof recall>;

/** What a file of readings brings. */
export const importReport = z.object({
  lines: z.number().int().describe('readings in the file'),
  added: z.number().int(),
  alreadyThere: z.number().int(),
  sessions: z.number().int().describe('sittings that are new with it'),
  preview: z.boolean(),
  pairs: z.array(z.object({ tag: z.string(), readings: z.number().int() })),
  quantities: z.array(z.object({ quantity: z.string(), readings: z.number().int() })),
  odd: z
    .array(z.object({ line: z.number().int(), column: z.string(), message: z.string() }))
    .describe('readings outside what shoes measure: to be looked at, the first of them'),
  oddCount: z.number().int(),
});
export type ImportReport = z.infer<typeof importReport>;

export const importProgress = z.object({
  phase: z.enum(['waiting', 'reading', 'checking', 'writing', 'done']),
  bytes: z.number().int(),
  totalBytes: z.number().int().nullable(),
  lines: z.number().int(),
});
export type ImportProgress = z.infer<typeof importProgress>;
