/** What a catalogue says of a quantity. */

import type { QuantityKind } from '../sizing/units.ts';
import type { Computation } from './computation.ts';
import type { Carrying } from './slopes.ts';
import type { ToolName } from './tools.ts';

/** What must agree for two figures of a quantity to be like for like. */
export type BasisPart = 'stack' | 'size' | 'configuration' | 'worn' | 'setup' | 'temperature';

export const QUANTITY_GROUPS = [
  'mass',
  'length',
  'stack',
  'layers',
  'sole',
  'inside',
  'toe',
  'upper',
  'hardness',
  'flex',
  'by hand',
  'tread',
  'own',
] as const;
export type QuantityGroup = (typeof QUANTITY_GROUPS)[number];

/** Headings of the groups, wherever they are listed. */
export const GROUP_TITLES: Readonly<Record<QuantityGroup, string>> = {
  mass: 'Mass',
  length: 'Length',
  stack: 'Stack and drop',
  layers: 'Layers of the sole',
  sole: 'Sole, outside',
  inside: 'Inside',
  toe: 'Toe',
  upper: 'Upper and shaft',
  hardness: 'Hardness',
  flex: 'Bend, twist and press',
  'by hand': 'By hand',
  tread: 'Lugs and tread',
  own: 'This lab’s own',
};

export const DRAWING_VIEWS = [
  'side',
  'section',
  'plan',
  'rear',
  'boot',
  'insole',
  'fixture',
] as const;
export type DrawingView = (typeof DRAWING_VIEWS)[number];

/**
 * Where a quantity is taken, on the schematic of a view. Coordinates: x 0 (heel) to 100 (toe) or
 * across, y 0 (ground) upwards, to about 60.
 */
export interface QuantityDrawing {
  view: DrawingView;
  /** A dimension from one point to another. */
  span?: readonly [number, number, number, number];
  /** A point where a tip is set down or a part lies. */
  spot?: readonly [number, number];
  /** An angle at a point, from one bearing to another, in degrees. */
  angle?: readonly [number, number, number, number];
}

/** How a quantity is taken as a curve of two signals. */
export interface CurveTraits {
  x: 'angle' | 'displacement';
  y: 'moment' | 'force';
  /** Where the stiffness is fitted, by default. */
  window: readonly [number, number];
  windowOn: 'x' | 'y';
  /** Set where the direction is the negative one of a fixture that turns both ways. */
  negative?: boolean;
  /** Cycles discarded before the figure is taken: the shoe settles in the fixture. */
  conditioning: number;
}

export interface QuantityDefinition extends Carrying {
  id: string;
  name: string;
  /** Name for narrow places such as the slip. */
  short: string;
  group: QuantityGroup;
  kind: QuantityKind;
  /** Of one shoe, or of both together. */
  per: 'shoe' | 'pair';
  /** The family whose chosen unit it is shown in; left out: that of its kind. */
  family?: 'heel';
  /** From where to where, and how. */
  datum: string;
  drawing: QuantityDrawing;
  /** Distance from the rear of the inside, as a share of internal length; for the profile. */
  at?: number;
  /** Digits after the decimal mark in the canonical unit. */
  decimals: number;
  /** Outside this range a reading is asked about. Canonical unit, one shoe. */
  plausible: readonly [number, number];
  /** The tool it is usually taken with. */
  tool: ToolName;
  /** Default repeatability SD where a protocol states none. */
  repeatabilitySd: number;
  /** SD between pairs of one edition and label; absent where nobody knows one yet. */
  betweenPairSd?: number;
  /** Smallest difference that a wearer may notice. */
  noticeable: number;
  /** Set where the step is a share of the value (stiffness), and `noticeable` that of a usual shoe. */
  noticeableShare?: number;
  /** Left-right tolerance: the greater of an absolute span and a share of the value. */
  sideTolerance: { absolute: number; share: number };
  dependsOn: readonly BasisPart[];
  /** The direction, place or scale that is part of the quantity itself. */
  direction?: string;
  /** The longest distance that the lab followed one pair for it: how far wear is carried. */
  followedKm?: number;
  /** Chosen and named on the outsole of a model: like only within that model and that name. */
  named?: boolean;
  /** A score by hand: kept as votes, never averaged and never held against a fixture. */
  ordinal?: boolean;
  /** The grades of such a score in words, from the least: what is said and chosen. */
  scale?: readonly string[];
  /** Always this many readings, then their median (hardness). */
  fixedReadings?: number;
  curve?: CurveTraits;
  /** Worked out from others of the same shoe and session, never taken. */
  computed?: Computation;
  /** Layers that lie at the station of a stack: what may be added to it or taken off. */
  layers?: { insole?: string; lugs?: string };
  /** Makers state it. */
  claimed?: {
    /** The words it goes by in a claim, in lower case; a mass goes by its unit. */
    words?: readonly string[];
  };
  /** Classes of common practice, from the lowest: each begins from a value, or over it. */
  classes?: readonly { name: string; from?: number | undefined; over?: number | undefined }[];
}

/** Is it taken at a sitting? What is worked out is not, nor what is named at a check. */
export const isTaken = ({ computed, named }: QuantityDefinition): boolean => !computed && !named;
