/** A document of the bench as a tagged PDF with bookmarks, on A4 or Letter, on one page where it fits. */
import { RUNG_REACH, type RungPlace } from '#core/match/match-drawing.ts';
import {
  type BenchDocument,
  type DocumentColumn,
  type DocumentDrawing,
  type DocumentLayout,
  type DocumentPart,
  type DocumentRow,
  partsIn,
} from '#core/sheet/document.ts';
import {
  type Doc,
  drawFeet,
  font,
  HATCH,
  INK,
  LINE,
  leftOf,
  MARGIN,
  makeRoom,
  SIGNAL,
  SMALL,
  SOFT,
  say,
  setIn,
  TEXT,
  tagged,
  widthOf,
} from './pdf-page.ts';
import {
  drawColumns,
  drawFigures,
  drawLead,
  drawPictures,
  drawTallies,
  drawWords,
} from './pdf-sheet-parts.ts';

const ROW = 17;

const LEFT = '#0b6560';
const RIGHT = '#8a4300';
const VIEW_WIDTH = 228;
const VIEW_HEIGHT = 84;
const VIEW_GAP = 28;
const RUNG_MARGIN = 8;
const FACT_NAME = 74;
const CELL = 9.5;

const TONES = { left: LEFT, right: RIGHT, ink: INK, soft: SOFT } as const;

function drawRung(
  doc: Doc,
  place: RungPlace,
  out: boolean,
  [x, y, width]: [x: number, y: number, width: number],
): void {
  const scale = width / (2 * RUNG_REACH);
  const at = (tolerances: number) => x + width / 2 + tolerances * scale;
  const colour = out ? SIGNAL : INK;
  doc.rect(at(-1), y - 5, 2 * scale, 10).fill(HATCH);
  doc
    .moveTo(at(0), y - 6)
    .lineTo(at(0), y + 6)
    .lineWidth(0.6)
    .stroke(SOFT);
  doc.moveTo(at(place.low), y).lineTo(at(place.high), y).lineWidth(1.2).stroke(colour);
  if (place.beyond) {
    const sign = Math.sign(place.at);
    doc.path(`M${at(place.at)} ${y} l${-6 * sign} -4 l0 8 Z`).fill(colour);
  } else doc.circle(at(place.at), y, 2.6).fill(colour);
}

function drawLine(doc: Doc, y: number): void {
  doc
    .moveTo(MARGIN, y)
    .lineTo(doc.page.width - MARGIN, y)
    .lineWidth(0.5)
    .stroke(LINE);
}

/** Left edges of columns, and their widths. */
function placeColumns(doc: Doc, columns: readonly DocumentColumn[]) {
  const shares = columns.reduce((sum, { width }) => sum + width, 0);
  const scale = widthOf(doc) / shares;
  let x = MARGIN;
  return columns.map((column) => {
    const place = { ...column, x, width: column.width * scale };
    x += place.width;
    return place;
  });
}

function drawTable(
  doc: Doc,
  { columns, rows }: { columns: readonly DocumentColumn[]; rows: readonly DocumentRow[] },
): void {
  const places = placeColumns(doc, columns);
  makeRoom(doc, 14 + ROW);
  const table = doc.struct('Table');
  doc.addStructure(table);
  const inRow = (kind: 'TH' | 'TD', draws: (() => void)[]) => {
    const row = doc.struct('TR');
    table.add(row);
    for (const draw of draws) row.add(doc.struct(kind, {}, draw));
    row.end();
  };
  const top = doc.y;
  inRow(
    'TH',
    places.map(({ title, x, width }) => () => {
      doc
        .font(font(700))
        .fontSize(8)
        .fillColor(SOFT)
        .text(title, x, top, { lineBreak: false, width: width - 4, height: 10, ellipsis: true });
    }),
  );
  let y = top + 14;
  // Rows with places of differences stay of one height; words that are longer than their column take more lines.
  const isFixed = columns.some((column) => column.rung);
  const widthIn = (at: number) => (places[at]?.width ?? 0) - (isFixed && at > 0 ? 0 : 4);
  const heightOf = (cells: readonly string[], out: boolean) => {
    if (isFixed) return ROW;
    doc.font(font(out ? 700 : 400)).fontSize(CELL);
    const heights = cells.map((cell, at) =>
      doc.heightOfString(cell || ' ', { width: widthIn(at) }),
    );
    return Math.max(ROW, ...heights.map((height) => height + 6));
  };
  for (const { cells, out, rung } of rows) {
    const height = heightOf(cells, out);
    if (y > doc.page.height - MARGIN - height) {
      doc.addPage();
      y = MARGIN;
    }
    const line = y;
    inRow(
      'TD',
      places.map((column, at) => () => {
        if (at === 0) drawLine(doc, line);
        if (column.rung) {
          if (rung)
            drawRung(doc, rung, out, [
              column.x - RUNG_MARGIN / 2,
              line + ROW / 2,
              column.width - RUNG_MARGIN,
            ]);
          return;
        }
        doc.fontSize(CELL).fillColor(out ? SIGNAL : INK);
        say(doc, out ? 700 : 400, cells[at] ?? '', [column.x, line + 4], {
          width: widthIn(at),
          ...(isFixed ? { height: ROW - 4, ellipsis: true } : {}),
        });
      }),
    );
    y += height;
  }
  table.end();
  drawLine(doc, y);
  doc.x = MARGIN;
  doc.y = y + 12;
}

