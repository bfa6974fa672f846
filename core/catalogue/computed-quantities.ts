/** What is worked out from quantities that were taken, never taken itself: see `computed`. */
import { quantity, STACK } from './quantity-draft.ts';
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
};
