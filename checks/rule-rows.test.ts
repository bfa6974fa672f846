/**
 * The rules of each use row by row, as practice has them: for every row a shoe that answers to it and one that does not.
 * Common practice; limits of competition, and EN numbers, from memory.
 */

import { describe, expect, it } from 'vitest';
import type { Use } from '#core/catalogue/disciplines.ts';
import { type Answers, madeOf } from '#core/construction/made-of.ts';
import { answerUse } from '#core/construction/use-answer.ts';
import type { WrittenUseAnswer } from '#core/records/use-verdict.ts';
import { type Sentence, textOf } from '#core/wording/sentence.ts';
import { writtenUseAnswer } from '#core/wording/use-sentences.ts';

interface Shoe {
  seen?: Answers;
  figures?: Record<string, number>;
  scores?: Record<string, number>;
  uses?: Use[];
  claims?: string[];
}

function answer(rule: string, use: string, aim: string, known: Shoe): WrittenUseAnswer<Sentence> {
  const shoe = {
    parts: madeOf([{ tag: 'A-01', seen: known.seen ?? {} }], {}),
    figures: new Map(
      Object.entries(known.figures ?? {}).map(([id, value]) => [id, { value, U: 0.01 }]),
    ),
    scores: new Map(Object.entries(known.scores ?? {})),
    uses: known.uses ?? [],
    claims: known.claims ?? [],
  };
  const found = answerUse(use, aim, shoe, {}).find((answered) => answered.rule.id === rule);
  if (!found) throw new Error(`no rule ${rule}`);
  return writtenUseAnswer(found, (_, value) => `${value}`);
}

/** A row: what practice says, the rule, and a shoe on each side of it with the line that is then said. */
type Row = [
  says: string,
  rule: string,
  aim: string,
  good: Shoe,
  forIt: RegExp,
  bad: Shoe,
  againstIt: RegExp,
];

