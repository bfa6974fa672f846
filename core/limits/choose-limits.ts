/** Lines of choosing a shoe, in noticeable steps where no unit stands. */
import { type LimitTable, line } from './limit.ts';

export const CHOOSE_LIMITS = {
  mostOffered: line(5, 'models', 'no more are offered'),
  leastOffered: line(3, 'models', 'so many are offered where there are so many'),
  perhapsBest: line(0.05, '', 'who is at least so likely the best is offered too'),
  soon: line(14, 'days', 'a day so near presses'),
  enoughToCompare: line(3, 'models', 'with fewer measured models of a use nobody can compare'),
  oneSided: line(0.75, '', 'a maker more of whose pairs were lent or given is named'),
  pairsForBalance: line(3, 'pairs', 'fewer pairs of a maker show no balance'),
  suddenDrop: line(4, 'mm', 'a change of drop that calves and tendons notice'),
  clearlyAhead: line(0.9, '', 'from this probability on one is clearly ahead'),
  probablyAhead: line(0.7, '', 'from this probability on one is probably ahead'),
  openDoubt: line(
    2,
    'steps',
    'how unsure a rule that is not answered, or a fit that nobody measured, leaves a shoe',
  ),
  but: line(1, 'steps', 'what a reservation costs'),
  unsafe: line(2, 'steps', 'what a danger costs at the usual risk'),
  otherUse: line(3, 'steps', 'what it costs to be made for another use'),
  misfit: line(4, 'steps', 'what a shoe that does not fit costs'),
  usedTo: line(0.5, '', 'how much it counts to be near what one is used to'),
  mostApart: line(
    8,
    'steps',
    'who is further from what one is used to is another kind of shoe, however far',
  ),
  footType: line(0.5, 'steps', 'what a line of the school of foot types counts'),
  unknown: line(1.5, 'steps', 'what nobody took is as likely to lie so far off the middle as not'),
  mostSteps: line(4, 'steps', 'more steps change nothing any more'),
  part: line(1.5, 'steps', 'what an answer of the walk counts'),
} as const satisfies LimitTable;