function drawStrokes(
  doc: Doc,
  { box: [left, top, width, height], strokes, labels = [] }: DocumentDrawing,
  [x, y, room]: [x: number, y: number, room: number],
): void {
  const scale = Math.min(room / width, VIEW_HEIGHT / height);
  for (const { path, dx, tone, dashed } of strokes) {
    doc
      .save()
      .translate(x, y)
      .scale(scale)
      .translate(dx - left, -top)
      .lineWidth(1 / scale);
    const drawn = doc.path(path);
    if (dashed) drawn.dash(4 / scale, { space: 2 / scale });
    drawn.stroke(TONES[tone]);
    if (dashed) doc.undash();
    doc.restore();
  }
  for (const label of labels) {
    const size = label.size * scale;
    doc
      .font(font(label.strong ? 700 : 400))
      .fontSize(size)
      .fillColor(label.strong ? INK : SOFT);
    const wide = doc.widthOfString(label.text);
    const shift = label.anchor === 'middle' ? wide / 2 : label.anchor === 'end' ? wide : 0;
    doc.text(label.text, x + (label.x - left) * scale - shift, y + (label.y - top) * scale - size, {
      lineBreak: false,
    });
  }
}

/** Drawings beside each other, each with its words. */
function drawDrawings(doc: Doc, drawings: readonly DocumentDrawing[]): void {
  const width = Math.min(VIEW_WIDTH, (widthOf(doc) - VIEW_GAP) / 2);
  doc.font(font(400)).fontSize(SMALL);
  const captions = drawings.map(({ words }) => doc.heightOfString(words, { width }));
  const captioned = Math.max(0, ...captions);
  const heights = drawings.map(
    ({ box: [, , wide, high] }) => high * Math.min(width / wide, VIEW_HEIGHT / high),
  );
  const drawn = Math.max(0, ...heights);
  makeRoom(doc, drawn + captioned + 12);
  const top = doc.y + 4;
  drawings.forEach((drawing, at) => {
    const x = leftOf(doc) + at * (width + VIEW_GAP);
    tagged(doc, 'Figure', () => drawStrokes(doc, drawing, [x, top, width]), drawing.words);
    tagged(doc, 'Caption', () => {
      doc.font(font(400)).fontSize(SMALL).fillColor(SOFT);
      doc.text(drawing.words, x, top + drawn + 4, { width });
    });
  });
  doc.x = leftOf(doc);
  doc.y = top + drawn + captioned + 10;
}

function drawFacts(doc: Doc, rows: readonly [string, string][]): void {
  doc.font(font(400)).fontSize(TEXT);
  const named = Math.max(FACT_NAME, ...rows.map(([name]) => doc.widthOfString(name) + 10));
  for (const [name, words] of rows) {
    makeRoom(doc, 2 * ROW);
    tagged(doc, 'P', () => {
      const { y } = doc;
      doc
        .font(font(400))
        .fontSize(TEXT)
        .fillColor(SOFT)
        .text(name, leftOf(doc), y, { lineBreak: false });
      say(doc.fillColor(INK), 400, words, [leftOf(doc) + named, y], {
        width: widthOf(doc) - named,
      });
    });
  }
}

function drawHeading(doc: Doc, text: string): void {
  doc.moveDown(0.6);
  makeRoom(doc, 60);
  doc.outline.addItem(text);
  tagged(doc, 'H2', () => {
    doc
      .font(font(700))
      .fontSize(12)
      .fillColor(INK)
      .text(text, MARGIN, doc.y, { width: widthOf(doc) });
  });
  doc.moveDown(0.25);
}

function drawLines(doc: Doc, lines: readonly string[], small: boolean): void {
  if (small) doc.moveDown(0.8);
  for (const line of lines)
    tagged(doc, 'P', () => {
      doc
        .font(font(400))
        .fontSize(small ? SMALL : TEXT)
        .fillColor(small ? SOFT : INK);
      say(doc, 400, line, [leftOf(doc), doc.y], { width: widthOf(doc) });
    });
}

/** Room for the name of a section beside it. */
const SECTION_NAME = 92;

const isWide = (part: DocumentPart) => part.kind === 'table';