const ROWS: Readonly<Record<string, readonly Row[]>> = {
  court: [
    [
      'low height',
      'court/low',
      'cement',
      { figures: { 'tilt-angle': 60 } },
      /leans far/,
      { figures: { 'tilt-angle': 50 } },
      /edge early/,
    ],
    [
      'a firm midsole',
      'court/low',
      'cement',
      { figures: { 'tilt-angle': 60, 'midsole-lateral-hardness': 55 } },
      /firm midsole/,
      { figures: { 'tilt-angle': 60, 'midsole-lateral-hardness': 42 } },
      /soft midsole/,
    ],
    [
      'no running shoes on court',
      'court/low',
      'cement',
      {
        figures: { 'tilt-angle': 60 },
        uses: [
          { discipline: 'running', speciality: '' },
          { discipline: 'court', speciality: '' },
        ],
      },
      /made for court/,
      { figures: { 'tilt-angle': 60 }, uses: [{ discipline: 'running', speciality: '' }] },
      /no running shoes/,
    ],
    [
      'a non-marking outsole',
      'court/floor',
      'wood or PU floor',
      { seen: { marking: 'does not' } },
      /does not mark/,
      { seen: { marking: 'marks' } },
      /marks floors/,
    ],
    [
      'gum rubber on wood or PU',
      'court/floor',
      'wood or PU floor',
      { seen: { marking: 'does not', compound: 'gum' } },
      /gum rubber/,
      { seen: { marking: 'does not', compound: 'plain rubber' } },
      /another rubber than gum/,
    ],
    [
      'plain rubber on cement',
      'court/cement',
      'cement',
      { seen: { compound: 'plain rubber' } },
      /lasts on cement/,
      { seen: { compound: 'gum' } },
      /files away/,
    ],
    [
      'a low profile',
      'court/floor',
      'wood or PU floor',
      { seen: { marking: 'does not', pattern: 'grooves' } },
      /low profile/,
      { seen: { marking: 'does not', pattern: 'lugs' } },
      /high profile/,
    ],
  ],
  trekking: [
    [
      'lug depth',
      'trekking/sole',
      'long ways with a load',
      { figures: { 'forefoot-lugs': 5 } },
      /deep lugs/,
      { figures: { 'forefoot-lugs': 2 } },
      /shallow lugs/,
    ],
    [
      'ankle cover',
      'trekking/ankle',
      'long ways with a load',
      { seen: { 'collar-cut': 'mid' } },
      /over the ankle/,
      { seen: { 'collar-cut': 'low' } },
      /below the ankle/,
    ],
    [
      'sole thickness',
      'trekking/sole',
      'long ways with a load',
      { figures: { 'forefoot-lugs': 5, 'forefoot-stack': 22 } },
      /thick under the ball/,
      { figures: { 'forefoot-lugs': 5, 'forefoot-stack': 12 } },
      /stones come through/,
    ],
    [
      'hardness, by a key tapped on it',
      'trekking/sole',
      'long ways with a load',
      { figures: { 'forefoot-lugs': 5 }, scores: { 'tap-ear': 4 } },
      /hard sole/,
      { figures: { 'forefoot-lugs': 5, 'outsole-hardness': 50 }, scores: { 'tap-ear': 1 } },
      /soft sole/,
    ],
    [
      'water resistance',
      'trekking/water',
      'light paths',
      { seen: { waterproof: 'membrane' } },
      /keeps water out/,
      { seen: { waterproof: 'nothing' } },
      /lets water in/,
    ],
    [
      'about 500 g a shoe',
      'trekking/weight',
      'long ways with a load',
      { figures: { mass: 510 } },
      /usual weight/,
      { figures: { mass: 740 } },
      /heavy/,
    ],
    [
      'light paths do with running shoes',
      'trekking/light',
      'light paths',
      { uses: [{ discipline: 'running', speciality: '' }] },
      /day or two/,
      { uses: [{ discipline: 'dance', speciality: '' }] },
      /something else/,
    ],
  ],
  'winter boots': [
    [
      'hardly bends or twists',
      'winter/stiff',
      'with crampons',
      { scores: { 'bend-front-hand': 5, 'twist-front-hand': 4 } },
      /hardly bends/,
      { scores: { 'bend-front-hand': 2, 'twist-front-hand': 4 } },
      /^bends/,
    ],
    [
      'heel-breast depth for braking',
      'winter/brake',
      'walking',
      { figures: { 'heel-breast-depth': 14, 'heel-lugs': 5 } },
      /stepped heel/,
      { figures: { 'heel-breast-depth': 4, 'heel-lugs': 5 } },
      /hardly a step/,
    ],
    [
      'a rand',
      'winter/cold',
      'walking',
      { seen: { rand: 'all round', waterproof: 'membrane' } },
      /rand all round/,
      { seen: { rand: 'none', waterproof: 'membrane' } },
      /no rand/,
    ],
    [
      'welts front and back',
      'winter/ice',
      'ice climbing',
      { seen: { 'boot-grade': 'B3', welts: 'rear and front' } },
      /welts behind and in front/,
      { seen: { 'boot-grade': 'B3', welts: 'rear' } },
      /no welt in front/,
    ],
    [
      'lacing to the toe',
      'winter/cold',
      'walking',
      { seen: { 'lace-reach': 'to the toe', rand: 'all round' } },
      /laced to the toe/,
      { seen: { 'lace-reach': 'the instep', rand: 'all round' } },
      /from the instep/,
    ],
    [
      'ankle cuff flex',
      'winter/cold',
      'walking',
      { seen: { cuff: 'gives forward', rand: 'all round' } },
      /gives forward/,
      { seen: { cuff: 'stiff', rand: 'all round' } },
      /ankle still/,
    ],
    [
      'B0: no graded crampon, ask an expert',
      'winter/crampons',
      'with crampons',
      { seen: { 'boot-grade': 'B1' } },
      /takes crampons/,
      { seen: { 'boot-grade': 'B0' } },
      /ask an expert/,
    ],
  ],
  'motorcycle boots': [
    [
      'a shank against backward bend',
      'motorcycle/peg',
      'road',
      { seen: { shank: 'steel' } },
      /shank/,
      { seen: { shank: 'none' }, figures: { 'bend-arch-back': 0.3 } },
      /bending backward/,
    ],
    [
      'side crush',
      'motorcycle/peg',
      'road',
      { seen: { shank: 'steel' }, figures: { 'side-crush': 40 } },
      /sides hold/,
      { seen: { shank: 'steel' }, figures: { 'side-crush': 10 } },
      /sides give way/,
    ],
    [
      'toe height under the lever',
      'motorcycle/lever',
      'road',
      { figures: { 'external-toe-height': 58 } },
      /under a usual lever/,
      { figures: { 'external-toe-height': 74 } },
      /high for a usual lever/,
    ],
    [
      'external width',
      'motorcycle/lever',
      'road',
      { figures: { 'external-toe-height': 58, 'external-toe-width': 104 } },
      /beside the casing/,
      { figures: { 'external-toe-height': 58, 'external-toe-width': 124 } },
      /broad beside/,
    ],
    [
      'shin adjustable',
      'motorcycle/shaft',
      'road',
      { seen: { shin: 'can be set' }, figures: { 'shaft-girth': 380 } },
      /can be set/,
      { seen: { shin: 'fixed' }, figures: { 'shaft-girth': 380 } },
      /cannot be set/,
    ],
    [
      'shaft girth under trousers',
      'motorcycle/shaft',
      'road',
      { seen: { shin: 'can be set' }, figures: { 'shaft-girth': 380 } },
      /under trousers/,
      { seen: { shin: 'can be set' }, figures: { 'shaft-girth': 460 } },
      /too wide/,
    ],
    [
      'waterproof to which height',
      'motorcycle/water',
      'touring in the wet',
      { seen: { waterproof: 'membrane' }, figures: { 'membrane-height': 220 } },
      /above the ankle/,
      {
        seen: { waterproof: 'membrane', 'waterproof-height': 'the gusset' },
        figures: { 'membrane-height': 90 },
      },
      /not to above/,
    ],
    [
      'certified to EN 13634 by others',
      'motorcycle/peg',
      'road',
      { seen: { shank: 'steel' }, claims: ['EN 13634:2017, level 2'] },
      /look for the label/,
      { seen: { shank: 'steel' } },
      /no standard is stated/,
    ],
  ],
  climbing: [
    [
      'downturn',
      'climbing/steep',
      'steep rock',
      { seen: { downturn: 'strong' } },
      /downturned/,
      { seen: { downturn: 'none' }, figures: { downturn: 1 } },
      /flat/,
    ],
    [
      'closure',
      'climbing/stretch',
      'long routes',
      { seen: { closure: 'laces', layers: 'two' } },
      /closes along the foot/,
      { seen: { closure: 'slip-on', layers: 'two' } },
      /by its stretch alone/,
    ],
    [
      'split or full sole',
      'climbing/flat',
      'long routes',
      { seen: { downturn: 'none', 'sole-split': 'full' } },
      /full sole/,
      { seen: { downturn: 'none', 'sole-split': 'split' } },
      /split sole tires/,
    ],
    [
      'rubber',
      'climbing/rubber',
      'long routes',
      { seen: { compound: 'sticky', rand: 'all round' } },
      /sticks/,
      {
        seen: { compound: 'plain rubber', rand: 'all round' },
        figures: { 'outsole-hardness': 84 },
      },
      /hard for friction/,
    ],
    [
      'upper and stretch',
      'climbing/stretch',
      'long routes',
      { seen: { 'upper-material': 'synthetic', layers: 'two' } },
      /keeps its size/,
      { seen: { 'upper-material': 'leather', layers: 'two' } },
      /two schools/,
    ],
  ],
  dance: [
    [
      'half an inch for men’s ballroom',
      'dance/low-heel',
      'ballroom, low heel',
      { figures: { 'heel-height': 12.7 } },
      /half an inch/,
      { figures: { 'heel-height': 50 } },
      /another heel/,
    ],
    [
      'Cuban at least 1.5 in',
      'dance/cuban',
      'Cuban heel',
      { figures: { 'heel-height': 40 } },
      /Cuban heel/,
      { figures: { 'heel-height': 30 } },
      /lower or higher/,
    ],
    [
      '2 to 3 in for women',
      'dance/high-heel',
      'high heel',
      { figures: { 'heel-height': 64 } },
      /two to three inches/,
      { figures: { 'heel-height': 90 } },
      /outside two to three/,
    ],
    [
      'flare',
      'dance/high-heel',
      'high heel',
      { figures: { 'heel-height': 64, 'base-flare': 2 } },
      /base that stands/,
      { figures: { 'heel-height': 64, 'base-flare': -6, 'heel-base-width': 9 } },
      /narrow base/,
    ],
    [
      'sole and heel on one plane',
      'dance/plane',
      'beginners',
      { figures: { 'sole-plane': 0.3 } },
      /one plane/,
      { figures: { 'sole-plane': 2.4 } },
      /twisted/,
    ],
    [
      'suede or other sole',
      'dance/sole',
      'beginners',
      { seen: { compound: 'suede' } },
      /turns/,
      { seen: { compound: 'plain rubber' } },
      /sticks in turns/,
    ],
    [
      'split or full',
      'dance/soft',
      'jazz and ballet',
      { seen: { 'sole-split': 'split' }, scores: { 'bend-front-hand': 1 } },
      /split sole/,
      { seen: { 'sole-split': 'full' }, scores: { 'bend-front-hand': 1 } },
      /points less/,
    ],
    [
      'shank',
      'dance/high-heel',
      'high heel',
      { figures: { 'heel-height': 64 }, seen: { shank: 'steel' } },
      /carries the arch/,
      { figures: { 'heel-height': 64 }, seen: { shank: 'none' } },
      /nothing carries/,
    ],
  ],
  running: [
    [
      'a bevel, needed by high stacks',
      'running/landing',
      'training',
      { figures: { 'heel-stack': 39, 'tilt-angle': 50 }, seen: { bevel: 'strong' } },
      /bevelled/,
      { figures: { 'heel-stack': 39, 'tilt-angle': 50 }, seen: { bevel: 'none' } },
      /no bevel/,
    ],
    [
      'a rocker, needed by stiff soles',
      'running/rolling',
      'training',
      { seen: { plate: 'carbon', rocker: 'at the toe' } },
      /it rolls/,
      { seen: { plate: 'carbon', rocker: 'none' } },
      /does not roll/,
    ],
    [
      'sidewalls on both sides',
      'running/steady',
      'training',
      { seen: { walls: 'both', counter: 'firm', gusset: 'half' } },
      /walls on both/,
      { seen: { walls: 'medial', counter: 'firm', gusset: 'half' } },
      /no walls on both/,
    ],
    [
      'medial foam harder than lateral',
      'running/guided',
      'guided by a firmer inside',
      { figures: { 'hardness-medial-less-lateral': 8 } },
      /firmer on the inside/,
      { figures: { 'hardness-medial-less-lateral': 0 }, seen: { post: 'neither' } },
      /neutral/,
    ],
    [
      'sole wider than foot',
      'running/steady',
      'training',
      { figures: { 'flare-total': 6 }, seen: { counter: 'firm', gusset: 'half' } },
      /wider than the foot/,
      { figures: { 'flare-total': -4 }, seen: { counter: 'firm', gusset: 'half' } },
      /hangs over/,
    ],
    [
      'filled midfoot',
      'running/steady',
      'training',
      { figures: { 'midfoot-width': 70 }, seen: { counter: 'firm', gusset: 'half' } },
      /middle is filled/,
      { figures: { 'midfoot-width': 52 }, seen: { counter: 'firm', gusset: 'half' } },
      /cut away/,
    ],
    [
      'lateral flare without bevel pitches forward',
      'running/landing',
      'training',
      {
        figures: { 'heel-stack': 28, 'tilt-angle': 50, 'flare-lateral': 3 },
        seen: { bevel: 'none' },
      },
      /no ledge/,
      {
        figures: { 'heel-stack': 28, 'tilt-angle': 50, 'flare-lateral': 12 },
        seen: { bevel: 'none' },
      },
      /pitches the foot forward/,
    ],
    [
      'counter',
      'running/steady',
      'training',
      { seen: { counter: 'rigid', gusset: 'half' } },
      /counter holds/,
      { seen: { counter: 'none', gusset: 'half' }, scores: { 'counter-hand': 1 } },
      /gives way/,
    ],
    [
      'gusset',
      'running/steady',
      'training',
      { seen: { counter: 'firm', gusset: 'half' } },
      /stays in place/,
      { seen: { counter: 'firm', gusset: 'none' } },
      /wanders/,
    ],
    [
      'at most 40 mm on roads',
      'running/race',
      'racing',
      { figures: { 'heel-stack': 39 } },
      /within the limit/,
      { figures: { 'heel-stack': 41 } },
      /over the limit/,
    ],
    [
      'bends at the ball, 65 to 75 %',
      'running/rolling',
      'training',
      { figures: { 'flex-line': 70 } },
      /bends at the ball/,
      { figures: { 'flex-line': 55 } },
      /elsewhere/,
    ],
  ],
  'track and jumps': [
    [
      'at most 20 mm since November 2024',
      'track/limit-triple-jump',
      'triple jump',
      { figures: { 'heel-stack': 19, 'forefoot-stack': 14 } },
      /within the limit/,
      { figures: { 'heel-stack': 22, 'forefoot-stack': 14 } },
      /over the limit/,
    ],
    [
      'up to 11 spikes',
      'track/limit-sprint',
      'sprint',
      { figures: { 'heel-stack': 15, 'forefoot-stack': 12 }, seen: { 'stud-count': '8' } },
      /at most 11 spikes/,
      { figures: { 'heel-stack': 15, 'forefoot-stack': 12 }, seen: { 'stud-count': '13' } },
      /more than 11/,
    ],
  ],
};

