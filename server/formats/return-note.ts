/** A return note as PDF, on one A4 page where it fits. */
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import type PDFDocument from 'pdfkit';
import type { FeatureJudgement } from '#core/match/match.ts';
import { footbedDrawing, RUNG_REACH, rearDrawings, rungPlace } from '#core/match/match-drawing.ts';
import type { NoteFigure, ReturnNote } from '#core/match/return-note.ts';

const FONTS = join(
  dirname(
    createRequire(import.meta.url).resolve('@fontsource/atkinson-hyperlegible-next/package.json'),
  ),
  'files',
);
type Weight = 400 | 700;
const font = (weight: Weight, letters: 'latin' | 'latin-ext' = 'latin') =>
  join(FONTS, `atkinson-hyperlegible-next-${letters}-${weight}-normal.woff`);
/** Letters that the font keeps in a file of its own: ł, š, ő. */
const EXTENDED = /([\u0100-\u0130\u0132-\u0151\u0154-\u02ba\u1e00-\u1eff]+)/;

const INK = '#1f2a44';
const SOFT = '#565f75';
const SIGNAL = '#b3261e';
const HATCH = '#e4decb';
const LINE = '#d3ccb9';
const MARGIN = 54;
const ROW = 17;

type Doc = InstanceType<typeof PDFDocument>;

