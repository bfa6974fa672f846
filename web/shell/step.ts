/**
 * A step of the bench, said once: its pages with their addresses, what it says in the bar and of a pair
 * in the tray, its keys and how it is gone to. Routes, bar, tray, go-to and key help derive from it.
 */
import type { ComponentType } from 'react';
import type { PairRow } from '#contract/pair-records.ts';

/** What is on the bench, as a step may need it to say how it stands. */
export interface Bench {
  pathname: string;
  search: URLSearchParams;
  /** The pair on the bench. */
  row: PairRow | undefined;
  /** True until a first pair is received. */
  empty: boolean;
}

/** Keys that are pressed together or in turn, and what they do. */
export type KeyLine = [keys: string[], action: string];

export interface StepPage {
  /** Without the leading slash; `:tag` stands for the pair on the bench. */
  path: string;
  /** In the browser's tab; `:tag` and the like stand for names of the address. */
  title: string;
  page: () => Promise<ComponentType>;
  /** Needs no pair, and the width of the tray: it is folded away there. */
  wide?: true;
  /** Works before the lab is set up: what comes in may set it up. */
  beforeStart?: true;
  /** Asks for what the page shows of a pair, while its code is on the way. */
  fetch?: (tag: string | undefined) => void;
  /** What it is called among the places of its step. */
  place?: string;
  /** What it is gone to by; of a page of a pair the tag follows. */
  goTo?: string;
  keys?: { title: string; lines: KeyLine[] };
}

/** What a row of the tray says of a pair. */
export interface RowWords {
  /** Beside its label. */
  beside?: string;
  /** Wants a look. */
  alert?: string;
  /** Where nothing wants a look. */
  note?: string;
}

export interface Step {
  name: string;
  pages: StepPage[];
  /** Stands in the bar with how it stands; without, it is a side room. */
  stands?: (bench: Bench) => { to: string; words: string; attention?: boolean };
  /** The address of its pages' frame, with a row of places above them. */
  frame?: { path: string; title: string; page: () => Promise<ComponentType> };
  /** Pairs of the tray are opened here, where it is in sight: the last word of the address. */
  opensPairs?: string;
  ofRow?: (row: PairRow) => RowWords;
  /** Takes an edition that is dropped on it: where that leads. */
  takesEdition?: (slug: string, bench: Bench) => string;
}

/** Where a step of a pair leads: to the pair on the bench, or to receive one. */
export const toPair = ({ row }: Bench, last: string): string =>
  row ? `/pairs/${row.tag}/${last}` : '/receive';
