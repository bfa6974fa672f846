import { describe, expect, it } from 'vitest';
import type { ClaimAnswer } from '../records/claim-verdict.ts';
import { textOf } from '../wording/sentence.ts';
import { sheetWarningSentence, writtenSheetChange } from '../wording/sheet-sentences.ts';
import { changesBetween, sheetWarnings } from './sheet-changes.ts';
import { SHEET_SCHEMA, type SheetData, type SheetFigure } from './sheet-data.ts';

const figure = (value: number, U: number, more: Partial<SheetFigure> = {}): SheetFigure => ({
  key: 'heel-stack · in-shoe',
  quantity: 'heel-stack',
  name: 'Heel stack',
  section: 'Stack',
  basis: 'in-shoe',
  unit: 'mm',
  value,
  u: U / 2,
  U,
  df: null,
  pairU: 0.3,
  pairs: 2,
  readings: 8,
  speaksForEdition: true,
  provenance: 'measured',
  carried: '',
  conversions: [],
  doubts: [],
  grade: null,
  budget: [{ kind: 'pairs', u: U / 2 }],
  ofPairs: [],
  taken: [{ id: 'a', words: 'NS-01 left 31.1 mm, 2026-10-01' }],
  claims: [],
  reported: [],
  shown: { value: value.toFixed(1), U: U.toFixed(1), pairU: '0.3', unit: 'mm', also: '' },
  ...more,
});

const sheet = (figures: SheetFigure[], more: Partial<SheetData> = {}): SheetData => ({
  schema: SHEET_SCHEMA,
  edition: { slug: 'stairwell', maker: 'Norrolt', model: 'Stairwell', name: '' },
  uses: [],
  label: 'UK 8',
  figures,
  words: {},
  said: {},
  unmeasured: [],
  pairs: [],
  instruments: [],
  protocols: [],
  studies: [],
  measuredUntil: '2026-10-01',
  ...more,
});

describe('what changed since a revision', () => {
  it('names the readings that moved a figure', () => {
    const read = { id: 'b', words: 'NS-06 left 32.4 mm, 2026-11-12' };
    const [change] = changesBetween(
      sheet([figure(31.1, 1)]),
      sheet([figure(31.7, 0.8, { taken: [figure(0, 1).taken[0] as typeof read, read] })]),
    ).map(writtenSheetChange);
    expect(change && textOf(change.words)).toBe(
      'Heel stack, in-shoe: 31.1 ± 1.0 mm, now 31.7 ± 0.8 mm',
    );
    expect(change?.because.map(textOf)).toEqual(['readings since: NS-06 left 32.4 mm, 2026-11-12']);
  });
  it('names what no longer counts, a conversion, and where none of it is the fact that the lab learned', () => {
    const because = (more: Partial<SheetFigure>) =>
      changesBetween(sheet([figure(31.1, 1)]), sheet([figure(31.4, 1, more)])).flatMap((change) =>
        writtenSheetChange(change).because.map(textOf),
      );
    expect(because({ taken: [] })).toEqual(['no longer counted: NS-01 left 31.1 mm, 2026-10-01']);
    expect(because({ conversions: ['insole added'] })).toEqual([
      'converted differently: insole added',
    ]);
    expect(because({ budget: [{ kind: 'pairs', u: 0.8 }] })).toEqual([
      'learned by the lab since: spread of pairs',
    ]);
  });
  it('tells of figures that are new or gone, of verdicts on claims, and of words', () => {
    const claimed = (verdict: ClaimAnswer) =>
      figure(31.1, 1, { claims: [{ typed: '30 mm', source: 'box', verdict, noticeable: 'no' }] });
    const words = (before: SheetData, after: SheetData) =>
      changesBetween(before, after).map((change) => textOf(writtenSheetChange(change).words));
    expect(words(sheet([]), sheet([figure(31.1, 1)]))).toEqual([
      'Heel stack, in-shoe: new, 31.1 ± 1.0 mm',
    ]);
    expect(words(sheet([figure(31.1, 1)]), sheet([]))[0]).toContain('no longer on the sheet');
    expect(words(sheet([claimed('agrees')]), sheet([claimed('differs')]))).toEqual([
      'Heel stack: the claim of 30 mm was “agrees”, now “differs”',
    ]);
    expect(
      words(sheet([], { words: { verdict: 'a' } }), sheet([], { words: { verdict: 'b' } })),
    ).toEqual(['Verdict: changed text']);
    expect(words(sheet([figure(31.1, 1)]), sheet([figure(31.1, 1)]))).toEqual([]);
  });
});

describe('what speaks against an issued sheet', () => {
  it('is a figure that moved by more than its doubt, and nothing less', () => {
    const [moved] = sheetWarnings([figure(31.1, 1)], [figure(32.4, 1)], []);
    expect(moved && textOf(sheetWarningSentence(moved))).toMatch(
      /has changed since the sheet was issued, from 31\.1 ± 1\.0 mm to 32\.4 ± 1\.0 mm/,
    );
    expect(sheetWarnings([figure(31.1, 1)], [figure(32.1, 1)], [])).toEqual([]);
  });
  it('is a reading behind it that was voided since', () => {
    const issued = sheet([figure(31.1, 1)]);
    expect(
      sheetWarnings(issued.figures, issued.figures, [
        { id: 'a', why: 'voided, the gauge was not zeroed' },
      ])
        .map(sheetWarningSentence)
        .map(textOf),
    ).toEqual(['1 reading of heel stack no longer counts: voided, the gauge was not zeroed.']);
  });
});
