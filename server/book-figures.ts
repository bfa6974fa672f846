/**
 * Every figure and verdict that a book gives, as flat rows: what a rebuilt house is held to. Rows are
 * named by what they are of, not by the shape of the answer they were read from.
 */

import { createHash } from 'node:crypto';
import type { Recall } from '#contract/job-records.ts';
import type { Lab } from '#contract/lab-records.ts';
import type { MatchRecord } from '#contract/match-records.ts';
import type { Comparison, FigureView, Sheet } from '#contract/sheet-records.ts';
import type { GaugeStudyRecord } from '#contract/study-records.ts';
import { evaluateCheck } from '#core/match/match-check.ts';
import type { SiblingFeatures } from '#core/match/match-pattern.ts';
import type { SizeLabel } from '#core/sizing/size-label.ts';
import { completeParts, studyGauge } from '#core/study/gauge-study.ts';
import { textOf } from '#core/wording/sentence.ts';

/** Numbers and words by the name of their row. */
export type BookFigures = Record<string, (number | string | null)[]>;

/** Asks the API for an answer. */
export type Get = (path: string) => Promise<unknown>;

/** A moment is compared as what it says, whatever zone it is written in. */
const utc = (moment: string) => new Date(moment).toISOString();

const slugOf = ({ system, size }: SizeLabel) => `${system}-${size}`;
const of = ({ value, u, df, U, readings, pairs, provenance }: FigureView) => [
  value,
  u,
  df,
  U,
  readings,
  pairs,
  provenance,
];

/** All rows of a list, page after page. */
async function listAll<T>(get: Get, path: string): Promise<T[]> {
  const rows: T[] = [];
  let after: string | null = '';
  while (after !== null) {
    const query: string = after === '' ? '' : `&after=${encodeURIComponent(after)}`;
    const page = (await get(`${path}limit=200${query}`)) as { rows: T[]; more: string | null };
    rows.push(...page.rows);
    after = page.more;
  }
  return rows;
}

/** All pairs, on the table or not, in the order of their tags. */
async function listPairs<T extends { tag: string }>(get: Get): Promise<T[]> {
  const rows = [
    ...(await listAll<T>(get, '/api/pairs?')),
    ...(await listAll<T>(get, '/api/pairs?shelf=shelf&')),
  ];
  return rows.sort((a, b) => (a.tag < b.tag ? -1 : 1));
}

/** Tags of all pairs of a book. */
export const pairsOfBook = async (get: Get): Promise<string[]> =>
  (await listPairs(get)).map(({ tag }) => tag);

/** Addresses of the editions of a book of which a pair was here. */
export const editionsOfBook = async (get: Get): Promise<string[]> =>
  (await listAll<{ slug: string; pairs: object[] }>(get, '/api/editions?'))
    .filter(({ pairs }) => pairs.length > 0)
    .map(({ slug }) => slug);

async function figuresOfSheets(get: Get, rows: BookFigures): Promise<string[]> {
  const editions = await listAll<{
    slug: string;
    pairs: { label: SizeLabel; readings: number }[];
  }>(get, '/api/editions?');
  const measured = editions.filter((edition) => edition.pairs.length > 0);
  for (const { slug } of measured) {
    const { labels } = (await get(`/api/sheets/${slug}`)) as Sheet;
    for (const label of labels) {
      const at = `sheet ${slug} ${slugOf(label)}`;
      const sheet = (await get(`/api/sheets/${slug}?label=${slugOf(label)}`)) as Sheet;
      for (const { key, figures } of sheet.sections)
        for (const { figure, pairU, pairs, claims, grade, speaksForEdition } of figures) {
          const name = `${at} / ${key} / ${figure.quantity} ${figure.basis.setup ?? ''}`.trim();
          rows[name] = [...of(figure), pairU, Number(speaksForEdition), grade];
          rows[`${name} / doubts`] = figure.doubts.map((doubt) => doubt.text);
          rows[`${name} / conversions`] = figure.conversions.map((one) => JSON.stringify(one));
          for (const { tag, value, U } of pairs) rows[`${name} / ${tag}`] = [value, U];
          for (const { typed, judgement } of claims)
            rows[`${name} / claimed ${typed}`] = [judgement?.verdict ?? null];
        }
      rows[`${at} / scores`] = sheet.handScores.map(
        ({ tag, quantity, side, votes }) => `${tag} ${quantity} ${side} ${votes.join(' ')}`,
      );
      rows[`${at} / studies`] = sheet.studies;
      rows[`${at} / left out`] = sheet.leftOut.map(({ tag, words }) => `${tag}: ${words}`);
      rows[`${at} / matched`] = sheet.matched.map(({ tag, words }) => `${tag}: ${words}`);
      rows[`${at} / measured by`] = [...sheet.measuredBy, sheet.lastMeasured];
    }
  }
  return measured.map((edition) => edition.slug);
}

