/** Lines of what construction says; those of the rules of use stand with the rules. */
import { type LimitTable, line } from './limit.ts';

export const CONSTRUCTION_LIMITS = {
  highStack: line(35, 'mm', 'from here a stack is high: a bevel keeps the landing from slapping'),
  guiding: line(5, 'points', 'a midsole firmer inside by so much guides'),
  stiff: line(4, 'grade', 'a sole that bends by hand at this grade or above is stiff'),
  insoleGap: line(3, 'mm', 'a gap beside the insole that a foot falls into'),
  onePlane: line(1, '°', 'heel and sole twisted by no more stand on one plane'),
  heavy: line(300, 'g', 'from here a shoe for running or walking is heavy'),
  light: line(250, 'g', 'up to here a shoe for running or walking is light'),
  ballFrom: line(
    65,
    '% of length',
    'a shoe that bends nearer to the heel does not bend at the ball',
  ),
  ballTo: line(75, '% of length', 'a shoe that bends nearer to the toe does not bend at the ball'),
} as const satisfies LimitTable;
