/** What everything that is drawn on a PDF page shares: fonts, ink, room and tags. */
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import type PDFDocument from 'pdfkit';

const FONTS = join(
  dirname(
    createRequire(import.meta.url).resolve('@fontsource/atkinson-hyperlegible-next/package.json'),
  ),
  'files',
);
export type Weight = 400 | 700;

/** The file of a font that ships with the application. */
export const font = (
  weight: Weight,
  letters: 'latin' | 'latin-ext' = 'latin',
  slant: 'normal' | 'italic' = 'normal',
) => join(FONTS, `atkinson-hyperlegible-next-${letters}-${weight}-${slant}.woff`);

/** Letters that the font keeps in a file of its own: ł, š, ő. */
export const EXTENDED = /([\u0100-\u0130\u0132-\u0151\u0154-\u02ba\u1e00-\u1eff]+)/;

export const INK = '#1f2a44';
export const SOFT = '#565f75';
export const SIGNAL = '#b3261e';
export const HATCH = '#e4decb';
export const LINE = '#d3ccb9';
export const MARGIN = 54;
export const TEXT = 9.8;
export const SMALL = 8.5;

export type Doc = InstanceType<typeof PDFDocument>;

/** Where content begins: beside the name of its section, or at the margin. */
const lefts = new WeakMap<Doc, number>();
export const leftOf = (doc: Doc): number => lefts.get(doc) ?? MARGIN;
export const widthOf = (doc: Doc) => doc.page.width - MARGIN - leftOf(doc);

/** Draws with content set in from the margin. */
export function setIn(doc: Doc, by: number, draw: () => void): void {
  lefts.set(doc, MARGIN + by);
  doc.x = MARGIN + by;
  draw();
  lefts.delete(doc);
  doc.x = MARGIN;
}

/** Writes what people typed: names hold letters of both files of the font. */
export function say(
  doc: Doc,
  weight: Weight,
  text: string,
  [x, y]: [x: number, y: number],
  options: { width: number; height?: number; ellipsis?: boolean },
): void {
  // The pieces between stand at even places.
  const runs = text.split(EXTENDED).map((run, at) => ({ run, extended: at % 2 === 1 }));
  const written = runs.filter(({ run }) => run !== '');
  written.forEach(({ run, extended }, at) => {
    const terms = { ...options, continued: at < written.length - 1 };
    doc.font(font(weight, extended ? 'latin-ext' : 'latin'));
    if (at === 0) doc.text(run, x, y, terms);
    else doc.text(run, terms);
  });
  doc.font(font(weight));
}

/** Begins another page where what comes would run off this one. */
export function makeRoom(doc: Doc, height: number): void {
  if (doc.y + height > doc.page.height - MARGIN) doc.addPage();
}

/** Draws as an element of the structure that a screen reader goes by. */
export function tagged(doc: Doc, kind: string, draw: () => void, alt?: string): void {
  doc.addStructure(doc.struct(kind, alt ? { alt } : {}, draw));
}

/** The foot of each page, once it is known how many there are. */
export function drawFeet(doc: Doc, foot: string): void {
  const { start, count } = doc.bufferedPageRange();
  for (let page = start; page < start + count; page++) {
    doc.switchToPage(page);
    const { bottom } = doc.page.margins;
    // Below the margin a line would begin another page.
    doc.page.margins.bottom = 0;
    doc.font(font(400)).fontSize(8).fillColor(SOFT);
    doc.text(`${foot} · page ${page + 1} of ${count}`, MARGIN, doc.page.height - 36, {
      width: widthOf(doc),
      lineBreak: false,
    });
    doc.page.margins.bottom = bottom;
  }
}