/** A part under its name, or beside it where it needs no more width; the name is a bookmark of the file. */
function drawSection(
  doc: Doc,
  { title, note, parts }: Extract<DocumentPart, { kind: 'section' }>,
): void {
  if (parts.some(isWide)) {
    drawHeading(doc, note ? `${title} (${note})` : title);
    for (const part of parts) drawPart(doc, part);
    return;
  }
  makeRoom(doc, 50);
  doc.y += 5;
  drawLine(doc, doc.y);
  doc.y += 5;
  doc.outline.addItem(title);
  const top = doc.y;
  tagged(doc, 'H2', () => {
    const width = SECTION_NAME - 10;
    doc.font(font(700)).fontSize(TEXT).fillColor(INK).text(title, MARGIN, top, { width });
    if (note) doc.font(font(400)).fontSize(SMALL).fillColor(SOFT).text(note, { width });
  });
  const named = doc.y;
  doc.y = top;
  setIn(doc, SECTION_NAME, () => {
    for (const part of parts) drawPart(doc, part);
  });
  // The name may take more lines than what stands beside it.
  if (doc.y > top) doc.y = Math.max(doc.y, named);
}

function drawPart(doc: Doc, part: DocumentPart): void {
  if (part.kind === 'facts') drawFacts(doc, part.rows);
  else if (part.kind === 'heading') drawHeading(doc, part.text);
  else if (part.kind === 'lines') drawLines(doc, part.lines, part.small ?? false);
  else if (part.kind === 'table') drawTable(doc, part);
  else if (part.kind === 'drawings') drawDrawings(doc, part.drawings);
  else if (part.kind === 'lead') drawLead(doc, part.lines);
  else if (part.kind === 'words') drawWords(doc, part.blocks);
  else if (part.kind === 'columns') drawColumns(doc, part.columns);
  else if (part.kind === 'pictures') drawPictures(doc, part.pictures);
  else if (part.kind === 'figures') drawFigures(doc, part.figures);
  else if (part.kind === 'tallies') drawTallies(doc, part.tallies);
  else drawSection(doc, part);
}

export const PAPERS = ['a4', 'letter'] as const;

/** In points. */
const PAPER_SIZES = { a4: [595.28, 841.89], letter: [612, 792] } as const;

export interface PdfTerms {
  paper?: (typeof PAPERS)[number] | undefined;
  layout?: DocumentLayout | undefined;
  /** At the foot of every page: which revision it is, by whom. */
  foot?: string;
}

/** What a reader gets is drawn smaller until it is one page, as long as its smallest letters can still be read. */
const READER_SCALES = [1, 0.92, 0.86, 0.8];

/** Sets a document at a scale: the whole file, and the pages it takes. */
async function setDocument(
  document: BenchDocument,
  { paper = 'a4', layout, foot }: PdfTerms,
  scale: number,
): Promise<{ file: Buffer; pages: number }> {
  // Loaded at the first document: it is large, and a return is rare.
  const { default: Paper } = await import('pdfkit');
  const [width, height] = PAPER_SIZES[paper];
  const doc = new Paper({
    size: [width / scale, height / scale],
    margin: MARGIN,
    autoFirstPage: false,
    bufferPages: true,
    info: { Title: document.title, Producer: 'Emvex', Creator: 'Emvex' },
    lang: document.language,
    pdfVersion: '1.5',
    tagged: true,
    displayTitle: true,
  });
  // Set on a larger page, and drawn on the paper from its upper left corner.
  doc.on('pageAdded', () => {
    (doc.page.dictionary.data as { MediaBox?: number[] }).MediaBox = [0, 0, width, height];
    doc.transform(scale, 0, 0, scale, 0, height / scale - height);
  });
  const chunks: Buffer[] = [];
  const whole = new Promise<Buffer>((resolve, reject) => {
    doc.on('data', (chunk: Buffer) => chunks.push(chunk));
    doc.on('end', () => resolve(Buffer.concat(chunks)));
    doc.on('error', reject);
  });
  doc.addPage();
  tagged(doc, 'H1', () => {
    doc.fontSize(20).fillColor(INK);
    say(doc, 700, document.title, [MARGIN, doc.y], { width: widthOf(doc) });
  });
  const under = [document.under, document.opposite].filter(Boolean).join(' · ');
  if (under)
    tagged(doc, 'P', () => {
      doc.fontSize(TEXT).fillColor(SOFT);
      say(doc, 400, under, [MARGIN, doc.y], { width: widthOf(doc) });
    });
  doc.moveDown(0.4);
  for (const part of partsIn(document, layout)) drawPart(doc, part);
  const pages = doc.bufferedPageRange().count;
  if (foot) drawFeet(doc, foot);
  doc.end();
  return { file: await whole, pages };
}

/** Writes a document; the answer is the whole file. */
export async function writeDocumentPdf(
  document: BenchDocument,
  terms: PdfTerms = {},
): Promise<Buffer> {
  if (terms.layout === 'reader')
    for (const scale of READER_SCALES) {
      const { file, pages } = await setDocument(document, terms, scale);
      if (pages === 1) return file;
    }
  return (await setDocument(document, terms, 1)).file;
}
