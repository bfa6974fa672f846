/**
 * What leaves the bench, as parts that screen, print and PDF render alike. A document holds words and
 * shapes, no readings: what was issued says the same for as long as it is kept.
 */
import type { RungPlace } from '../match/match-drawing.ts';
import type { SheetData } from './sheet-data.ts';
import type { WordBlock } from './sheet-words.ts';

/** A line of a drawing, in its own units. */
export interface Stroke {
  path: string;
  /** Shifted by so much along x. */
  dx: number;
  tone: 'left' | 'right' | 'ink' | 'soft';
  dashed: boolean;
}

export interface DocumentLabel {
  x: number;
  y: number;
  text: string;
  anchor: 'start' | 'middle' | 'end';
  size: number;
  strong?: boolean;
}

export interface DocumentDrawing {
  /** Left, top, width and height of what is drawn. */
  box: readonly [number, number, number, number];
  strokes: Stroke[];
  /** Words in it, in its own units; figures stand out. */
  labels?: DocumentLabel[];
  /** What it shows: the caption, and the text for who does not see it. */
  words: string;
}

export interface DocumentColumn {
  title: string;
  /** Share of the width. */
  width: number;
  /** A figure: in even digits. */
  figure?: boolean;
  /** Holds no words but the place of a difference within its tolerance. */
  rung?: boolean;
}

export interface DocumentRow {
  cells: string[];
  /** Stands out: something here is out. */
  out: boolean;
  rung?: RungPlace;
}

/** A picture within the document: what was issued keeps it, whatever becomes of the photograph. */
export interface DocumentPicture {
  /** A data address, JPEG. */
  src: string;
  width: number;
  height: number;
  words: string;
}

/** A figure that stands by itself, with its doubt in plain words. */
export interface StandingFigure {
  name: string;
  value: string;
  unit: string;
  /** In a second unit; empty: none is wanted. */
  also: string;
  doubt: string;
  /** What is claimed, and what becomes of it. */
  claim: string;
  /** The claim differs in what one would notice. */
  out: boolean;
}

/** How many said so, by word, on a scale that goes from one end to the other. */
export interface DocumentTally {
  name: string;
  words: { word: string; n: number }[];
}

/** Who a part is for; left out: everybody. */
export type DocumentLayout = 'reader' | 'lab';

export type DocumentPart =
  | { kind: 'facts'; rows: [name: string, words: string][] }
  | { kind: 'heading'; text: string }
  | { kind: 'lines'; lines: string[]; small?: boolean }
  | { kind: 'table'; columns: DocumentColumn[]; rows: DocumentRow[] }
  | { kind: 'drawings'; drawings: DocumentDrawing[] }
  /** Said first, and large. */
  | { kind: 'lead'; lines: string[] }
  | { kind: 'words'; blocks: WordBlock[] }
  | { kind: 'columns'; columns: { title: string; blocks: WordBlock[] }[] }
  | { kind: 'pictures'; pictures: DocumentPicture[] }
  | { kind: 'figures'; figures: StandingFigure[] }
  | { kind: 'tallies'; tallies: DocumentTally[] }
  /** Its name stands in the margin. */
  | {
      kind: 'section';
      title: string;
      note?: string;
      parts: DocumentPart[];
      only?: DocumentLayout;
    };

export interface BenchDocument {
  title: string;
  /** Under the title, and opposite of it. */
  under?: string;
  opposite?: string;
  /** BCP 47. */
  language: string;
  parts: DocumentPart[];
  /** What machines read of a sheet. */
  data?: SheetData;
}

/** The parts of a document for one layout. */
export const partsIn = (document: BenchDocument, layout?: DocumentLayout): DocumentPart[] =>
  document.parts.filter(
    (part) => part.kind !== 'section' || !part.only || !layout || part.only === layout,
  );
