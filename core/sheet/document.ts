/**
 * What leaves the bench, as parts that screen, print and PDF render alike. A document holds words and
 * shapes, no readings: what was issued says the same for as long as it is kept.
 */
import type { RungPlace } from '../match/match-drawing.ts';

/** A line of a drawing, in its own units. */
export interface Stroke {
  path: string;
  /** Shifted by so much along x. */
  dx: number;
  tone: 'left' | 'right';
  dashed: boolean;
}

export interface DocumentDrawing {
  /** Left, top, width and height of what is drawn. */
  box: readonly [number, number, number, number];
  strokes: Stroke[];
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

export type DocumentPart =
  | { kind: 'facts'; rows: [name: string, words: string][] }
  | { kind: 'heading'; text: string }
  | { kind: 'lines'; lines: string[]; small?: boolean }
  | { kind: 'table'; columns: DocumentColumn[]; rows: DocumentRow[] }
  | { kind: 'drawings'; drawings: DocumentDrawing[] };

export interface BenchDocument {
  title: string;
  /** BCP 47. */
  language: string;
  parts: DocumentPart[];
}
