/** How high a shoe stands: stacks, the layers they are made of, and lugs. */
import { type Draft, quantity, STACK } from './quantity-draft.ts';
import { CARRYING, type Carrying } from './slopes.ts';

type Zone = 'heel' | 'midfoot' | 'forefoot';
const ZONES: Record<Zone, { at: number; x: number; top: number; where: string }> = {
  heel: { at: 0.12, x: 16, top: 13, where: 'the centre of the heel (12 % of internal length)' },
  midfoot: { at: 0.45, x: 46, top: 11, where: 'the midfoot (45 % of internal length)' },
  forefoot: {
    at: 0.75,
    x: 74,
    top: 9,
    where: 'the centre of the forefoot (75 % of internal length)',
  },
};

function stack(
  zone: Zone,
  plausible: readonly [number, number],
  more: Pick<Draft, 'layers' | 'claimed' | 'classes'>,
) {
  const { at, x, top, where } = ZONES[zone];
  return quantity({
    name: `${zone[0]?.toUpperCase()}${zone.slice(1)} stack`,
    short: zone,
    group: 'stack',
    kind: 'length',
    datum: `Foot-side surface to ground-side surface of the sole at ${where}, unless the protocol says otherwise.`,
    drawing: { view: 'section', span: [x, 0, x, top] },
    at,
    plausible,
    tool: 'needle gauge',
    repeatabilitySd: 0.2,
    betweenPairSd: 0.5,
    noticeable: 3,
    dependsOn: STACK,
    ...{
      heel: CARRYING.heelStack,
      midfoot: CARRYING.midfootStack,
      forefoot: CARRYING.forefootStack,
    }[zone],
    ...more,
  });
}

const LAYERS = {
  insole: {
    how: 'taken out and laid flat',
    from: (top: number) => [top - 2, top] as const,
    plausible: [0.8, 20] as const,
    sd: 0.15,
  },
  midsole: {
    how: 'by needle or cut, between insole and outsole',
    from: (top: number) => [2, top - 2] as const,
    plausible: [2, 70] as const,
    sd: 0.2,
  },
  outsole: {
    how: 'by needle or cut, rubber without lugs',
    from: () => [0, 2] as const,
    plausible: [0.5, 20] as const,
    sd: 0.15,
  },
};

function carryingOfLayer(part: keyof typeof LAYERS, zone: Zone): Carrying {
  if (part === 'insole') return CARRYING.insole;
  // Rubber loses by its lugs; between them it hardly wears before it is through.
  if (part === 'outsole') return CARRYING.otherLength;
  return {
    heel: CARRYING.heelMidsole,
    midfoot: CARRYING.midfootMidsole,
    forefoot: CARRYING.forefootMidsole,
  }[zone];
}

function layer(part: keyof typeof LAYERS, zone: Zone) {
  const { at, x, top } = ZONES[zone];
  const { how, from, plausible, sd } = LAYERS[part];
  const [low, high] = from(top);
  return quantity({
    name: `${part[0]?.toUpperCase()}${part.slice(1)} at the ${zone}`,
    short: `${part} ${zone}`,
    group: 'layers',
    kind: 'length',
    datum: `Thickness of the ${part} at the ${zone} station, ${how}.`,
    drawing: { view: 'section', span: [x, low, x, high] },
    at,
    plausible,
    tool: part === 'insole' ? 'caliper' : 'needle gauge',
    repeatabilitySd: sd,
    betweenPairSd: part === 'insole' ? 0.2 : 0.4,
    ...carryingOfLayer(part, zone),
  });
}

function lugs(zone: 'heel' | 'forefoot') {
  const { x } = ZONES[zone];
  return quantity({
    name: `Lug depth, ${zone}`,
    short: `lugs ${zone}`,
    group: 'tread',
    kind: 'length',
    datum: `Base to tip of the lugs or studs of the ${zone}, five of them, median.`,
    drawing: { view: 'section', span: [x, -4, x, 0] },
    plausible: [0.5, 25],
    tool: 'caliper',
    repeatabilitySd: 0.15,
    betweenPairSd: 0.2,
    noticeable: 1,
    fixedReadings: 5,
    ...CARRYING.tread,
    claimed: {
      words:
        zone === 'heel'
          ? ['heel lugs', 'rear lugs', 'lugs at the heel']
          : ['lugs', 'lug', 'lug depth', 'forefoot lugs', 'studs', 'spikes', 'chevrons'],
    },
  });
}

export const STACKS = {
  'heel-stack': stack('heel', [4, 80], {
    layers: { insole: 'heel-insole', lugs: 'heel-lugs' },
    claimed: { words: ['heel', 'heel stack', 'heel stack height', 'stack at the heel'] },
    classes: [
      { name: 'low' },
      { name: 'moderate', from: 20 },
      { name: 'high', over: 30 },
      { name: 'very high', over: 40 },
    ],
  }),
  'midfoot-stack': stack('midfoot', [3, 75], { layers: { insole: 'midfoot-insole' } }),
  'forefoot-stack': stack('forefoot', [3, 70], {
    layers: { insole: 'forefoot-insole', lugs: 'forefoot-lugs' },
    claimed: { words: ['forefoot', 'ball', 'toe', 'forefoot stack', 'stack at the forefoot'] },
  }),
  'heel-insole': layer('insole', 'heel'),
  'midfoot-insole': layer('insole', 'midfoot'),
  'forefoot-insole': layer('insole', 'forefoot'),
  'heel-outsole': layer('outsole', 'heel'),
  'midfoot-outsole': layer('outsole', 'midfoot'),
  'forefoot-outsole': layer('outsole', 'forefoot'),
  'heel-midsole': layer('midsole', 'heel'),
  'midfoot-midsole': layer('midsole', 'midfoot'),
  'forefoot-midsole': layer('midsole', 'forefoot'),
  'heel-lugs': lugs('heel'),
  'forefoot-lugs': lugs('forefoot'),
};