async function figuresOfComparisons(get: Get, rows: BookFigures, slugs: string[]): Promise<void> {
  for (let first = 0; first + 1 < slugs.length; first++) {
    const set = slugs.slice(first, first + 3).join(',');
    const plain = (await get(`/api/comparison?editions=${set}`)) as Comparison;
    for (const { key } of plain.stacks.length > 0 ? plain.stacks : [{ key: '' }]) {
      const stack = key ? `&stack=${key}` : '';
      const { editions, rows: lines } = (await get(
        `/api/comparison?editions=${set}${stack}`,
      )) as Comparison;
      for (const { quantity, noticeable, cells } of lines)
        cells.forEach(({ figure, terms, words, difference }, place) => {
          rows[`compare ${set} ${key} / ${quantity} / ${editions[place]?.slug}`] = [
            ...(figure ? of(figure) : [null]),
            terms,
            textOf(words),
            noticeable,
            difference?.difference ?? null,
            difference?.U ?? null,
            difference?.verdict ?? null,
            difference?.noticeable ?? null,
          ];
        });
    }
  }
}

async function figuresOfChecks(get: Get, rows: BookFigures, lab: Lab): Promise<void> {
  const pairs = await listPairs(get);
  for (const { tag } of pairs) {
    const record = (await get(`/api/pairs/${tag}/match`)) as MatchRecord;
    record.checks.forEach((check, nth) => {
      const at = `match ${tag} ${nth + 1}`;
      const { judgements, causes, verdict, next, cautions } = evaluateCheck(check, {
        label: record.pair.label,
        wornKm: record.pair.wornKm,
        protocols: lab.protocols,
        adoptedStudies: lab.adoptedStudies,
        tolerances: record.tolerances,
        siblings: record.siblings as SiblingFeatures,
        instruments: lab.instruments,
        names: record.names,
      });
      for (const { id, left, right, difference, U, tolerance, verdict: word } of judgements)
        rows[`${at} / ${id}`] = [
          left?.value ?? null,
          right?.value ?? null,
          left?.n ?? 0,
          right?.n ?? 0,
          difference ?? null,
          U ?? null,
          tolerance,
          word,
        ];
      const subjects = (findings: readonly { subject: string }[]) =>
        findings.map(({ subject }) => subject).join();
      rows[`${at} / verdict`] = [
        verdict.answer,
        verdict.advice,
        JSON.stringify(verdict.fault ?? null),
        ...verdict.seen.map((seen) => JSON.stringify(seen)),
      ];
      rows[`${at} / causes`] = causes.map((cause) =>
        [
          cause.id,
          cause.confidence,
          cause.atFault,
          cause.action,
          subjects(cause.evidenceFor),
          subjects(cause.evidenceAgainst),
          subjects(cause.unknown),
        ].join(' | '),
      );
      rows[`${at} / next`] = [next ? JSON.stringify(next) : null];
      rows[`${at} / cautions`] = cautions;
      rows[`${at} / decision`] = [check.decision?.decision ?? null, check.decision?.words ?? null];
      rows[`${at} / readings`] = check.readings.map(
        ({ quantity, side, typed, value, voided, takenAt }) =>
          `${quantity} ${side} ${typed} ${value} ${utc(takenAt)} ${voided ?? ''}`,
      );
    });
  }
}

