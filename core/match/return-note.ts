/** The words of a return note: what was found, in figures, without blame. */

import { editionName } from '#core/sizing/edition-name.ts';
import type { MatchFeatureId } from '../catalogue/match-feature-ids.ts';
import { matchFeature } from '../catalogue/match-features.ts';
import { writeNumber } from '../sizing/number-words.ts';
import { nameLabel, type SizeLabel } from '../sizing/size-label.ts';
import { canonicalUnit, type Kilometres } from '../sizing/units.ts';
import {
  causeEffect,
  causeEvidence,
  feltWords,
  matchSentence,
  noteCause,
  noteCauseBeside,
  noteEvidence,
  noteFelt,
  noteShoeAtFault,
  seenFault,
} from '../wording/match-sentences.ts';
import { type Sentence, textOf } from '../wording/sentence.ts';
import type { FeatureJudgement } from './match.ts';
import type { Cause } from './match-causes.ts';
import type { MatchVerdict } from './match-verdict.ts';

export interface ReturnedPair {
  tag: string;
  maker: string;
  model: string;
  edition: string;
  label: SizeLabel;
  from: string;
  orderNumber: string;
  boughtOn: string | null;
  wornKm: Kilometres;
  receivedOn: string;
  returnBy: string | null;
}

export interface NoteFigure {
  feature: MatchFeatureId;
  name: string;
  left: string;
  right: string;
  difference: string;
  tolerance: string;
  verdict: string;
}

export interface ReturnNote {
  title: string;
  /** Rows of what the pair is. */
  facts: [name: string, words: string][];
  /** What was found, a sentence each. */
  findings: string[];
  figures: NoteFigure[];
  seen: string[];
  request: string;
  method: string;
}

const VERDICTS: Record<FeatureJudgement['verdict'], string> = {
  within: 'within',
  out: 'out',
  'cannot tell': 'cannot tell',
  'not taken': '',
};

/** One feature in figures, as it stands in the table of the note. */
export function noteFigure(judgement: FeatureJudgement, name: string): NoteFigure {
  const { id, left, right, difference, U, tolerance, verdict, against } = judgement;
  const { kind, decimals } = matchFeature(id);
  const unit = canonicalUnit(kind).symbol;
  const number = (value: number | undefined) =>
    value === undefined ? '' : writeNumber(value, decimals);
  return {
    feature: id,
    name,
    left: number(left?.value),
    right: number(right?.value),
    difference:
      difference === undefined
        ? ''
        : `${number(difference)} ± ${number(U)} ${unit}${against === 'zero' ? ' off' : ''}`,
    tolerance: `${number(tolerance)} ${unit}`,
    verdict: VERDICTS[verdict],
  };
}

/** What was found, a sentence each. */
function findingsOf(causes: readonly Cause[], verdict: MatchVerdict): Sentence[] {
  const [first, ...others] = causes;
  if (!first) return [matchSentence(verdict)];
  // What is only possible beside a cause that explains the figures is no finding.
  const beside = others
    .filter(({ confidence }) => confidence !== 'possible')
    .map((cause) => noteCauseBeside(cause.id, cause.confidence, cause.halfSizes));
  return [
    noteCause(first.id, first.confidence),
    noteShoeAtFault(first.atFaultWhy, first.atFault),
    ...first.evidenceFor.map((finding) => noteEvidence(causeEvidence(finding))),
    causeEffect(first.id, first.halfSizes),
    ...beside,
  ];
}

const OFFICE: Intl.DateTimeFormatOptions = { day: 'numeric', month: 'long', year: 'numeric' };

/** A day in words: `14 March 2026`. */
export const nameDay = (day: string): string =>
  new Date(`${day.slice(0, 10)}T12:00:00Z`).toLocaleDateString('en-GB', {
    ...OFFICE,
    timeZone: 'UTC',
  });

/**
 * The note that goes back with a pair: figures and plain words, no accusation.
 *
 * @param names features as the bench named them on this model
 */
export function writeReturnNote(
  pair: ReturnedPair,
  found: {
    judgements: readonly FeatureJudgement[];
    causes: readonly Cause[];
    verdict: MatchVerdict;
    cautions: readonly string[];
  },
  terms: {
    names: Partial<Record<MatchFeatureId, string | undefined>>;
    checkedOn: string;
    unworn: boolean | null;
    note: string;
    /** Who sends it back, a line each; empty where the lab has not said. */
    sender: string;
    /** Captions of the pictures that lie beside the check. */
    pictures: readonly string[];
  },
): ReturnNote {
  const { maker, model, edition } = pair;
  const taken = found.judgements.filter((one) => one.verdict !== 'not taken');
  const worn =
    terms.unworn === null
      ? 'not stated'
      : terms.unworn
        ? 'unworn, tried indoors only'
        : pair.wornKm > 0
          ? `worn ${Math.round(pair.wornKm)} km`
          : 'worn';
  const felt = feltWords(found.verdict.felt);
  const pictures = terms.pictures.length;
  const captions = terms.pictures.filter(Boolean);
  const fact = (name: string, words: string): ReturnNote['facts'] =>
    words === '' ? [] : [[name, words]];
  return {
    title: 'Return note',
    facts: [
      ['Pair', `${pair.tag}: ${editionName({ maker, model, name: edition })}`],
      ['Label', nameLabel(pair.label)],
      ...fact('To', pair.from),
      ...fact('From', terms.sender.split('\n').join(', ')),
      ...fact('Order', pair.orderNumber),
      ...fact('Bought', pair.boughtOn ? nameDay(pair.boughtOn) : ''),
      ['Received', nameDay(pair.receivedOn)],
      ...fact('Return by', pair.returnBy ? nameDay(pair.returnBy) : ''),
      ['State', worn],
      ['Checked', nameDay(terms.checkedOn)],
      ...fact(
        'Pictures',
        pictures === 0
          ? ''
          : `${pictures} kept with the check${captions.length > 0 ? `: ${captions.join(', ')}` : ''}; sent on request`,
      ),
    ],
    findings: findingsOf(found.causes, found.verdict).map(textOf),
    figures: taken.map((one) => noteFigure(one, terms.names[one.id] ?? matchFeature(one.id).name)),
    seen: [
      ...(felt ? [textOf(noteFelt({ felt }))] : []),
      ...found.verdict.seen.map((seen) => textOf(seenFault(seen))),
      ...(terms.note ? [terms.note] : []),
    ],
    request:
      'We ask for another pair of the same label, or the price back. Such things happen in making and packing; the figures are there so that the pair can be looked at again.',
    method: [
      'Left and right were measured at the same places. ± is the expanded uncertainty of the difference at 95 %. A feature is out where the difference less its uncertainty is over the tolerance; tolerances are common practice.',
      ...found.cautions.map((line) => `${line}.`),
      'This note states measurements and certifies nothing.',
    ].join(' '),
  };
}
