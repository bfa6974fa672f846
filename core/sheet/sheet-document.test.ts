import { describe, expect, it } from 'vitest';
import type { ClaimAnswer, Noticeable } from '../records/claim-verdict.ts';
import { type DocumentPart, partsIn } from './document.ts';
import { SHEET_SCHEMA, type SheetFigure } from './sheet-data.ts';
import { doubtWords, type SheetContent, sheetDocument } from './sheet-document.ts';

const figure = (quantity: string, value: number, more: Partial<SheetFigure> = {}): SheetFigure => ({
  key: quantity,
  quantity,
  name: quantity,
  section: 'Stack',
  basis: 'in-shoe',
  unit: 'mm',
  value,
  u: 0.5,
  U: 1,
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
  budget: [],
  ofPairs: [],
  taken: [],
  claims: [],
  reported: [],
  shown: { value: value.toFixed(1), U: '1.0', pairU: '0.3', unit: 'mm', also: '' },
  ...more,
});

const content = (figures: SheetFigure[], more: Partial<SheetContent> = {}): SheetContent => ({
  data: {
    schema: SHEET_SCHEMA,
    edition: { slug: 'stairwell', maker: 'Norrolt', model: 'Stairwell', name: '' },
    uses: [],
    label: 'UK 8',
    figures,
    words: {},
    said: {},
    unmeasured: [],
    pairs: [],
    instruments: ['Needle gauge'],
    protocols: [],
    studies: [],
    measuredUntil: null,
  },
  title: 'Norrolt Stairwell',
  under: '',
  words: {},
  said: {},
  madeOf: [],
  tallies: [],
  pictures: [],
  shape: { length: 280 },
  widths: {},
  disclosure: ['NS-01: bought.'],
  byHand: [],
  cautions: ['Worn-out shoes hurt.'],
  behind: {},
  ...more,
});

const titles = (parts: readonly DocumentPart[]) =>
  parts.flatMap((part) => (part.kind === 'section' ? [part.title] : []));

describe('a sheet as a document', () => {
  it('says its doubt in plain words', () => {
    expect(doubtWords(figure('drop', 7))).toBe('this pair ± 0.3; the model ± 1.0, from two pairs');
    expect(doubtWords(figure('drop', 7, { speaksForEdition: false }))).toBe(
      'this pair ± 0.3; of the model nobody can tell',
    );
  });
  it('stands in the order of talk, and keeps from the reader what is for the lab', () => {
    const document = sheetDocument(
      content([figure('heel-stack', 31), figure('forefoot-stack', 24)], {
        said: { fit: ['True.'], life: ['None ended.'], 'how it was tested': ['Two pairs.'] },
      }),
    );
    expect(titles(partsIn(document, 'reader'))).toEqual([
      'How it was tested',
      'Fit',
      'Figures',
      'How long it lasts',
      'Take care',
    ]);
    expect(titles(partsIn(document, 'lab'))).toContain('How the pairs came');
    expect(titles(partsIn(document, 'reader'))).not.toContain('How the pairs came');
  });
  it('puts typed words before sentences of the bench', () => {
    const [fit] = sheetDocument(
      content([], {
        words: { fit: [{ kind: 'paragraph', runs: [{ text: 'Take your own label.' }] }] },
        said: { fit: ['It runs true.'] },
      }),
    ).parts;
    expect(fit).toMatchObject({
      title: 'Fit',
      parts: [
        { kind: 'words', blocks: [{ runs: [{ text: 'Take your own label.' }] }] },
        { kind: 'lines', lines: ['It runs true.'] },
      ],
    });
  });
  it('says how a claim compares, and marks only what one would notice', () => {
    const claim = (verdict: ClaimAnswer, noticeable: Noticeable, gap?: string) =>
      figure('heel-stack', 31, {
        claims: [{ typed: '34 mm', source: '', verdict, noticeable, ...(gap ? { gap } : {}) }],
      });
    const shown = (one: SheetFigure) => {
      const section = sheetDocument(content([one])).parts.find(
        (part) => part.kind === 'section' && part.title === 'Figures',
      );
      const figures = section?.kind === 'section' ? section.parts : [];
      const part = figures.find(({ kind }) => kind === 'figures');
      return part?.kind === 'figures' ? part.figures[0] : undefined;
    };
    expect(shown(claim('differs', 'yes', '3 mm'))).toMatchObject({
      claim: 'claimed 34 mm: differs by 3 mm: noticeable',
      out: true,
    });
    expect(shown(claim('differs', 'no'))).toMatchObject({
      claim: 'claimed 34 mm: differs: too small to notice',
      out: false,
    });
    expect(shown(claim('agrees', 'no'))).toMatchObject({ claim: 'claimed 34 mm: agrees' });
  });
  it('draws the sole to scale: its lines stand at 12 and 75 % of the last, as high as its stacks', () => {
    const section = sheetDocument(
      content([figure('heel-stack', 31), figure('forefoot-stack', 24)]),
    ).parts.find((part) => part.kind === 'section' && part.title === 'Figures');
    const drawings = section?.kind === 'section' ? section.parts[0] : undefined;
    const strokes = drawings?.kind === 'drawings' ? (drawings.drawings[0]?.strokes ?? []) : [];
    const lines = strokes.filter(({ dashed }) => dashed).map(({ path }) => path);
    // 0.12 × 280 and 0.75 × 280 mm; each line ends 6 mm over the sole.
    expect(lines).toEqual(['M33.6,-37L33.6,0', 'M210,-30L210,0']);
  });
});
