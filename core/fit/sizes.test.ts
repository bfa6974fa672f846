/** Over many editions: the matrix, what to take for a foot, lacing, the ruler, insoles, before and after. */

import { describe, expect, it } from 'vitest';
import { labelLengths, type SizeLabel } from '../sizing/size-label.ts';
import { textOf } from '../wording/sentence.ts';
import { changePhrase, fitCaution, recommendationSentence } from '../wording/sizing-sentences.ts';
import { judgeAgreement } from './judged-agreement.ts';
import { labelMatrix } from './label-matrix.ts';
import { labelRuler } from './label-ruler.ts';
import {
  LACING_COMPLAINTS,
  lacingFor,
  lacingOfStep,
  lacingOfTried,
  MOST_EYELETS,
} from './lacing.ts';
import { type PairedChange, pairedChanges } from './paired-try-ons.ts';
import { archWidthWords, configurationOf, insoleVolume, insoleWordOf } from './placed-insole.ts';
import { type EditionToFit, type FootToFit, recommend } from './recommendation.ts';
import { TRY_ON_RULES } from './try-on-rules.ts';

const uk = (size: number): SizeLabel => ({ system: 'uk', size });

describe('the matrix of labels', () => {
  const known = (...testers: [string, number][]) =>
    testers.map(([tester, size]) => ({ tester, known: 'known shoe' as const, label: uk(size) }));
  const a = { id: 'a', fitting: known(['T1', 8], ['T2', 8]) };
  const b = { id: 'b', fitting: known(['T1', 8], ['T2', 8], ['T3', 8], ['T4', 8], ['T5', 8]) };
  const c = { id: 'c', fitting: known(['T3', 8.5], ['T4', 8.5], ['T5', 8.5]) };
  it('has a chain over a third shoe, which decides nothing', () => {
    const cells = labelMatrix([a, b, c], uk(8));
    const cell = (from: string, to: string) =>
      cells.find((one) => one.from === from && one.to === to);
    expect(cell('a', 'b')).toMatchObject({ verdict: 'decided', offsetHalfSizes: 0 });
    expect(cell('b', 'c')).toMatchObject({ verdict: 'decided', offsetHalfSizes: 1 });
    expect(cell('c', 'b')).toMatchObject({ verdict: 'decided', offsetHalfSizes: -1 });
    expect(cell('a', 'c')).toEqual({
      from: 'a',
      to: 'c',
      verdict: 'cannot tell',
      evidence: [],
      chain: { over: 'b', offsetHalfSizes: 1 },
    });
  });
  it('is empty where nobody knows two shoes, and has lengths as a kind of their own', () => {
    expect(
      labelMatrix(
        [
          { id: 'x', fitting: [] },
          { id: 'y', fitting: [] },
        ],
        uk(8),
      ),
    ).toEqual([]);
    const inside = (mm: number) => ({ mm, u: 0.5, df: 8 });
    const [cell] = labelMatrix(
      [
        { id: 'x', fitting: [], inside: inside(268) },
        { id: 'y', fitting: [], inside: inside(268) },
      ],
      uk(8),
    );
    expect(cell).toMatchObject({ verdict: 'cannot tell', evidence: [{ kind: 'lengths', n: 1 }] });
  });
});

