/** What a decided check issues: its decision, and the note that goes back with a pair. */
import type { FeatureJudgement } from '../match/match.ts';
import { footbedDrawing, rearDrawings, rungPlace } from '../match/match-drawing.ts';
import { type NoteFigure, nameDay, type ReturnNote } from '../match/return-note.ts';
import type { BenchDocument, DocumentDrawing, DocumentPart, Stroke } from './document.ts';

/** Room around a drawing, and between two shoes seen from behind, in units of the drawing. */
const PAD = 4;
const APART = 58;
const HALF_WIDTH = 104;

function drawingsOf(judgements: readonly FeatureJudgement[]): DocumentDrawing[] {
  const drawings: DocumentDrawing[] = [];
  const footbeds = footbedDrawing(judgements);
  if (footbeds) {
    const { length, width, left, right, words } = footbeds;
    drawings.push({
      box: [-PAD, -width / 2 - PAD, length + 2 * PAD, width + 2 * PAD],
      strokes: [
        { path: left, dx: 0, tone: 'left', dashed: false },
        { path: right, dx: 0, tone: 'right', dashed: true },
      ],
      words: `Left plain, right dashed: ${words}.`,
    });
  }
  const rear = rearDrawings(judgements);
  if (rear)
    drawings.push({
      box: [-HALF_WIDTH, -rear.height - PAD, 2 * HALF_WIDTH, rear.height + 2 * PAD],
      strokes: rear.shoes.flatMap(({ side, upper, sole, seam }): Stroke[] => {
        const stroke = (path: string, dashed = false): Stroke => ({
          path,
          dx: side === 'left' ? -APART : APART,
          tone: side,
          dashed,
        });
        const { x1, y1, x2, y2 } = seam;
        return [stroke(upper), stroke(sole), stroke(`M${x1} ${y1} L${x2} ${y2}`, true)];
      }),
      words: `From behind: ${rear.words}.`,
    });
  return drawings;
}

function figuresPart(
  figures: readonly NoteFigure[],
  judgements: readonly FeatureJudgement[],
): DocumentPart {
  return {
    kind: 'table',
    columns: [
      { title: 'feature', width: 144 },
      { title: 'left', width: 38, figure: true },
      { title: 'right', width: 38, figure: true },
      { title: 'tolerance shaded', width: 76, rung: true },
      { title: 'difference', width: 90, figure: true },
      { title: 'tolerance', width: 46, figure: true },
      { title: 'verdict', width: 54 },
    ],
    rows: figures.map(({ feature, name, left, right, difference, tolerance, verdict }) => {
      const judgement = judgements.find(({ id }) => id === feature);
      const rung = judgement && rungPlace(judgement);
      return {
        cells: [name, left, right, '', difference, tolerance, verdict],
        out: verdict === 'out',
        ...(rung ? { rung } : {}),
      };
    }),
  };
}

const section = (heading: string, lines: readonly string[]): DocumentPart[] =>
  lines.length === 0
    ? []
    : [
        { kind: 'heading', text: heading },
        { kind: 'lines', lines: [...lines] },
      ];

/** What was found, in words, views and figures: the same in the decision and in the note. */
function findingsParts(note: ReturnNote, judgements: readonly FeatureJudgement[]): DocumentPart[] {
  const drawings = drawingsOf(judgements);
  const figures: DocumentPart[] =
    note.figures.length === 0
      ? []
      : [
          { kind: 'heading', text: 'In figures, mm unless said' },
          figuresPart(note.figures, judgements),
        ];
  return [
    ...section('What we found', note.findings),
    ...(drawings.length > 0 ? [{ kind: 'drawings' as const, drawings }] : []),
    ...figures,
    ...section('Seen', note.seen),
  ];
}

/** The note that goes back with a pair. */
export function returnNoteDocument(
  note: ReturnNote,
  judgements: readonly FeatureJudgement[],
): BenchDocument {
  return {
    title: note.title,
    language: 'en',
    parts: [
      { kind: 'facts', rows: note.facts },
      ...findingsParts(note, judgements),
      ...section('What we ask for', [note.request]),
      { kind: 'lines', lines: [note.method], small: true },
    ],
  };
}

const DECISIONS = {
  keep: 'Kept',
  'keep and note': 'Kept, with a note',
  return: 'To be returned',
} as const;
type DecisionWord = keyof typeof DECISIONS;

/** The decision of a check with all that it was made on. */
export function decisionDocument(
  note: ReturnNote,
  judgements: readonly FeatureJudgement[],
  decided: { decision: DecisionWord; words: string; at: string; person: string },
): BenchDocument {
  return {
    title: `${DECISIONS[decided.decision]}: ${decided.words}`,
    language: 'en',
    parts: [
      {
        kind: 'facts',
        rows: [...note.facts, ['Decided', `${nameDay(decided.at)}, by ${decided.person}`]],
      },
      ...findingsParts(note, judgements),
      { kind: 'lines', lines: [note.method], small: true },
    ],
  };
}
