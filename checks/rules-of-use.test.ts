/** Rules of the uses against `practice.json`: common practice, as verdicts. */

import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { Use } from '#core/catalogue/disciplines.ts';
import { GROUNDS, STUDS, type Studs } from '#core/catalogue/rules/football.ts';
import { soleLimit } from '#core/catalogue/sole-limits.ts';
import { BOOT_GRADES, bindingsOf, cramponsOf } from '#core/construction/boot-grades.ts';
import { type Answers, madeOf } from '#core/construction/made-of.ts';
import { answerUse } from '#core/construction/use-answer.ts';
import type { WrittenUseAnswer } from '#core/records/use-verdict.ts';
import type { Sentence } from '#core/wording/sentence.ts';
import { writtenUseAnswer } from '#core/wording/use-sentences.ts';

const { football, jumps, boots, dance, hardness } = JSON.parse(
  readFileSync(new URL('practice.json', import.meta.url), 'utf8'),
);

const write = (_: string, value: number) => `${value}`;

/** How a shoe answers a rule. */
function answer(
  rule: string,
  [use, aim]: [use: string, aim: string],
  known: {
    seen?: Answers;
    figures?: Record<string, number>;
    scores?: Record<string, number>;
    uses?: Use[];
  },
): WrittenUseAnswer<Sentence> {
  const shoe = {
    parts: madeOf([{ tag: 'A-01', seen: known.seen ?? {} }], {}),
    figures: new Map(
      Object.entries(known.figures ?? {}).map(([id, value]) => [id, { value, U: 0.01 }]),
    ),
    scores: new Map(Object.entries(known.scores ?? {})),
    uses: known.uses ?? [],
    claims: [],
  };
  const found = answerUse(use, aim, shoe, {}).find((answered) => answered.rule.id === rule);
  if (!found) throw new Error(`no rule ${rule}`);
  return writtenUseAnswer(found, write);
}

/** What the table says, as the verdict and the words that go with it. */
const WORDS: Record<string, [word: string, against: RegExp | undefined]> = {
  suits: ['suits', undefined],
  'poor grip, shoe unharmed': ['suits with a but', /grip is poor/],
  'not advised': ['does not suit', /not advised/],
  never: ['does not suit', /never/],
  'cannot tell': ['cannot tell', undefined],
};

describe('studs against grounds', () => {
  const cases = STUDS.flatMap((studs) =>
    GROUNDS.map((ground, column): [Studs, (typeof GROUNDS)[number], string] => [
      studs,
      ground,
      football[studs.replaceAll(' ', '-')][column],
    ]),
  );
  it.each(cases)('%s on %s: %s', (studs, ground, says) => {
    const [word, against] = WORDS[says] as (typeof WORDS)[string];
    const [made, seen] = [
      answer(`football/${ground.replace(' ', '-')}`, ['football', ground], {
        uses: [{ discipline: 'football', speciality: studs }],
      }),
      answer(`football/${ground.replace(' ', '-')}`, ['football', ground], { seen: { studs } }),
    ];
    const { verdict } = made;
    expect(verdict.word).toBe(word);
    expect(seen.verdict.word).toBe(word);
    if (against) expect(verdict.against.join(' ')).toMatch(against);
  });
  it('asks no position on the field', () => {
    expect(football.positionMatters).toBe(false);
    const judged = answer('football/firm-natural', ['football', 'firm natural'], {
      seen: { studs: 'firm ground' },
    });
    expect(JSON.stringify(judged)).not.toMatch(/goalkeeper|midfielder|striker|defender|wing/i);
    expect(judged.aspects.map(({ aspect }) => aspect)).toEqual([
      'performance',
      'safety',
      'durability',
    ]);
  });
});

