/** What is worked out from quantities that were taken, never taken itself: see `computed`. */
import { FOAM, quantity, SHOE, STACK, within } from './quantity-draft.ts';
import { CARRYING } from './slopes.ts';

export const COMPUTED = {
  drop: quantity({
    name: 'Drop',
    group: 'stack',
    kind: 'length',
    datum: 'Heel stack less forefoot stack, same shoe, same basis, same session.',
    drawing: { view: 'section', span: [16, 9, 16, 13] },
    plausible: [-15, 35],
    tool: 'needle gauge',
    repeatabilitySd: 0.3,
    betweenPairSd: 0.5,
    dependsOn: STACK,
    ...CARRYING.drop,
    computed: [
      ['heel-stack', 1],
      ['forefoot-stack', -1],
    ],
    claimed: { words: ['drop', 'offset', 'heel to toe drop', 'heel-to-toe drop'] },
    classes: [
      { name: 'negative' },
      { name: 'zero', from: -1 },
      { name: 'low', over: 1 },
      { name: 'middle', over: 4 },
      { name: 'high', over: 8 },
    ],
  }),
  'flare-total': quantity({
    name: 'Flare, both sides',
    short: 'flare',
    group: 'sole',
    kind: 'length',
    datum: 'Flare on the medial side and on the lateral side together.',
    drawing: { view: 'rear', span: [28, 2, 72, 2] },
    plausible: [-20, 60],
    tool: 'ruler',
    repeatabilitySd: 0.7,
    betweenPairSd: 0.8,
    dependsOn: SHOE,
    computed: [
      ['flare-medial', 1],
      ['flare-lateral', 1],
    ],
  }),
  'hardness-medial-over-lateral': quantity({
    name: 'Medial less lateral hardness',
    short: 'medial over lateral',
    group: 'hardness',
    kind: 'foam-hardness',
    datum: 'Midsole hardness on the medial side less that on the lateral side, one shoe.',
    drawing: { view: 'rear', spot: [30, 8] },
    plausible: [-30, 40],
    tool: 'durometer C',
    repeatabilitySd: 1.4,
    betweenPairSd: 1.5,
    noticeable: 5,
    sideTolerance: within(4),
    dependsOn: FOAM,
    direction: 'scale C',
    computed: [
      ['midsole-medial-hardness', 1],
      ['midsole-lateral-hardness', -1],
    ],
  }),
};
