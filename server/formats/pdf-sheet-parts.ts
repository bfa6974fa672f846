/** The parts of a sheet on a PDF page: words, columns, pictures, figures with their doubt, tallies. */
import type { DocumentPicture, DocumentTally, StandingFigure } from '#core/sheet/document.ts';
import type { WordBlock } from '#core/sheet/sheet-words.ts';
import {
  type Doc,
  EXTENDED,
  font,
  INK,
  leftOf,
  makeRoom,
  SIGNAL,
  SMALL,
  SOFT,
  say,
  TEXT,
  tagged,
  widthOf,
} from './pdf-page.ts';

const GAP = 16;
const BESIDE = 3;

/** Said first, and large. */
export function drawLead(doc: Doc, lines: readonly string[]): void {
  for (const line of lines)
    tagged(doc, 'P', () => {
      doc.fontSize(14).fillColor(INK);
      say(doc, 400, line, [leftOf(doc), doc.y], { width: widthOf(doc) });
    });
  doc.moveDown(0.3);
}

/** Words as they were typed, bold and slanted where they were. */
export function drawWords(
  doc: Doc,
  blocks: readonly WordBlock[],
  [left, width]: readonly [left: number, width: number] = [leftOf(doc), widthOf(doc)],
): void {
  for (const { kind, runs } of blocks)
    tagged(doc, kind === 'item' ? 'LI' : 'P', () => {
      const indent = kind === 'item' ? 10 : 0;
      const pieces = runs.flatMap(({ text, bold, italic }) =>
        text
          .split(EXTENDED)
          .map((piece, at) => ({ piece, bold, italic, extended: at % 2 === 1 }))
          .filter(({ piece }) => piece !== ''),
      );
      makeRoom(doc, 2 * TEXT);
      doc.fontSize(TEXT).fillColor(INK);
      const { y } = doc;
      if (kind === 'item') doc.font(font(400)).text('•', left, y, { lineBreak: false });
      if (pieces.length === 0) doc.text(' ', left, y);
      pieces.forEach(({ piece, bold, italic, extended }, at) => {
        const terms = { width: width - indent, continued: at < pieces.length - 1 };
        const letters = extended ? 'latin-ext' : 'latin';
        doc.font(font(bold ? 700 : 400, letters, italic ? 'italic' : 'normal'));
        if (at === 0) doc.text(piece, left + indent, y, terms);
        else doc.text(piece, terms);
      });
      doc.font(font(400));
    });
}

/** Words beside each other, under their titles. */
export function drawColumns(
  doc: Doc,
  columns: readonly { title: string; blocks: readonly WordBlock[] }[],
): void {
  const width = (widthOf(doc) - GAP * (columns.length - 1)) / columns.length;
  makeRoom(doc, 90);
  const top = doc.y;
  let bottom = top;
  columns.forEach(({ title, blocks }, at) => {
    const left = leftOf(doc) + at * (width + GAP);
    tagged(doc, 'H2', () => {
      doc.font(font(700)).fontSize(TEXT).fillColor(INK).text(title, left, top, { width });
    });
    drawWords(doc, blocks, [left, width]);
    bottom = Math.max(bottom, doc.y);
  });
  doc.x = leftOf(doc);
  doc.y = bottom + 6;
}

const bytesOf = (src: string) => Buffer.from(src.slice(src.indexOf(',') + 1), 'base64');
const IN_ROW = 4;
const PICTURE_HEIGHT = 74;

export function drawPictures(doc: Doc, pictures: readonly DocumentPicture[]): void {
  for (let first = 0; first < pictures.length; first += IN_ROW) {
    const width = (widthOf(doc) - GAP * (IN_ROW - 1)) / IN_ROW;
    makeRoom(doc, PICTURE_HEIGHT + 26);
    const top = doc.y + 2;
    pictures.slice(first, first + IN_ROW).forEach((picture, at) => {
      const left = leftOf(doc) + at * (width + GAP);
      tagged(
        doc,
        'Figure',
        () => {
          doc.image(bytesOf(picture.src), left, top, { fit: [width, PICTURE_HEIGHT] });
        },
        picture.words,
      );
      tagged(doc, 'Caption', () => {
        doc.fontSize(SMALL).fillColor(SOFT);
        say(doc, 400, picture.words, [left, top + PICTURE_HEIGHT + 4], { width });
      });
    });
    doc.x = leftOf(doc);
    doc.y = top + PICTURE_HEIGHT + 18;
  }
}

function drawFigure(doc: Doc, figure: StandingFigure, [left, top, width]: number[]): void {
  tagged(doc, 'P', () => {
    doc.font(font(700)).fontSize(14).fillColor(INK);
    const wide = doc.widthOfString(figure.value);
    doc.text(figure.value, left, top, { lineBreak: false });
    doc.font(font(400)).fontSize(TEXT);
    const also = figure.also ? ` (${figure.also})` : '';
    // On the base line of the figure.
    doc.text(`${figure.unit}${also}  ${figure.name}`, (left ?? 0) + wide + 4, (top ?? 0) + 4.6, {
      width: (width ?? 0) - wide - 4,
    });
    doc.fontSize(SMALL).fillColor(SOFT).text(figure.doubt, left, doc.y, { width });
    if (figure.claim)
      doc
        .font(font(figure.out ? 700 : 400))
        .fillColor(figure.out ? SIGNAL : SOFT)
        .text(figure.claim, left, doc.y, { width });
  });
}

/** Figures with their doubt, three beside each other. */
export function drawFigures(doc: Doc, figures: readonly StandingFigure[]): void {
  const width = (widthOf(doc) - GAP * (BESIDE - 1)) / BESIDE;
  for (let first = 0; first < figures.length; first += BESIDE) {
    makeRoom(doc, 58);
    const top = doc.y;
    let bottom = top;
    figures.slice(first, first + BESIDE).forEach((figure, at) => {
      drawFigure(doc, figure, [leftOf(doc) + at * (width + GAP), top, width]);
      bottom = Math.max(bottom, doc.y);
    });
    doc.x = leftOf(doc);
    doc.y = bottom + 4;
  }
}

const NAMES = 110;

/** How many said so, in strokes beside words. */
export function drawTallies(doc: Doc, tallies: readonly DocumentTally[]): void {
  for (const { name, words } of tallies) {
    makeRoom(doc, 16);
    tagged(doc, 'P', () => {
      const { y } = doc;
      doc
        .font(font(700))
        .fontSize(TEXT)
        .fillColor(INK)
        .text(name, leftOf(doc), y, { lineBreak: false });
      const said = words.map(({ word, n }) => `${word} ${'|'.repeat(n)}`).join('    ');
      doc.font(font(400)).text(said, leftOf(doc) + NAMES, y, { width: widthOf(doc) - NAMES });
    });
  }
  doc.x = leftOf(doc);
}