describe('which shoe serves which jump', () => {
  const SHOES: Record<string, string> = {
    'triple shoe': 'triple jump',
    'long shoe': 'long jump',
    'sprint shoe': 'sprint',
  };
  const EVENTS: Record<string, string> = {
    triple: 'triple jump',
    long: 'long jump',
    sprint: 'sprint',
  };
  const serves = (madeFor: string, event: string, more: Parameters<typeof answer>[2] = {}) =>
    answer(`track/${event.replace(' ', '-')}`, ['track and jumps', event], {
      uses: [{ discipline: 'track and jumps', speciality: madeFor }],
      ...more,
    }).verdict.word;
  const cases = Object.entries(jumps).flatMap(([shoe, events]) =>
    Object.entries(events as Record<string, boolean>).map(
      ([event, expected]): [string, string, boolean] => [shoe, event, expected],
    ),
  );
  it.each(cases)('%s, %s: %s', (shoe, event, expected) => {
    const word = serves(SHOES[shoe] ?? '', EVENTS[event] ?? '', {
      seen: { 'ball-shape': 'flat' },
      figures: { 'jump-padding': 14 },
    });
    expect(word.startsWith('suits')).toBe(expected);
  });
  it('finds the fault of a rounded ball with a high arch in the triple jump only', () => {
    const rounded = {
      seen: { 'ball-shape': 'rounded' } as Answers,
      figures: { 'insole-arch-height': 16, 'jump-padding': 14 },
    };
    expect(serves('triple jump', 'triple jump', rounded)).toBe('does not suit');
    expect(serves('triple jump', 'long jump', rounded)).toBe('suits');
    expect(
      serves('triple jump', 'triple jump', {
        ...rounded,
        figures: { 'insole-arch-height': 6, 'jump-padding': 14 },
      }),
    ).toBe('suits');
    expect(serves('sprint', 'triple jump')).toBe('does not suit');
  });
  it('sprints in long-jump shoes, which are heavier', () => {
    expect(serves('long jump', 'sprint')).toBe('suits with a but');
  });
});

describe('heels of dance shoes', () => {
  // Half an inch, at least an inch and a half, up to 2.2 inches: common practice.
  const heel = (rule: string, aim: string, mm: number, more: Record<string, number> = {}) =>
    answer(`dance/${rule}`, ['dance', aim], { figures: { 'heel-height': mm, ...more } }).verdict
      .word;
  it('are those of each dance and skill', () => {
    expect(heel('low-heel', 'ballroom, low heel', dance.halfInchMm)).toBe('suits');
    expect(heel('cuban', 'Cuban heel', dance.cubanAtLeastMm + 0.5)).toBe('suits');
    expect(heel('cuban', 'Cuban heel', dance.cubanAtLeastMm - 0.5)).toBe('suits with a but');
    const most = dance.beginnersUpToIn * 25.4;
    expect(heel('beginners', 'beginners', most - 0.5, { 'heel-base-width': 30 })).toBe('suits');
    expect(heel('beginners', 'beginners', most + 0.5, { 'heel-base-width': 30 })).toBe(
      'does not suit',
    );
  });
});

describe('hardness', () => {
  it('of a soft outsole holds on rock, and is soft for cement', () => {
    const figures = { 'outsole-hardness': hardness.rubberA, 'forefoot-lugs': 4 };
    expect(
      answer('trail/rock', ['trail', 'rock'], { figures, seen: { 'toe-cap': 'hard' } }).verdict
        .word,
    ).toBe('suits');
    const cement = answer('court/cement', ['court', 'cement'], {
      figures,
      seen: { compound: 'plain rubber' },
    });
    expect(cement.verdict.word).toBe('suits with a but');
  });
  it('of foam softer than the usual start is firm enough for court from 50 points on', () => {
    expect(hardness.foamC).toBeLessThan(hardness.usualFoamStart);
    const low = (points: number) =>
      answer('court/low', ['court', 'cement'], {
        figures: { 'tilt-angle': 60, 'heel-stack': 22, 'midsole-lateral-hardness': points },
      }).verdict.word;
    expect(low(hardness.foamC)).toBe('suits');
    expect(low(48)).toBe('suits with a but');
  });
});

describe('boots and crampons', () => {
  it.each(BOOT_GRADES)('%s is matched as practice has it', (grade) => {
    expect(cramponsOf(grade)).toEqual(boots[grade]);
  });
  it('takes the bindings of its welts, and straps on any graded boot', () => {
    expect(bindingsOf('rear', 'B1')).toEqual(['straps', boots.rearWelt]);
    expect(bindingsOf('rear and front', 'B3')).toContain(
      boots.bothWelts.replace('clip ', 'clips '),
    );
    expect(bindingsOf('none', 'B2')).toEqual(['straps']);
    expect(bindingsOf('none', 'B0')).toEqual([]);
  });
});

describe('limits of sole thickness', () => {
  // From memory: the rule book of the meeting decides.
  it('are those of the event on the day', () => {
    expect(soleLimit('road', '2026-11-26')?.mostMm).toBe(40);
    expect(soleLimit('track, 800 m and over', '2024-10-31')?.mostMm).toBe(25);
    expect(soleLimit('track, 800 m and over', '2024-11-01')?.mostMm).toBe(20);
    expect(soleLimit('track, under 800 m', '2019-05-01')).toBeUndefined();
    expect(soleLimit('chess', '2026-11-26')).toBeUndefined();
  });
});
