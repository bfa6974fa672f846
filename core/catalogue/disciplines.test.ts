/** Every use has what it should bring; every part and quantity has its place. */
import { describe, expect, it } from 'vitest';
import { answerFault, describePart, findParts, SHOE_PARTS } from './construction.ts';
import {
  cautionsOf,
  copyOfUse,
  DISCIPLINES,
  describeDiscipline,
  hasStackClasses,
  isMadeFor,
  MOST_STATIONS,
  nameUses,
  ownTolerance,
  usesWith,
} from './disciplines.ts';
import { protocolsFor } from './protocol.ts';
import { MEASURED_QUANTITIES, QUANTITIES } from './quantities.ts';
import { isTaken } from './quantity.ts';
import { TAKEN_OTHERWISE } from './taken-otherwise.ts';
import { TOOL_NAMES } from './tools.ts';

const protocols = protocolsFor(TOOL_NAMES);

describe.each(DISCIPLINES)('the use %s', (name) => {
  const { says, takes, optional = [], parts, cautions, tolerances = {} } = describeDiscipline(name);
  it('has words, cautions, and parts that are looked at first', () => {
    expect(says.length).toBeGreaterThan(10);
    expect(cautions.length).toBeGreaterThan(0);
    expect(parts.length).toBeGreaterThan(3);
    expect(new Set(parts).size).toBe(parts.length);
    for (const part of parts) expect(describePart(part).name).not.toBe('');
  });
  it('has a protocol of quantities that are taken, each once', () => {
    const protocol = protocols.find(({ discipline }) => discipline === name);
    expect(protocol?.stations.map(({ quantity }) => quantity)).toEqual(takes);
    expect(takes.length).toBeLessThanOrEqual(MOST_STATIONS);
    expect(new Set(takes).size).toBe(takes.length);
    for (const quantity of takes) {
      const definition = QUANTITIES[quantity as keyof typeof QUANTITIES];
      expect(definition && isTaken(definition), quantity).toBe(true);
    }
    for (const quantity of optional) expect(takes).toContain(quantity);
    expect(takes[0]).toBe('mass');
  });
  it('draws no tolerance that is none', () => {
    for (const rule of Object.values(tolerances)) expect(rule.absolute).toBeGreaterThan(0);
  });
});

describe('uses together', () => {
  const trail = { discipline: 'trail', speciality: '' } as const;
  const boots = { discipline: 'winter boots', speciality: 'with crampons' } as const;
  it('keep the classes of the first, and the cautions of all', () => {
    expect(hasStackClasses([trail, boots])).toBe(true);
    expect(hasStackClasses([boots, trail])).toBe(false);
    expect(hasStackClasses([])).toBe(true);
    expect(cautionsOf([trail, boots])).toHaveLength(
      describeDiscipline('trail').cautions.length +
        describeDiscipline('winter boots').cautions.length,
    );
    expect(nameUses([boots, trail])).toBe('winter boots, with crampons · trail');
    expect(nameUses([])).toBe('any use');
  });
});

describe('every quantity that is taken', () => {
  const inProtocols = new Set(
    protocols.flatMap(({ stations }) => stations.map(({ quantity }) => quantity as string)),
  );
  it('stands in a protocol, or is marked as taken otherwise, and not both', () => {
    for (const id of MEASURED_QUANTITIES) {
      const marked = id in TAKEN_OTHERWISE;
      expect([id, inProtocols.has(id) !== marked]).toEqual([id, true]);
    }
  });
});

describe('the parts of a shoe', () => {
  it('have names, questions and answers of their own, nine at most', () => {
    expect(new Set(SHOE_PARTS.map(({ id }) => id)).size).toBe(SHOE_PARTS.length);
    for (const { answers, most, asks, look } of SHOE_PARTS) {
      expect((answers === undefined) === (most !== undefined)).toBe(true);
      expect(answers?.length ?? 1).toBeLessThanOrEqual(9);
      expect(new Set(answers).size).toBe(answers?.length ?? 0);
      expect(asks.endsWith('?')).toBe(true);
      expect(look.endsWith('.')).toBe(true);
    }
  });
  it.each([
    ['sockliner', 'insole-loose'],
    ['heel cup', 'counter'],
    ['cleats', 'studs'],
    ['dual foam', 'foam-layers'],
    ['velcro', 'closure'],
    ['toe spring', 'rocker'],
    ['carbon', 'plate'],
    ['Gusset', 'gusset'],
    ['crampon', 'welts'],
  ])('%s finds %s', (typed, part) => {
    expect(findParts(typed).map(({ id }) => id)).toContain(part);
  });
  it('put a name before another word, and an answer last', () => {
    expect(findParts('plate')[0]?.id).toBe('plate');
    expect(findParts('')).toEqual([]);
    expect(findParts('zzz')).toEqual([]);
  });
  it('take a word of one’s own, and numbers where numbers are asked for', () => {
    expect(answerFault('foam', 'horsehair')).toBeUndefined();
    expect(answerFault('foam', '  ')).toContain('not looked');
    expect(answerFault('foam', 'x'.repeat(61))).toContain('at most 60');
    expect(answerFault('eyelets', '7')).toBeUndefined();
    expect(answerFault('eyelets', '7.5')).toContain('whole number from 0 to 20');
    expect(answerFault('eyelets', 'cannot be seen')).toBeUndefined();
  });
});

describe('a use that a lab copied', () => {
  const night = { ...copyOfUse('dance'), name: 'night rounds', cautions: ['Wear a lamp.'] };
  const uses = usesWith([night]);
  it('keeps what may hurt somebody of the one it was copied from', () => {
    const use = [{ discipline: 'night rounds', speciality: '' }];
    expect(cautionsOf(use, uses)).toEqual([
      ...describeDiscipline('dance').cautions,
      'Wear a lamp.',
    ]);
    expect(ownTolerance('sole-plane', 'night rounds', uses)).toEqual(
      ownTolerance('sole-plane', 'dance'),
    );
    expect(isMadeFor(use, 'dance', uses)).toBe(true);
    expect(isMadeFor(use, 'court', uses)).toBe(false);
    expect(hasStackClasses(use, uses)).toBe(false);
  });
  it('has a protocol of what it takes, in its order', () => {
    const short = usesWith([{ ...night, takes: ['heel-height', 'mass'] }]);
    const draft = protocolsFor(['needle gauge'], short).find(
      ({ discipline }) => discipline === 'night rounds',
    );
    expect(draft?.name).toBe('Night rounds');
    expect(draft?.stations.map(({ quantity }) => quantity)).toEqual(['heel-height', 'mass']);
  });
  it('brings nothing where the lab does not have it, or a page not yet', () => {
    expect(describeDiscipline('night rounds')).toMatchObject({ takes: [], cautions: [] });
    expect(cautionsOf([{ discipline: 'night rounds', speciality: '' }])).toEqual([]);
  });
});