async function figuresOfStudies(get: Get, rows: BookFigures, slugs: string[], lab: Lab) {
  for (const edition of slugs) {
    const first = (await get(`/api/studies/pairs?edition=${edition}`)) as {
      quantities: string[];
    };
    for (const quantity of first.quantities) {
      const study = (await get(`/api/studies/pairs?edition=${edition}&quantity=${quantity}`)) as {
        basis: { key: string } | null;
        bases: object[];
        readings: { value: number[] };
      };
      rows[`pairs ${edition} / ${quantity}`] = [
        study.basis?.key ?? null,
        study.bases.length,
        ...study.readings.value,
      ];
    }
  }
  const quantities = [
    ...new Set(lab.protocols.flatMap((protocol) => protocol.stations.map((one) => one.quantity))),
  ].sort();
  for (const quantity of quantities) {
    const ranks = await listAll<Record<string, unknown>>(
      get,
      `/api/studies/consistency?quantity=${quantity}&`,
    );
    for (const row of ranks)
      rows[`consistency ${quantity} / ${row.slug} ${slugOf(row.label as SizeLabel)}`] = [
        row.mean as number,
        row.pairSd as number,
        row.measurementShare as number | null,
        row.sideBias as number,
        row.pairs as number,
        row.readings as number,
        row.basis as string,
      ];
    const sides = (await get(`/api/studies/sides?quantity=${quantity}`)) as {
      tag: string;
      difference: number;
    }[];
    for (const { tag, difference } of sides) rows[`sides ${quantity} / ${tag}`] = [difference];
    const methods = (await get(`/api/studies/methods?quantity=${quantity}`)) as {
      key: string;
      shoes: number;
    }[];
    rows[`methods ${quantity}`] = methods.map(({ key, shoes }) => `${key}: ${shoes}`).sort();
  }
  const studies = (await get('/api/studies/gauge')) as { id: string; name: string }[];
  for (const { id, name } of studies) {
    const study = (await get(`/api/studies/gauge/${id}`)) as GaugeStudyRecord;
    const at = `gauge study ${name}`;
    rows[at] = [
      study.taken.filter((taken) => taken.voided === null).length,
      study.turns.length,
      study.ended,
      study.retired,
      study.adopted ? study.adopted.at : null,
    ];
    if (!study.readings) continue;
    rows[`${at} / readings`] = study.readings.map(
      ({ part, operator, trial, typed, value }) => `${part} ${operator} ${trial} ${typed} ${value}`,
    );
    const parts = completeParts(study.readings);
    if (new Set(parts.map((one) => one.part)).size < 2) continue;
    const { variance, verdict } = studyGauge(parts, study.tolerance ?? undefined);
    rows[`${at} / verdict`] = [
      variance.repeatability,
      variance.operator,
      variance.interaction,
      variance.part,
      verdict,
    ];
  }
  const bridges = (await get('/api/bridges')) as Record<string, unknown>[];
  for (const { quantity, conversion, conversionU, words, retired } of bridges)
    rows[`bridge ${quantity}`] = [
      JSON.stringify(conversion),
      conversionU as number,
      words as string,
      retired as string,
    ];
}

async function figuresOfRecalls(get: Get, rows: BookFigures, lab: Lab): Promise<void> {
  for (const { id, name } of lab.instruments) {
    const recall = (await get(`/api/instruments/${id}/recall?since=2020-01-01`)) as Recall;
    const { instrument, since, readings, verdicts, sheets, matches } = recall;
    const pairs = recall.pairs.map((pair) => ({
      tag: pair.tag,
      edition: pair.edition,
      figures: pair.figures,
      readings: pair.readings,
    }));
    rows[`recall ${name}`] = [
      JSON.stringify({ instrument, since, readings, pairs, verdicts, sheets, matches }),
    ];
  }
}