for (const [use, rows] of Object.entries(ROWS))
  describe(use, () => {
    it.each(rows)('%s', (_, rule, aim, good, forIt, bad, againstIt) => {
      const held = answer(rule, use, aim, good);
      expect(
        held.verdict.for.some((line) => forIt.test(textOf(line))),
        textOf(held.words),
      ).toBe(true);
      expect(held.verdict.word).not.toBe('does not suit');
      const broken = answer(rule, use, aim, bad);
      expect(
        broken.verdict.against.some((line) => againstIt.test(textOf(line))),
        textOf(broken.words),
      ).toBe(true);
      expect(['does not suit', 'suits with a but', 'cannot tell']).toContain(broken.verdict.word);
    });
  });

it('names what decides instead: cautions, rule books and standards stand beside the answers', () => {
  const caution = (rule: string, use: string, aim: string) => answer(rule, use, aim, {}).caution;
  expect(caution('trekking/weight', 'trekking', 'long ways with a load')).toContain('two weeks');
  expect(caution('motorcycle/peg', 'motorcycle boots', 'road')).toContain('certifies nothing');
  expect(caution('winter/ice', 'winter boots', 'ice climbing')).toContain('expert');
  expect(caution('dance/sole', 'dance', 'beginners')).toContain('never get wet');
  expect(caution('climbing/steep', 'climbing', 'steep rock')).toContain('clinician');
  expect(caution('football/artificial', 'football', 'artificial')).toContain('referee');
});
