/** Lines of the rules of fit. */
import { type LimitTable, line } from './limit.ts';

export const FIT_LIMITS = {
  agree: line(0.8, '', 'from this alpha on testers agree', 'K. Krippendorff, from memory'),
  agreePartly: line(
    0.667,
    '',
    'from this alpha on testers agree for the most part',
    'K. Krippendorff, from memory',
  ),
  editionsForAgreement: line(
    5,
    'editions',
    'fewer editions with two votes each say nothing of agreement',
  ),
  archHigh: line(
    0.21,
    '',
    'up to this index an arch is high',
    'Cavanagh and Rodgers, 1987, from memory',
  ),
  archLow: line(
    0.26,
    '',
    'from this index on an arch is low',
    'Cavanagh and Rodgers, 1987, from memory',
  ),
  votes: line(2, 'testers', 'fewer testers decide nothing of how a size runs'),
  testersToSettle: line(3, 'testers', 'so many testers settle which way a size runs'),
  editionsForTendency: line(3, 'editions', 'fewer editions of a maker are no tendency'),
  pairSpread: line(1, 'mm', 'two of three pairs of an edition are within so much of its mean'),
  lowerToeBox: line(2, 'mm', 'a toe box so much lower than others’ is a cause'),
  sureFit: line(0.8, '', 'from this probability on a deviation is sure'),
  mostDeviation: line(2, 'half sizes', 'the last class to either side: so many half sizes or more'),
  oddFeet: line(8, 'mm', 'feet that differ by more are asked about once'),
  mostOffset: line(
    4,
    'half sizes',
    'the most that a label of one model is away from that of another',
  ),
  equalLengths: line(2.12, 'mm', 'equal lengths can fit half a size apart: half of that'),
  decided: line(0.9, '', 'from this probability on one kind of testers’ evidence decides'),
  probable: line(0.5, '', 'from this probability on a kind of evidence counts for an offset'),
  againstProbable: line(0.1, '', 'a kind of evidence under it speaks against what is probable'),
  againstDecided: line(0.05, '', 'a kind of evidence under it speaks against what is decided'),
  worthTrying: line(0.2, '', 'from this probability on an offset is worth a try-on'),
  testersForChange: line(
    6,
    'testers',
    'fewer testers who all say the same may do so by chance',
    'sign test at 5 %, two-sided',
  ),
  footDoubt: line(1.5, 'mm', 'how surely a foot is measured'),
  sureLabel: line(0.8, '', 'from this probability on a label is recommended as sure'),
  likelyLabel: line(0.5, '', 'from this probability on a label is recommended as probable'),
  wideFoot: line(0.405, '', 'a foot is wide from this share of its length on'),
  narrowFoot: line(0.36, '', 'a foot is narrow up to this share of its length'),
  unequalFeet: line(
    4,
    'mm',
    'feet that differ by more are fitted by the larger, with something for the smaller',
  ),
  testersForSplit: line(3, 'testers', 'fewer testers part by anything'),
  insoleGap: line(3, 'mm', 'a smaller gap before an insole of known length is none'),
  swapNow: line(2, 'days', 'with so few days left the swap comes before every experiment'),
  heelHolds: line(2, 'mm', 'a heel that slips by no more holds'),
  heelLifts: line(6, 'mm', 'a heel that slips by more lifts'),
  shortestFoot: line(180, 'mm', 'no foot of a grown person is shorter'),
  longestFoot: line(340, 'mm', 'no foot of a grown person is longer'),
} as const satisfies LimitTable;

const room = (least: number, most: number) => ({
  least: line(least, 'mm', 'less room before the longest toe is short'),
  most: line(most, 'mm', 'more room before the longest toe is long'),
});

/** The room before the longest toe that a use wants; the first where it says nothing. */
export const TOE_ROOM = {
  '': room(8, 16),
  climbing: room(0, 5),
  dance: room(4, 12),
  'winter boots': room(10, 20),
} as const satisfies Record<string, LimitTable>;
