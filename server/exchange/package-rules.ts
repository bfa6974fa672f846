/**
 * What a row of a package must be to stand in a lab: the schema of its own record for each column that a table of SQLite
 * takes in any form: words of a vocabulary, days and moments, JSON. A row that came from a stranger is checked as one
 * that was typed.
 */
import { z } from 'zod';
import { claimMark } from '#contract/construction-records.ts';
import { practiceResult, purse, schools } from '#contract/desk-records.ts';
import {
  anyDiscipline,
  day as dayOrNull,
  disciplineName,
  moment,
  ownQuantityId,
  partId,
  stackBasis,
  takenQuantity,
} from '#contract/fields.ts';
import {
  FIT_DECISIONS,
  footProfile,
  SOCKS,
  TRY_ON_INSOLES,
  tryOnAnswers,
  tryOnFields,
} from '#contract/fit-records.ts';
import { NAMED_PART_KINDS, PART_PLACES } from '#contract/insole-records.ts';
import { keptComparison, sheetChoices } from '#contract/issue-records.ts';
import { benchDocument, ISSUED_KINDS } from '#contract/issued-records.ts';
import {
  adoptedStudy,
  ownQuantityFields,
  ownUseFields,
  thresholdChange,
  unitChoices,
} from '#contract/lab-records.ts';
import { pairJob } from '#contract/life-records.ts';
import { lineKind, placeInLine } from '#contract/line-records.ts';
import { MATCH_DECISIONS, matchSeen, PHOTOGRAPH_SUBJECTS } from '#contract/match-records.ts';
import { ACQUISITIONS, SHOES_HELD } from '#contract/pair-records.ts';
import { keptBridge, method } from '#contract/study-records.ts';
import { outingSaid } from '#contract/wear-records.ts';
import { wordBlocks } from '#contract/word-records.ts';
import { QUANTITY_IDS, SIDES } from '#core/catalogue/quantities.ts';
import { CONFIGURATIONS } from '#core/catalogue/stack-basis.ts';
import { TOOL_NAMES } from '#core/catalogue/tools.ts';
import { ENTRIES, OCCASIONS } from '#core/figures/reading.ts';
import { LESSON_IDS } from '#core/practice/lessons.ts';
import { WEAR_ANSWERS } from '#core/records/wear-verdict.ts';
import { SHEET_PARTS } from '#core/sheet/sheet-words.ts';
import { LABEL_SYSTEMS } from '#core/sizing/size-label.ts';
import { EFFORTS, GROUNDS } from '#core/wear/outing-words.ts';
import { SEASONS } from '#core/wear/rotation.ts';
import { isEdit } from '../store/corrections.ts';

export type PackedValue = string | number | Buffer | null;

const isEmptyOr = <T extends readonly [string, ...string[]]>(words: T) =>
  z.union([z.literal(''), z.enum(words)]);
const quantity = z.union([z.enum(QUANTITY_IDS), ownQuantityId]);
const side = z.enum(SIDES);
const day = dayOrNull.unwrap().unwrap();
/** A name or a remark: no control letters but those of a line. */
const plainText = z
  .string()
  .max(20_000, 'the text is too long')
  .refine((text) => !/[^\P{Cc}\n\r\t]/u.test(text), 'the text holds letters that no text has');

/** Text of a JSON column, by the schema of what it holds. */
const json = (schema: z.ZodType) =>
  z.string().transform((text, context) => {
    let value: unknown;
    try {
      value = JSON.parse(text);
    } catch {
      context.addIssue({ code: 'custom', message: 'it is not JSON' });
      return z.NEVER;
    }
    const read = schema.safeParse(value);
    if (!read.success) {
      const [issue] = read.error.issues;
      const place = issue?.path.join('.');
      context.addIssue({
        code: 'custom',
        message: `${place ? `${place}: ` : ''}${issue?.message ?? 'it cannot be read'}`,
      });
    }
    return text;
  });

const texts = z.array(z.string());
const { shape: said } = outingSaid;

