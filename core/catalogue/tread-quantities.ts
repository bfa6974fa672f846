/** The outsole: what is chosen and named on it, and the tread at the spots that wear first. */
import type { QuantityDrawing } from './quantity.ts';
import { length, quantity, SHOE, within } from './quantity-draft.ts';
import { CARRYING } from './slopes.ts';

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
    ...CARRYING.tread,
  });
}

function named(name: string, datum: string, drawing: QuantityDrawing) {
  return length(name, 'sole', datum, drawing, [2, 400], {
    repeatabilitySd: 0.15,
    noticeable: 1,
    dependsOn: [...SHOE, 'setup'],
    named: true,
  });
}

export const TREAD = {
  'tread-heel-lateral': tread('heel lateral', 10, 16),
  'tread-heel-medial': tread('heel medial', 10, 5),
  'tread-midfoot': tread('midfoot', 45, 14),
  'tread-forefoot-lateral': tread('forefoot lateral', 74, 22),
  'tread-forefoot-medial': tread('forefoot medial', 74, -1),
  'tread-toe': tread('toe', 94, 9),
  'outsole-small': named(
    'Small outsole feature',
    'A lug, window or block on both soles: edge to edge, the same edges on both.',
    { view: 'plan', span: [12, 12, 19, 12] },
  ),
  'outsole-large': named(
    'Large outsole feature',
    'The longest feature that both soles carry; from 150 mm on it can show a half size by itself.',
    { view: 'plan', span: [8, 11, 78, 11] },
  ),
};
