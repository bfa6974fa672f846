/** Rules of the uses against `practice.json`: common practice, as verdicts. */
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import {
  BOOT_GRADES,
  bindingsOf,
  cramponsOf,
  type Event,
  GROUNDS,
  STUDS,
  type Studs,
  servesEvent,
  soleLimit,
  studsOn,
} from '#core/construction/rules-of-use.ts';

const { football, jumps, boots } = JSON.parse(
  readFileSync(new URL('practice.json', import.meta.url), 'utf8'),
);

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
    const verdict = studsOn(studs, ground);
    expect(verdict.word).toBe(word);
    if (against) expect(verdict.against.join(' ')).toMatch(against);
  });
  it('asks no position on the field', () => {
    expect(football.positionMatters).toBe(false);
    expect(studsOn).toHaveLength(2);
  });
});

describe('which shoe serves which jump', () => {
  const SHOES: Record<string, Event> = {
    'triple shoe': 'triple jump',
    'long shoe': 'long jump',
    'sprint shoe': 'sprint',
  };
  const EVENTS: Record<string, Event> = {
    triple: 'triple jump',
    long: 'long jump',
    sprint: 'sprint',
  };
  const cases = Object.entries(jumps).flatMap(([shoe, events]) =>
    Object.entries(events as Record<string, boolean>).map(
      ([event, serves]): [string, string, boolean] => [shoe, event, serves],
    ),
  );
  it.each(cases)('%s, %s: %s', (shoe, event, serves) => {
    const { word } = servesEvent(SHOES[shoe] as Event, EVENTS[event] as Event);
    expect(word.startsWith('suits')).toBe(serves);
  });
  it('finds the fault of a rounded ball with a high arch in the triple jump only', () => {
    expect(servesEvent('triple jump', 'triple jump', true).word).toBe('does not suit');
    expect(servesEvent('triple jump', 'long jump', true).word).toBe('suits');
    expect(servesEvent('sprint', 'triple jump').word).toBe('does not suit');
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
