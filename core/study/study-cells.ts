/** Readings of a study gathered by pair and shoe: what every analysis of them needs. */
import { SIDES, type Side } from '../catalogue/quantities.ts';

/** One reading of one shoe of a pair. Trials of a shoe repeat each other. */
export interface StudyReading {
  pair: string;
  side: Side;
  trial: number;
  value: number;
}

/** The readings of one shoe: their number, mean, and sum of squares about it. */
export interface Cell {
  n: number;
  mean: number;
  ss: number;
}

export interface PairCells {
  pair: string;
  left?: Cell;
  right?: Cell;
}

/** The most readings that a study takes. */
export const MOST_STUDY_READINGS = 100_000;

function addTo(cell: Cell, value: number): void {
  // Welford's update keeps its digits where values are large and their scatter small.
  cell.n += 1;
  const off = value - cell.mean;
  cell.mean += off / cell.n;
  cell.ss += off * (value - cell.mean);
}

/** Cells by pair, in the order in which the pairs first come. */
export function gatherCells(readings: Iterable<StudyReading>): PairCells[] {
  const pairs = new Map<string, PairCells>();
  for (const { pair, side, value } of readings) {
    let cells = pairs.get(pair);
    if (!cells) {
      cells = { pair };
      pairs.set(pair, cells);
    }
    let cell = cells[side];
    if (!cell) {
      cell = { n: 0, mean: 0, ss: 0 };
      cells[side] = cell;
    }
    addTo(cell, value);
  }
  return [...pairs.values()];
}

/** The cells of a pair that are there. */
export function cellsOf(pair: PairCells): Cell[] {
  return SIDES.flatMap((side) => pair[side] ?? []);
}

/** The value of a pair: the mean of its shoes, or of the one that was measured. */
export function pairValue(pair: PairCells): number {
  const cells = cellsOf(pair);
  return cells.reduce((sum, cell) => sum + cell.mean, 0) / cells.length;
}