describe('what to take for a foot', () => {
  const foot: FootToFit = { lengthLeftMm: 254, lengthRightMm: 256, sock: 'usual', use: '' };
  const edition = (more: Partial<EditionToFit> = {}): EditionToFit => ({
    // The inside of UK 8 is 267.4 mm, 8.47 mm a size.
    insideAt: ({ size }) => ({ mm: 267.4 + (size - 8) * (25.4 / 3), u: 0.5, df: 1e9 }),
    made: [{ labels: [7, 7.5, 8, 8.5, 9].map(uk) }],
    label: uk(8),
    leather: false,
    ...more,
  });
  const schools = { leatherSmall: true, byArch: false };
  const takes = (more: Partial<FootToFit>, of: Partial<EditionToFit> = {}, how = schools) =>
    recommend({ ...foot, ...more }, edition(of), how);
  it('is the label whose inside leaves the wanted gap on the longer foot', () => {
    const { take, verdict, chances } = takes({});
    expect([take?.label, verdict]).toEqual([uk(8), 'sure']);
    // 267.4 − 256 = 11.4 mm; u = √(0.5² + 1.5² + 2.12²) = 2.645: P(8 … 16) = 0.8599.
    expect(chances[0]?.gapMm).toBeCloseTo(11.4, 9);
    expect(chances[0]?.right).toBeCloseTo(0.86, 2);
    expect(chances.map(({ label }) => label.size)).toEqual([8, 7.5, 8.5]);
    for (const { short, right, long } of chances) expect(short + right + long).toBeCloseTo(1, 9);
  });
  it('counts half a size for a thick sock, and more room in winter boots', () => {
    expect(takes({ sock: 'thick' }).take?.label).toEqual(uk(8.5));
    expect(takes({ sock: 'two pairs' }).take?.label).toEqual(uk(9));
    expect(takes({ use: 'winter boots' }).take?.label).toEqual(uk(8.5));
    expect(JSON.stringify(fitCaution('winter boots'))).toContain('downhill');
    expect(fitCaution('walking')).toBeUndefined();
  });
  it('has leather for climbing small in one school and true in the other', () => {
    const climbing = { use: 'climbing', lengthLeftMm: 265, lengthRightMm: 265 };
    const leather = { leather: true };
    const [small, plain] = [true, false].map((leatherSmall) =>
      takes(climbing, leather, { ...schools, leatherSmall }),
    );
    expect([small?.take?.label, plain?.take?.label]).toEqual([uk(7.5), uk(8)]);
    expect(small?.notes).toContainEqual({ kind: 'leather' });
  });
  it('fits the larger of unequal feet, and says what is done for the smaller', () => {
    const { take, notes } = takes({ lengthLeftMm: 250 });
    expect(take?.label).toEqual(uk(8));
    expect(notes).toContainEqual({
      kind: 'unequal feet',
      differMm: expect.any(Number),
      smaller: 'left',
    });
  });
  it('takes the wider build for a wide foot, and says where there is none', () => {
    const made = [{ labels: [uk(8)] }, { width: '2E', labels: [uk(8)] }];
    expect(takes({ widthMm: 108 }, { made }).take?.width).toBe('2E');
    expect(takes({ widthMm: 98 }, { made }).take?.width).toBeUndefined();
    expect(takes({ widthMm: 108 }).notes).toContainEqual({ kind: 'wide foot' });
  });
  it('has arches as a school, cannot tell without lengths, and says what is taken for granted', () => {
    expect(takes({ arch: 'low' }).notes).toEqual([]);
    expect(takes({ arch: 'low' }, {}, { ...schools, byArch: true }).notes[0]).toEqual({
      kind: 'arch',
      arch: 'low',
    });
    expect(takes({ lengthLeftMm: undefined, lengthRightMm: undefined }).verdict).toBe(
      'cannot tell',
    );
    expect(takes({}, { insideAt: () => undefined }).hindrance).toBe('not measured inside');
    expect(takes({}, { made: [] }).notes).toContainEqual({ kind: 'sizes unknown' });
  });
  it('is never sure where the label that would be right is not made', () => {
    const answer = takes({}, { made: [{ labels: [uk(9.5), uk(10)] }] });
    const { verdict, take } = answer;
    expect([verdict, take]).toEqual(['cannot tell', undefined]);
    expect(textOf(recommendationSentence(answer))).toContain('is nearest');
  });
});

describe('lacing', () => {
  it('uses only eyelets that are there, for every complaint and any number of rows', () => {
    for (const complaint of LACING_COMPLAINTS)
      for (let rows = 3; rows <= MOST_EYELETS; rows++) {
        const { runs } = lacingFor(complaint, rows);
        const places = runs.flatMap(({ from, to }) => [from, to]);
        for (const { row } of places) expect(row >= 1 && row <= rows).toBe(true);
        // Every row is laced, and no run twice.
        expect(new Set(places.map(({ row }) => row)).size, `${complaint} ${rows}`).toBe(rows);
        const keys = runs.map(({ from, to, lace }) => JSON.stringify([from, to, lace]));
        expect(new Set(keys).size).toBe(keys.length);
      }
  });
  it('locks the heel at the top, has two laces for two tensions, and crosses nothing over a sore instep', () => {
    expect(lacingFor('the heel slips', 6).runs.filter(({ lock }) => lock)).toHaveLength(4);
    const laces = lacingFor('a narrow heel, a wide forefoot', 6).runs.map(({ lace }) => lace);
    expect(new Set(laces)).toEqual(new Set([1, 2]));
    const over = lacingFor('a sore instep', 6).runs.filter(
      ({ from, to }) => from.row === 3 && to.row === 4,
    );
    expect(over.every(({ from, to }) => from.side === to.side)).toBe(true);
  });
  it('refuses rows that no shoe has, and knows every lacing that a try-on names', () => {
    expect(() => lacingFor('a wide foot', 2)).toThrow(RangeError);
    expect(() => lacingFor('a wide foot', 4.5)).toThrow(RangeError);
    const named = TRY_ON_RULES.flatMap(({ remedies }) => remedies)
      .filter(({ kind }) => kind === 'lacing')
      .map(({ what }) => what);
    for (const what of named) expect(lacingOfStep(what), what).toBeDefined();
    // A step that was kept by a former version has its words alone.
    expect(lacingOfTried({ what: 'other lacing' })).toBe('the heel slips');
    expect(lacingOfTried({ what: 'lace it well', step: 'skip-eyelet' })).toBe('a sore instep');
    expect(lacingOfTried({ what: 'free the two lowest eyelets' })).toBeUndefined();
    expect(lacingOfStep('half-up')).toBeUndefined();
  });
});

