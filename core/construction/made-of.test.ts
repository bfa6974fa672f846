import { describe, expect, it } from 'vitest';
import { SHOE_PARTS } from '../catalogue/construction.ts';
import { exclusionsIn, madeOf } from './made-of.ts';

describe('what an edition is made of', () => {
  it('counts what was seen before what is stated, and says where they part', () => {
    const made = madeOf(
      [
        { tag: 'A-01', seen: { plate: 'plastic', foam: 'EVA', closure: 'laces' } },
        { tag: 'A-02', seen: { foam: 'eva', closure: 'zip', welts: 'cannot be seen' } },
      ],
      { plate: 'carbon', foam: 'EVA', waterproof: 'membrane', welts: 'rear' },
    );
    expect(made.map(({ part, state, answer }) => [part, state, answer])).toEqual([
      ['closure', 'pairs differ', 'laces'],
      ['waterproof', 'stated', 'membrane'],
      ['foam', 'seen', 'EVA'],
      ['plate', 'contradicted', 'plastic'],
      ['welts', 'stated', 'rear'],
    ]);
    expect(made[0]?.seen).toEqual([
      { answer: 'laces', tags: ['A-01'] },
      { answer: 'zip', tags: ['A-02'] },
    ]);
    expect(made[2]?.seen).toEqual([{ answer: 'EVA', tags: ['A-01', 'A-02'] }]);
  });
  it('has a line for every part of the walk: the sheet reads them all', () => {
    const seen = Object.fromEntries(
      SHOE_PARTS.map(({ id, answers, most }) => [id, most === undefined ? answers?.[0] : '4']),
    );
    const made = madeOf([{ tag: 'A-01', seen }], {});
    expect(made.map(({ part }) => part)).toEqual(SHOE_PARTS.map(({ id }) => id));
  });
  it('is nothing where nobody looked and nothing is stated', () => {
    expect(madeOf([{ tag: 'A-01', seen: {} }], {})).toEqual([]);
  });
});

describe('answers that exclude each other', () => {
  it.each([
    [{ plate: 'none', 'plate-reach': 'forefoot' }, 1],
    [{ plate: 'carbon', 'plate-reach': 'forefoot' }, 0],
    [{ 'insole-loose': 'none in it', 'arch-pad': 'firm', 'heel-pad': 'soft' }, 2],
    [{ 'insole-loose': 'glued in', orthotic: 'fits' }, 1],
    [{ studs: 'none', 'stud-count': '12' }, 1],
    [{ studs: 'none', 'stud-count': '0' }, 0],
    [{ closure: 'slip-on', eyelets: '6' }, 1],
    [{ waterproof: 'nothing', 'waterproof-height': 'the ankle' }, 1],
    [{ plate: 'none', 'plate-reach': 'cannot be seen' }, 0],
    [{}, 0],
  ])('%o: %d', (answers, faults) => {
    expect(exclusionsIn(answers)).toHaveLength(faults);
  });
  it('are told by both parts', () => {
    expect(exclusionsIn({ plate: 'none', 'plate-reach': 'forefoot' })[0]).toBe(
      'Plate: none, and Plate reaches: forefoot exclude each other; look again at one of them',
    );
  });
});