/** Days and moments go by the name of their column, whichever table they are of. */
const DAYS = new Set([
  'answered_on',
  'asked_on',
  'bought_on',
  'calibrated_on',
  'dated',
  'due_on',
  'ended_on',
  'made_until',
  'on_day',
  'received_on',
  'return_by',
  'seen_on',
  'since',
  'until',
]);
const MOMENTS = new Set([
  'added_at',
  'adopted_at',
  'at',
  'began_at',
  'blanked_at',
  'decided_at',
  'finished_at',
  'kept_at',
  'said_at',
  'started_at',
  'taken_at',
]);
/** Columns that name a row, or a thing, by letters that stand in addresses too. */
const NAMES = new Set(['id', 'slug', 'tag']);
const addressable = z.string().regex(/^[\p{L}\p{N}._ -]{1,160}$/u, 'no name that an address holds');

const RULES: Record<string, Record<string, z.ZodType>> = {
  person: { role: z.enum(['bench', 'tester']) },
  own_quantity: { definition: json(ownQuantityFields) },
  own_use: { name: disciplineName, entry: json(ownUseFields) },
  instrument: { kind: z.enum(TOOL_NAMES) },
  protocol: { stack: json(stackBasis), discipline: anyDiscipline },
  protocol_station: { quantity, tool: z.enum(TOOL_NAMES) },
  bridge: {
    quantity,
    from_method: json(method),
    to_method: json(method),
    found: json(keptBridge.pick({ shoes: true, conversion: true, conversionU: true, words: true })),
  },
  edition: {
    made_system: z.enum(LABEL_SYSTEMS),
    sample_system: z.enum(LABEL_SYSTEMS),
    still_made: placeInLine.shape.stillMade,
  },
  edition_kin: { kind: lineKind },
  edition_part: { part: partId },
  edition_use: { discipline: disciplineName },
  claim: {
    quantity,
    label_system: z.enum(LABEL_SYSTEMS),
    stated_basis: json(stackBasis.partial()),
  },
  claim_text: { mark: claimMark },
  reported_figure: { quantity, label_system: z.enum(LABEL_SYSTEMS) },
  pair: {
    label_system: z.enum(LABEL_SYSTEMS),
    shoes: z.enum(SHOES_HELD),
    acquisition: z.enum(ACQUISITIONS),
    decision: z.enum(MATCH_DECISIONS),
  },
  pair_part: { part: partId },
  pair_job: {
    purposes: json(pairJob.shape.purposes),
    surfaces: json(pairJob.shape.surfaces),
    season: z.enum(SEASONS),
  },
  named_part: { kind: z.enum(NAMED_PART_KINDS) },
  part_place: { how: z.enum(PART_PLACES) },
  tester_foot: { profile: json(footProfile) },
  occasion: { kind: z.enum(OCCASIONS) },
  sitting: { configuration: z.enum(CONFIGURATIONS) },
  curve: { side, quantity },
  reading: {
    side,
    quantity: takenQuantity,
    entered: z.enum(ENTRIES),
    curve_window: json(z.tuple([z.number(), z.number()])),
  },
  match_check: {
    extent: z.enum(['full', 'short']),
    seen: json(matchSeen),
    decision: z.enum(MATCH_DECISIONS),
  },
  try_on: {
    sock: z.enum(SOCKS),
    insole: z.enum(TRY_ON_INSOLES),
    answers: json(tryOnAnswers),
    tried: json(tryOnFields.shape.tried),
    verdict: json(z.looseObject({ outcome: z.string(), reasons: z.array(z.looseObject({})) })),
    decided: z.enum(FIT_DECISIONS),
  },
  wear_check: { signs: json(texts) },
  wear_decision: {
    answer: z.enum(WEAR_ANSWERS),
    judged: json(z.looseObject({ answer: z.string(), for: texts, against: texts })),
  },
  outing: {
    wet: z.enum(GROUNDS),
    effort: z.enum(EFFORTS),
    surfaces: json(said.surfaces),
    ratings: json(said.ratings),
    faults: json(said.faults),
    route: json(said.route),
  },
  gauge_study: {
    quantity,
    parts: json(texts),
    operators: json(texts),
    turns: json(
      z.array(z.looseObject({ part: z.string(), operator: z.string(), trial: z.number() })),
    ),
    adopted: json(adoptedStudy.pick({ repeatability: true, operator: true, interaction: true })),
  },
  photograph: {
    subject_kind: z.enum(PHOTOGRAPH_SUBJECTS),
    side: isEmptyOr(SIDES),
    hash: z.string().regex(/^[0-9a-f]{64}$/, 'a hash has 64 hexadecimal digits'),
  },
  practice_round: { lesson: z.enum(LESSON_IDS), result: json(practiceResult) },
  kept_comparison: {
    asked: json(keptComparison.pick({ editions: true, label: true, stack: true })),
  },
  issued: {
    kind: z.enum(ISSUED_KINDS),
    leaned_on: json(z.union([z.looseObject({}), z.array(z.unknown())])),
  },
  change: { detail: json(z.unknown()), answer: json(z.unknown()) },
  correction: { edits: json(z.array(z.custom(isEdit, 'no edit that a correction makes'))) },
};

