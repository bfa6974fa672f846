/** Limits for choosing a shoe. The unit step is the smallest noticeable difference. */
import { type LimitTable, limit } from './limit.ts';

export const CHOOSE_LIMITS = {
  mostOffered: limit(5, 'models', 'No more models are offered.'),
  leastOffered: limit(3, 'models', 'This number of models is offered if there are enough.'),
  perhapsBest: limit(
    0.05,
    '',
    'A further model is offered if the probability that it is the best is at least this large.',
  ),
  soon: limit(14, 'days', 'A review that is due within this number of days is urgent.'),
  enoughToCompare: limit(
    3,
    'models',
    'A use needs this number of measured models for a comparison.',
  ),
  oneSided: limit(0.75, '', 'A maker is named if a larger share of its pairs was loaned or given.'),
  pairsForBalance: limit(
    3,
    'pairs',
    'The share of loaned and given pairs is calculated from this number of pairs on.',
  ),
  suddenDrop: limit(4, 'mm', 'A caution is shown if the drop changes by at least this much.'),
  clearlyAhead: limit(
    0.9,
    '',
    'A model is clearly ahead if the probability that it is better is at least this large.',
  ),
  probablyAhead: limit(
    0.7,
    '',
    'A model is probably ahead if the probability that it is better is at least this large.',
  ),
  unknownUncertainty: limit(
    2,
    'steps',
    'Standard uncertainty if the suitability or the fit is not known.',
  ),
  reservation: limit(1, 'steps', 'Deduction for a reservation.'),
  unsafe: limit(2, 'steps', 'Deduction for a safety reservation at the usual risk.'),
  otherUse: limit(3, 'steps', 'Deduction for a shoe that is made for another use.'),
  misfit: limit(4, 'steps', 'Largest deduction for a poor fit.'),
  usedTo: limit(0.5, '', 'Weight of the similarity to the shoe you are used to.'),
  mostApart: limit(
    8,
    'steps',
    'A larger difference from the shoe you are used to is counted as this one.',
  ),
  footType: limit(0.5, 'steps', 'Points for one line of the foot type rule.'),
  unknownProperty: limit(1.5, 'steps', 'Standard uncertainty of a property that is not known.'),
  mostSteps: limit(4, 'steps', 'A larger difference from the median is counted as this one.'),
  part: limit(
    1.5,
    'steps',
    'Points for a part that supports a property, or deduction for one that does not.',
  ),
} as const satisfies LimitTable;
