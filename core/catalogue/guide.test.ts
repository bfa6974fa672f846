/** What the guide tells: every part, measurement and school has its card, and names what exists. */
import { describe, expect, it } from 'vitest';
import { findParts, SHOE_PARTS } from './construction.ts';
import { GLOSSARY } from './glossary.ts';
import { expectedDoubts, measuringCard } from './measuring-cards.ts';
import { PART_CARDS } from './part-cards.ts';
import { QUANTITIES } from './quantities.ts';
import type { QuantityDefinition } from './quantity.ts';
import { CHOSEN_SCHOOLS, SCHOOLS, type School } from './schools.ts';

describe('the shoe, part by part', () => {
  it.each(SHOE_PARTS.map(({ id }) => [id]))('%s has a card that names figures that exist', (id) => {
    const card = PART_CARDS[id];
    for (const words of [card.what, card.does, card.wants, card.avoids, card.shop])
      expect(words).toMatch(/[.]$/);
    expect(card.figures.length).toBeGreaterThan(0);
    for (const quantity of card.figures)
      expect(QUANTITIES[quantity as keyof typeof QUANTITIES], `${id} ${quantity}`).toBeDefined();
  });
  it.each([
    ['sockliner', 'insole-loose'],
    ['vamp', 'upper-material'],
    ['foxing', 'rand'],
    ['cleats', 'studs'],
    ['lacing to the toe', 'lace-reach'],
    ['rounded ball', 'ball-shape'],
  ])('is found by another of its names: %s', (typed, id) => {
    expect(findParts(typed)[0]?.id).toBe(id);
  });
  it('finds nothing by a word that nobody uses', () => {
    expect(findParts('flux capacitor')).toEqual([]);
  });
});

describe('cards of measurements', () => {
  it('tell steps and traps of every quantity', () => {
    for (const definition of Object.values(QUANTITIES)) {
      const { steps, traps } = measuringCard(definition);
      expect(steps.length, definition.id).toBeGreaterThan(0);
      expect(traps.length, definition.id).toBeGreaterThan(0);
    }
  });
  it('tell the doubt to expect by tool, by hand for a stack', () => {
    const stack = { ...(QUANTITIES['heel-stack'] as QuantityDefinition), repeatabilitySd: 0.2 };
    const doubts = expectedDoubts(stack);
    // Needle gauge: 2·√(0.2²/2 + 0.1²/12 + 0.1²) = 0.351.
    expect(doubts[0]).toMatchObject({ tool: 'needle gauge' });
    expect(doubts[0]?.U).toBeCloseTo(0.3512, 3);
    // A ruler scatters by 0.4 at least: 2·√(0.4²/2 + 0.5²/12 + 0.2²) = 0.751.
    expect(doubts.find(({ tool }) => tool === 'ruler')?.U).toBeCloseTo(0.7506, 3);
    expect(doubts.map(({ U }) => U)).not.toContain(0);
  });
  it('tell none of what is worked out or scored by hand', () => {
    expect(expectedDoubts(QUANTITIES.drop as QuantityDefinition)).toEqual([]);
    expect(expectedDoubts(QUANTITIES['counter-hand'] as QuantityDefinition)).toEqual([]);
  });
});

describe('schools', () => {
  it('stand side by side, at least two, and those that are chosen are there', () => {
    for (const { ways } of SCHOOLS as readonly School[]) expect(ways.length).toBeGreaterThan(1);
    for (const [id, chosen] of Object.entries(CHOSEN_SCHOOLS)) {
      const school = (SCHOOLS as readonly School[]).find((one) => one.id === id);
      expect(school?.ways.map((way) => way.id)).toEqual([...chosen]);
    }
  });
});

it('a word stands once in the glossary, in its order, with what it says', () => {
  const words = GLOSSARY.map(({ word }) => word);
  expect(new Set(words).size).toBe(words.length);
  for (const { word, says } of GLOSSARY) expect(says, word).toMatch(/[.]$/);
});
