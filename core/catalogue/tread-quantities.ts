/** The tread at the spots that wear first. */
import { quantity, within } from './quantity-draft.ts';

function tread(where: string, x: number, y: number) {
  return quantity({
    name: `Tread, ${where}`,
    short: `tread ${where}`,
    group: 'tread',
    kind: 'length',
    datum: `Depth of groove or lug left at the marked spot, ${where}.`,
    drawing: { view: 'plan', spot: [x, y] },
    plausible: [0, 20],
    tool: 'caliper',
    repeatabilitySd: 0.1,
    betweenPairSd: 0.2,
    noticeable: 1,
    sideTolerance: within(1),
  });
}

export const TREAD = {
  'tread-heel-lateral': tread('heel lateral', 10, 16),
  'tread-heel-medial': tread('heel medial', 10, 5),
  'tread-midfoot': tread('midfoot', 45, 14),
  'tread-forefoot-lateral': tread('forefoot lateral', 74, 22),
  'tread-forefoot-medial': tread('forefoot medial', 74, -1),
  'tread-toe': tread('toe', 94, 9),
};