async function figuresOfLab(get: Get, rows: BookFigures, lab: Lab): Promise<void> {
  for (const { name, version, stations } of lab.protocols)
    for (const { quantity, repeatability } of stations)
      rows[`protocol ${name} ${version} / ${quantity}`] = [
        repeatability.sd,
        repeatability.df,
        repeatability.source,
      ];
  rows['mass exponent'] = [lab.exponent.k, lab.exponent.uK, lab.exponent.df];
  for (const { name, quantity, repeatability, operator, interaction } of lab.adoptedStudies)
    rows[`adopted ${name}`] = [
      quantity,
      repeatability.sd,
      repeatability.df,
      operator.sd,
      operator.df,
      interaction.sd,
      interaction.df,
    ];
  const pairs = await listPairs<Record<string, unknown> & { tag: string }>(get);
  for (const { tag, readings, stationsDone, stations, heelMm, forefootMm, massG } of pairs)
    rows[`pair ${tag}`] = [readings, stationsDone, stations, heelMm, forefootMm, massG] as number[];
}

/** Readings as they stand in the record, corrections and voids too, and as a file has them. */
async function readingsOf(get: Get, rows: BookFigures): Promise<void> {
  const pairs = await listPairs(get);
  for (const { tag } of pairs) {
    const { sessions } = (await get(`/api/pairs/${tag}`)) as {
      sessions: { readings: Record<string, unknown>[] }[];
    };
    sessions.forEach(({ readings }, nth) => {
      const lines = readings.map((reading) => [
        ...['id', 'side', 'quantity', 'trial', 'typed', 'value', 'supersedes', 'supersededBy'].map(
          (field) => reading[field],
        ),
        reading.reason,
        reading.note,
        reading.entered,
        reading.voided,
        utc(String(reading.takenAt)),
      ]);
      rows[`readings ${tag} ${nth + 1}`] = [
        lines.length,
        createHash('sha256').update(JSON.stringify(lines)).digest('hex'),
      ];
    });
  }
  const file = String(await get('/api/readings/export'));
  const lines = file.trimEnd().split('\n').sort();
  rows['readings as a file'] = [
    lines.length,
    createHash('sha256').update(lines.join('\n')).digest('hex'),
  ];
}

/** Everything that a book says in figures and verdicts. */
export async function bookFigures(get: Get): Promise<BookFigures> {
  const rows: BookFigures = {};
  const lab = (await get('/api/lab')) as Lab;
  await figuresOfLab(get, rows, lab);
  const slugs = await figuresOfSheets(get, rows);
  await figuresOfComparisons(get, rows, slugs);
  await figuresOfChecks(get, rows, lab);
  await figuresOfStudies(get, rows, slugs, lab);
  await figuresOfRecalls(get, rows, lab);
  await readingsOf(get, rows);
  return rows;
}

/** Two numbers are one figure within so large a share of it. */
const SAME = 1e-9;

const isSame = (a: unknown, b: unknown) =>
  typeof a === 'number' && typeof b === 'number'
    ? Math.abs(a - b) <= SAME * Math.max(1, Math.abs(a))
    : a === b;

/** Rows in which two books differ, each with both. */
export function differences(before: BookFigures, now: BookFigures): string[] {
  const names = new Set([...Object.keys(before), ...Object.keys(now)]);
  return [...names].flatMap((name) => {
    const [was, is] = [before[name], now[name]];
    if (!was || was.length !== is?.length)
      return [`${name}: ${JSON.stringify(was)} → ${JSON.stringify(is)}`];
    return was.flatMap((value, place) =>
      isSame(value, is[place]) ? [] : [`${name}: ${value} → ${is[place]}`],
    );
  });
}
