/** The return note on paper: every letter, every figure, and nothing off the page, however long. */

import { describe, expect, it } from 'vitest';
import type { MatchFeatureId } from '#core/catalogue/match-feature-ids.ts';
import { judgeFeatures } from '#core/match/match.ts';
import { inferCauses } from '#core/match/match-causes.ts';
import { judgeMatch } from '#core/match/match-verdict.ts';
import { type ReturnedPair, writeReturnNote } from '#core/match/return-note.ts';
import type { SeenFault } from '#core/records/match-verdict.ts';
import { returnNoteDocument } from '#core/sheet/match-documents.ts';
import { writeDocumentPdf } from './document-pdf.ts';

const PAIR: ReturnedPair = {
  tag: 'BR-13',
  maker: 'Brindlow',
  model: 'Roundsman 3',
  edition: '',
  label: { system: 'uk', size: 8 },
  from: '',
  orderNumber: '',
  boughtOn: null,
  wornKm: 0,
  receivedOn: '2026-03-09',
  returnBy: null,
};
type Shoe = Partial<Record<MatchFeatureId, readonly number[]>>;
const LEFT: Shoe = {
  'outsole-large': [187.4],
  'footbed-length': [266.1],
  'footbed-ball-width': [92],
  'heel-seam': [0.2],
  'sole-plane': [0],
  mass: [301.5],
};
const RIGHT: Shoe = {
  ...LEFT,
  'outsole-large': [190.2],
  'footbed-length': [270.1],
  'heel-seam': [-6.2],
  mass: [309.5],
};

async function printed(
  pair: Partial<ReturnedPair> = {},
  terms: { note?: string; names?: Partial<Record<MatchFeatureId, string>> } = {},
  [left, right]: [Shoe, Shoe] = [LEFT, RIGHT],
  seen: SeenFault[] = [],
) {
  const judgements = judgeFeatures({ left, right });
  const causes = inferCauses({ judgements, lastMm: 279.4 });
  const verdict = judgeMatch({ judgements }, causes);
  const note = writeReturnNote(
    { ...PAIR, ...pair },
    { judgements, causes, verdict: { ...verdict, seen }, cautions: [] },
    {
      names: {},
      checkedOn: '2026-03-10',
      unworn: true,
      note: '',
      sender: '',
      pictures: [],
      ...terms,
    },
  );
  const pdf = await writeDocumentPdf(returnNoteDocument(note, judgements));
  const { getDocument } = await import('pdfjs-dist/legacy/build/pdf.mjs');
  const document = await getDocument({ data: new Uint8Array(pdf) }).promise;
  const pages = await Promise.all(
    Array.from({ length: document.numPages }, async (_, at) => {
      const page = await document.getPage(at + 1);
      const { items } = await page.getTextContent();
      return items.flatMap((item) =>
        'str' in item && item.str.trim() !== ''
          ? [
              {
                text: item.str,
                x: item.transform[4] as number,
                y: item.transform[5] as number,
                width: item.width,
              },
            ]
          : [],
      );
    }),
  );
  const all = pages.flat();
  return { pages, all, text: all.map((one) => one.text).join(' ') };
}

const A4 = { width: 595.28, height: 841.89 };
const onPaper = ({ x, y }: { x: number; y: number }) =>
  x >= 50 && x < A4.width - 50 && y >= 45 && y < A4.height - 45;

/** Pieces of a line that run into the next one. */
function collisions(page: { text: string; x: number; y: number; width: number }[]): string[] {
  const lines = [...page].sort((a, b) => b.y - a.y || a.x - b.x);
  return lines.flatMap((one, at) => {
    const next = lines[at + 1];
    return next && Math.abs(next.y - one.y) < 1 && one.x + one.width > next.x + 0.5
      ? [`${one.text}|${next.text}`]
      : [];
  });
}

describe('a return note on paper', () => {
  it('stands on one page, within its margins', async () => {
    const { pages, all, text } = await printed();
    expect(pages).toHaveLength(1);
    expect(all.filter((one) => !onPaper(one))).toEqual([]);
    expect(pages.flatMap(collisions)).toEqual([]);
    for (const words of ['Return note', '187.4', '190.2', '2.8 ± 0.5 mm', 'What we ask for'])
      expect(text).toContain(words);
  });

  it('keeps every letter of a name, those that the font keeps apart too', async () => {
    const { text, all } = await printed(
      { maker: 'Škorpił', model: 'Żółty Śnieg', from: 'Ülo & Søn, Győr' },
      { names: { 'outsole-large': 'Bieżnik, długość' }, note: 'Klej na čele.' },
    );
    const letters = text.replace(/\s+/g, '');
    for (const name of ['ŠkorpiłŻółtyŚnieg', 'Ülo&Søn,Győr', 'Bieżnik,długość', 'Klejnačele.'])
      expect(letters).toContain(name);
    expect(all.filter((one) => !onPaper(one))).toEqual([]);
  });

  it('goes on to another page where much was seen, and nothing runs off', async () => {
    const seen = Array.from({ length: 45 }, (_, index) => ({
      sight: 'stitching' as const,
      side: 'left' as const,
      note: `thread ${index + 1}: it hangs out of the stitching by the eyelets`,
    }));
    const { pages, all, text } = await printed(
      {},
      { note: 'A last word. '.repeat(70) },
      undefined,
      seen,
    );
    expect(pages.length).toBeGreaterThan(1);
    expect(all.filter((one) => !onPaper(one))).toEqual([]);
    for (let thread = 1; thread <= 45; thread++) expect(text).toContain(`thread ${thread}:`);
    expect(text).toContain('certifies nothing');
  });

  it('keeps its drawings and its table whole where the findings are long', async () => {
    const long = {
      names: {
        'outsole-large': 'Tread, from the second groove of the heel to the window of the toe',
      },
    };
    const { pages, all } = await printed(
      { edition: 'high cut, wide build, winter edition '.repeat(30) },
      long,
    );
    expect(all.filter((one) => !onPaper(one))).toEqual([]);
    // A heading stands with what it is over.
    for (const page of pages) {
      const lowest = page.reduce((low, one) => (one.y < low.y ? one : low));
      expect(lowest.text).not.toMatch(/^(What we found|In figures|Seen|What we ask for)/);
    }
  });

  it('is written with next to nothing taken', async () => {
    const { pages, text } = await printed({}, {}, [{ mass: [300] }, { mass: [330] }]);
    expect(pages).toHaveLength(1);
    expect(text).toContain('30.0 ±');
  });
});
