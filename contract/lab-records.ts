/** What the lab has: instruments, protocols, people, units, its own quantities. */

import { z } from 'zod';
import { SHOE_PARTS } from '#core/catalogue/construction.ts';
import { DISCIPLINES, MOST_STATIONS, type ShippedUse } from '#core/catalogue/disciplines.ts';
import { DRAWING_VIEWS } from '#core/catalogue/quantity.ts';
import { SLOPE_KINDS } from '#core/catalogue/slopes.ts';
import { TOOL_NAMES } from '#core/catalogue/tools.ts';
import { QUANTITY_KINDS } from '#core/sizing/units.ts';
import { degreesOfFreedom } from './calculation.ts';
import { schools } from './desk-records.ts';
import { wearThresholds } from './due-records.ts';

import {
  anyDiscipline,
  anyQuantity,
  disciplineName,
  id,
  measuredQuantity,
  moment,
  ownQuantityId,
  partId,
  remark,
  stackBasis,
  words,
} from './fields.ts';

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

export const instrument = instrumentFields.extend({
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
    datum: remark(400).describe('from where to where, and how; empty: not said'),
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

/** A use that a lab copied and changed; one that takes nothing is none. */
export const ownUseFields = z.object({
  name: disciplineName,
  copiedFrom: z.enum(DISCIPLINES as [ShippedUse, ...ShippedUse[]]),
  says: words(200, 'for whom and for what it is'),
  classed: z.boolean().describe('stack and drop are called by the classes of running shoes'),
  takes: z
    .array(measuredQuantity)
    .min(1, 'a use takes one quantity at least')
    .max(MOST_STATIONS, `a use takes at most ${MOST_STATIONS} quantities; more are a full bench`)
    .refine((takes) => new Set(takes).size === takes.length, 'a quantity stands twice'),
  parts: z.array(partId).max(SHOE_PARTS.length).describe('looked at first on the walk'),
  specialities: z.array(words(60, 'a speciality')).max(12),
  cautions: z
    .array(words(200, 'a caution'))
    .max(12)
    .describe('beside those of the use it was copied from, which stay'),
});

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
    discipline: anyDiscipline.default('').describe('the use it is made for'),
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
  discipline: anyDiscipline.default('').describe('the use it is made for'),
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

/** What the repeats of one quantity show, by one protocol and kind of tool. */
const learnedRepeatability = z.object({
  protocolId: id,
  quantity: measuredQuantity,
  tool: z.enum(TOOL_NAMES),
  sd: z.number(),
  df: z.number(),
  pairs: z.number().int(),
  hidden: z.boolean().describe('the step of the gauge hides the scatter'),
  apart: z.array(z.string()).describe('tags of pairs that scatter too far, counted in part'),
});

/** How a quantity goes with size or wear in this lab: per full size or 100 km, canonical unit or %. */
const learnedSlope = z.object({
  quantity: anyQuantity,
  by: z.enum(SLOPE_KINDS),
  slope: z.number(),
  u: z.number(),
  df: z.number(),
  commonU: z.number(),
  ownU: z.number(),
  groups: z.number().int().describe('editions, or pairs, that show it'),
  isFar: z.boolean().describe('so far from the usual slope that a person looks at it first'),
  isSurer: z.boolean(),
  inUse: z.boolean().describe('it stands in place of the usual one'),
});

/** Between what a quantity is to lie. */
export const limits = z
  .object({ low: z.number().nullable(), high: z.number().nullable() })
  .refine(({ low, high }) => low === null || high === null || low < high, {
    message: 'the upper limit lies above the lower',
    path: ['high'],
  });

const drawnLine = {
  subject: z.string(),
  discipline: anyDiscipline,
  reason: z.string(),
  at: z.string(),
  person: z.string(),
};

/** A line that the lab drew: what is noticeable, how far left and right may differ, where classes begin. */
export const thresholdChange = z.discriminatedUnion('kind', [
  z.object({
    ...drawnLine,
    kind: z.literal('noticeable'),
    value: z.object({ step: z.number() }),
  }),
  z.object({
    ...drawnLine,
    kind: z.literal('sides'),
    value: z.object({ absolute: z.number(), share: z.number() }),
  }),
  z.object({
    ...drawnLine,
    kind: z.literal('classes'),
    value: z.object({ bounds: z.array(z.number()) }),
  }),
  z.object({
    ...drawnLine,
    kind: z.literal('target'),
    value: limits,
  }),
  z.object({ ...drawnLine, kind: z.literal('rule'), value: limits }),
  z.object({ ...drawnLine, kind: z.literal('wear-checks'), value: wearThresholds.plan }),
  z.object({ ...drawnLine, kind: z.literal('rated-life'), value: wearThresholds.life }),
  z.object({ ...drawnLine, kind: z.literal('tread-limit'), value: wearThresholds.tread }),
  z.object({ ...drawnLine, kind: z.literal('life-factor'), value: wearThresholds.factor }),
]);

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

export const person = z.object({ id, code: z.string(), role: z.string() });

const unitFamily = z.enum(['stack', 'heel', 'mass', 'distance']);

export const unitChoices = z.record(unitFamily, z.string());

export const unitChange = z
  .partialRecord(unitFamily, z.string().max(12))
  .refine(
    (change) => Object.keys(change).length > 0,
    'say which unit: stack, heel, mass or distance',
  );

export const lab = z.object({
  setUp: z.boolean(),
  instruments: z.array(instrument),
  protocols: z.array(protocol),
  people: z.array(person),
  units: unitChoices,
  schools: schools.describe('where practice differs: how it is done here'),
  sender: z.string().describe('who sends parcels, a line each: it stands on return notes'),
  noticeable: z.record(z.string(), z.number()),
  classes: z
    .record(
      z.string(),
      z.array(
        z.object({ name: z.string(), from: z.number().optional(), over: z.number().optional() }),
      ),
    )
    .describe('classes that this lab bounds otherwise than practice does'),
  ownQuantities: z.array(ownQuantityFields),
  ownUses: z.array(ownUseFields).describe('uses that the lab copied and changed'),
  exponent: z.object({ k: z.number(), uK: z.number(), df: z.number().nullable() }),
  slopes: z.array(learnedSlope).describe('slopes over size and wear that this lab found'),
  learned: z.array(learnedRepeatability).describe('what the repeats of this lab show'),
  adoptedStudies: z
    .array(adoptedStudy)
    .describe('gauge studies that sittings with their gauge and protocol lean on'),
});

export type Lab = z.infer<typeof lab>;