/** Writes what people typed: names hold letters of both files of the font. */
function say(
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
function makeRoom(doc: Doc, height: number): void {
  if (doc.y + height > doc.page.height - MARGIN) doc.addPage();
}

/** Left edges of the columns of figures; the rung stands between difference and tolerance. */
const COLUMNS = {
  name: 0,
  left: 144,
  right: 182,
  rung: 214,
  difference: 290,
  tolerance: 388,
  verdict: 434,
};
const NAME_WIDTH = 140;
const RUNG_WIDTH = 68;

function drawRung(doc: Doc, judgement: FeatureJudgement, x: number, y: number): void {
  const place = rungPlace(judgement);
  if (!place) return;
  const scale = RUNG_WIDTH / (2 * RUNG_REACH);
  const at = (tolerances: number) => x + RUNG_WIDTH / 2 + tolerances * scale;
  const colour = judgement.verdict === 'out' ? SIGNAL : INK;
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

function drawFigures(
  doc: Doc,
  figures: readonly NoteFigure[],
  judgements: readonly FeatureJudgement[],
): void {
  const x = MARGIN;
  const head = (text: string, column: keyof typeof COLUMNS) =>
    doc.text(text, x + COLUMNS[column], doc.y, { lineBreak: false });
  makeRoom(doc, 14 + ROW);
  doc.font(font(700)).fontSize(8).fillColor(SOFT);
  const top = doc.y;
  for (const [text, column] of [
    ['feature', 'name'],
    ['left', 'left'],
    ['right', 'right'],
    ['tolerance shaded', 'rung'],
    ['difference', 'difference'],
    ['tolerance', 'tolerance'],
    ['verdict', 'verdict'],
  ] as const) {
    doc.y = top;
    head(text, column);
  }
  let y = top + 14;
  for (const figure of figures) {
    if (y > doc.page.height - MARGIN - ROW) {
      doc.addPage();
      y = MARGIN;
    }
    doc
      .moveTo(x, y)
      .lineTo(doc.page.width - MARGIN, y)
      .lineWidth(0.5)
      .stroke(LINE);
    const out = figure.verdict === 'out';
    const judgement = judgements.find((one) => one.id === figure.feature);
    if (judgement) drawRung(doc, judgement, x + COLUMNS.rung, y + ROW / 2);
    doc
      .fontSize(9.5)
      .fillColor(out ? SIGNAL : INK)
      .font(font(out ? 700 : 400));
    const cell = (text: string, column: keyof typeof COLUMNS) =>
      doc.text(text, x + COLUMNS[column], y + 4, { lineBreak: false });
    say(doc, out ? 700 : 400, figure.name, [x, y + 4], {
      width: NAME_WIDTH,
      height: ROW - 4,
      ellipsis: true,
    });
    cell(figure.left, 'left');
    cell(figure.right, 'right');
    cell(figure.difference, 'difference');
    cell(figure.tolerance, 'tolerance');
    cell(figure.verdict, 'verdict');
    y += ROW;
  }
  doc
    .moveTo(x, y)
    .lineTo(doc.page.width - MARGIN, y)
    .lineWidth(0.5)
    .stroke(LINE);
  doc.x = x;
  doc.y = y + 12;
}

const LEFT = '#0b6560';
const RIGHT = '#8a4300';
const VIEW_WIDTH = 228;
const VIEW_HEIGHT = 84;

function drawCaption(doc: Doc, words: string, x: number, y: number): void {
  doc.font(font(400)).fontSize(8.5).fillColor(SOFT);
  doc.text(words, x, y, { width: VIEW_WIDTH });
}

/** Footbeds face to face, and both shoes from behind; each where it was taken. */
function drawViews(doc: Doc, judgements: readonly FeatureJudgement[]): void {
  const footbeds = footbedDrawing(judgements);
  const rear = rearDrawings(judgements);
  if (!footbeds && !rear) return;
  makeRoom(doc, VIEW_HEIGHT + 40);
  const top = doc.y + 4;
  let x = MARGIN;
  if (footbeds) {
    const scale = Math.min(VIEW_WIDTH / footbeds.length, VIEW_HEIGHT / footbeds.width);
    doc
      .save()
      .translate(x, top + VIEW_HEIGHT / 2)
      .scale(scale);
    doc.lineWidth(1 / scale);
    doc.path(footbeds.left).stroke(LEFT);
    doc
      .path(footbeds.right)
      .dash(4 / scale, { space: 2 / scale })
      .stroke(RIGHT);
    doc.undash().restore();
    drawCaption(doc, `Left plain, right dashed: ${footbeds.words}.`, x, top + VIEW_HEIGHT + 6);
    x += VIEW_WIDTH + 28;
  }
  if (rear) {
    const scale = VIEW_HEIGHT / (rear.height + 6);
    rear.shoes.forEach((shoe, at) => {
      doc
        .save()
        .translate(x + 50 + at * 120, top + VIEW_HEIGHT)
        .scale(scale);
      doc.lineWidth(1 / scale);
      const colour = shoe.side === 'left' ? LEFT : RIGHT;
      doc.path(shoe.upper).stroke(colour);
      doc.path(shoe.sole).stroke(colour);
      const { x1, y1, x2, y2 } = shoe.seam;
      doc
        .moveTo(x1, y1)
        .lineTo(x2, y2)
        .dash(3 / scale, { space: 2 / scale })
        .stroke(colour);
      doc.undash().restore();
    });
    drawCaption(doc, `From behind: ${rear.words}.`, x, top + VIEW_HEIGHT + 6);
  }
  doc.x = MARGIN;
  doc.y = top + VIEW_HEIGHT + 34;
}

/** Writes the note; the answer is the whole file. */
export async function writeNotePdf(
  note: ReturnNote,
  judgements: readonly FeatureJudgement[],
): Promise<Buffer> {
  // Loaded at the first note: it is large, and a return is rare.
  const { default: Paper } = await import('pdfkit');
  const doc = new Paper({
    size: 'A4',
    margin: MARGIN,
    info: { Title: note.title, Producer: 'Emvex', Creator: 'Emvex' },
    lang: 'en',
  });
  const chunks: Buffer[] = [];
  const whole = new Promise<Buffer>((resolve, reject) => {
    doc.on('data', (chunk: Buffer) => chunks.push(chunk));
    doc.on('end', () => resolve(Buffer.concat(chunks)));
    doc.on('error', reject);
  });
  const width = doc.page.width - 2 * MARGIN;
  const heading = (text: string) => {
    doc.moveDown(0.6);
    makeRoom(doc, 40);
    doc.font(font(700)).fontSize(12).fillColor(INK).text(text, MARGIN, doc.y, { width });
    doc.moveDown(0.25);
  };
  doc.font(font(700)).fontSize(20).fillColor(INK).text(note.title);
  doc.moveDown(0.4);
  for (const [name, words] of note.facts) {
    const y = doc.y;
    doc.font(font(400)).fontSize(9.8).fillColor(SOFT).text(name, MARGIN, y, { lineBreak: false });
    say(doc.fillColor(INK), 400, words, [MARGIN + 74, y], { width: width - 74 });
  }
  heading('What we found');
  doc.font(font(400)).fontSize(9.8);
  for (const line of note.findings) say(doc, 400, line, [MARGIN, doc.y], { width });
  drawViews(doc, judgements);
  heading('In figures, mm unless said');
  drawFigures(doc, note.figures, judgements);
  if (note.seen.length > 0) {
    heading('Seen');
    doc.font(font(400)).fontSize(9.8);
    for (const line of note.seen) say(doc, 400, line, [MARGIN, doc.y], { width });
  }
  heading('What we ask for');
  doc.font(font(400)).fontSize(9.8).text(note.request, MARGIN, doc.y, { width });
  doc.moveDown(0.8);
  doc.fontSize(8.5).fillColor(SOFT).text(note.method, MARGIN, doc.y, { width });
  doc.end();
  return whole;
}