/** Settings that come in with a lab, each by what it holds. */
const SETTINGS: Record<string, z.ZodType> = {
  units: unitChoices,
  sender: z.string().max(300),
  purse,
  schools: schools.partial(),
};

const faultOf = (schema: z.ZodType, value: unknown): string | undefined =>
  schema.safeParse(value).error?.issues[0]?.message;

function ruleOf(table: string, column: string): z.ZodType | undefined {
  const own = RULES[table]?.[column];
  if (own) return own;
  if (DAYS.has(column)) return day;
  if (MOMENTS.has(column)) return moment;
  return NAMES.has(column) ? addressable : undefined;
}

/** What one column decides of another. */
function faultAcross(
  table: string,
  row: Record<string, PackedValue>,
): [string, string] | undefined {
  if (table === 'setting') {
    const schema = SETTINGS[String(row.name)];
    const fault = schema ? faultOf(json(schema), row.value) : undefined;
    return fault === undefined ? undefined : ['value', fault];
  }
  if (table === 'threshold') {
    const { kind, subject, discipline, reason, at, person } = row;
    let value: unknown;
    try {
      value = JSON.parse(String(row.value));
    } catch {
      return ['value', 'it is not JSON'];
    }
    const fault = faultOf(thresholdChange, {
      kind,
      subject,
      discipline,
      reason,
      at,
      person,
      value,
    });
    return fault === undefined ? undefined : ['value', fault];
  }
  if (table === 'sheet_words') {
    const { part } = row;
    if (part !== 'choices' && !(SHEET_PARTS as readonly unknown[]).includes(part))
      return ['part', 'a sheet has no such part'];
    const fault = faultOf(json(part === 'choices' ? sheetChoices : wordBlocks), row.content);
    return fault === undefined ? undefined : ['content', fault];
  }
  return undefined;
}

/**
 * The first thing wrong with a row, by its column; undefined where it may stand.
 * @example rowFault('pair', { received_on: 'banana' }) // ['received_on', 'a date is written 2026-03-14']
 */
export function rowFault(
  table: string,
  row: Record<string, PackedValue>,
): [column: string, message: string] | undefined {
  for (const [column, value] of Object.entries(row)) {
    // What may be missing is asked by the table itself.
    if (value === null || Buffer.isBuffer(value)) continue;
    const rule = ruleOf(table, column) ?? (typeof value === 'string' ? plainText : undefined);
    const isBlank = value === '' && DAYS.has(column);
    const fault = rule && !isBlank ? faultOf(rule, value) : undefined;
    if (fault !== undefined) return [column, fault];
  }
  return faultAcross(table, row);
}

/** What is wrong with a document that was issued; undefined where it can be shown. */
export function documentFault(content: string): string | undefined {
  return faultOf(json(benchDocument), content);
}