describe('the label ruler', () => {
  const rows = labelRuler(240, 310);
  const read = (id: string, mm: number) => rows.find((row) => row.id === id)?.readAt(mm);
  it('reads every system at one last as the label formulas say', () => {
    const { lastMm, deviceFootMm, labels } = labelLengths(uk(8));
    expect(read('foot', lastMm)).toBe(`${deviceFootMm.toFixed(1)} mm`);
    expect(read('uk', lastMm)).toBe('8 (8)');
    expect(read('us-men', lastMm)).toBe('9 (9)');
    expect(read('eu', lastMm)).toBe(`42 (${labels.eu.toFixed(2)})`);
  });
  it('has both schools of women’s labels: 1.5 by the last, 1 on the device', () => {
    expect(read('us-women label school, men’s + 1.5', 279.4)).toBe('10.5 (10.5)');
    expect(read('us-women device school, men’s + 1', 279.4)).toBe('10 (10)');
  });
  it('has ticks within its range alone, and children’s systems among children', () => {
    for (const { ticks } of rows)
      for (const { atMm } of ticks) expect(atMm >= 240 - 1e-6 && atMm <= 310 + 1e-6).toBe(true);
    expect(rows.some(({ id }) => id === 'us-child')).toBe(false);
    expect(labelRuler(95, 215).some(({ id }) => id === 'us-child')).toBe(true);
    expect(
      labelRuler(95, 215)
        .find(({ id }) => id === 'us-child')
        ?.readAt(300),
    ).toBe('');
  });
});

describe('an insole by its name', () => {
  it('says what a try-on and a sitting call the shoe', () => {
    const cork = (how: 'instead' | 'on top') => [{ kind: 'insole', how }];
    expect([insoleWordOf([]), configurationOf([])]).toEqual(['original', 'as sold']);
    expect([insoleWordOf(cork('on top')), configurationOf(cork('on top'))]).toEqual([
      'on top',
      'insole added',
    ]);
    expect([insoleWordOf(cork('instead')), configurationOf(cork('instead'))]).toEqual([
      'another',
      'insole replaced',
    ]);
    expect(configurationOf([{ kind: 'laces', how: 'instead' }])).toBe('as sold');
  });

  it('is held at its arch against the width of a foot, and takes room', () => {
    expect(archWidthWords(60, 100)).toContain('narrower than this foot');
    expect(archWidthWords(68, 100)).toContain('stand on it to tell');
    expect(archWidthWords(75, 100)).toBe('wide enough for this foot');
    // By hand: 270 mm × 70 mm × 4 mm = 75,600 mm³.
    expect(insoleVolume({ lengthMm: 270, archWidthMm: 70, thicknessMm: 4 })).toBeCloseTo(75.6, 9);
    expect(insoleVolume({ lengthMm: 270, archWidthMm: null, thicknessMm: 4 })).toBeUndefined();
  });
});

describe('before and after', () => {
  const tryOn = (tester: string, worn: string, answers: object) => ({ tester, worn, answers });
  const changeInWords = (change: PairedChange | undefined) =>
    change && textOf(changePhrase(change.aspects, change.testers.length, change.isHint));
  it('holds each tester against the same tester', () => {
    const [change, ...others] = pairedChanges([
      tryOn('T1', 'own', { heel: 'lifts', width: { ball: 1 }, sore: [] }),
      tryOn('T2', 'own', { heel: 'none', toeGapMm: 12 }),
      tryOn('T1', 'cork', { heel: 'none', width: { ball: 0 }, sore: ['instep'] }),
      tryOn('T2', 'cork', { heel: 'a little', toeGapMm: 5 }),
      tryOn('T3', 'cork', { heel: 'none' }),
    ]);
    expect(others).toEqual([]);
    expect(change).toMatchObject({ change: 'own → cork', testers: ['T1', 'T2'] });
    expect(changeInWords(change)).toBe(
      'the heel holds: better for 1 of 2; the heel holds: worse for 1 of 2; room for the toes: worse for 1 of 1; width: better for 1 of 1; sore places: worse for 1 of 1; from 2 testers, so this is a hint',
    );
  });
  it('says nothing where nothing was changed, and is no hint any more from six testers on', () => {
    const before = ['T1', 'T2', 'T3', 'T4', 'T5', 'T6'].map((tester) =>
      tryOn(tester, 'own', { heel: 'lifts' }),
    );
    expect(pairedChanges([...before, ...before])).toEqual([]);
    const after = before.map(({ tester }) => tryOn(tester, 'cork', { heel: 'none' }));
    expect(changeInWords(pairedChanges([...before, ...after])[0])).toBe(
      'the heel holds: better for 6 of 6',
    );
  });
});

describe('agreement in words', () => {
  it('is said by the limits of alpha', () => {
    expect([0.9, 0.7, 0.4, -0.1].map(judgeAgreement)).toEqual([
      'agree',
      'mostly',
      'little',
      'none',
    ]);
  });
});
