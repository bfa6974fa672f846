/** An instrument at the time of a reading: resolution, the calibration in force, and whether it was due. */

import { findUnit } from '../sizing/units.ts';
import type { QuantityDefinition } from './quantity.ts';
import type { ToolName } from './tools.ts';

/** A calibration of an instrument, in the instrument's own unit. */
export interface Calibration {
  id: string;
  certificate: string;
  /** ISO dates. */
  calibratedOn: string;
  dueOn: string;
  /** Expanded uncertainty as the certificate prints it. */
  U: number;
  /** Standard uncertainty of the zero, and of the slope, relative. */
  zeroU: number;
  gainU: number;
}

/** An instrument with its resolution and calibrations in its own unit. */
export interface RecordedInstrument {
  id: string;
  name: string;
  kind?: ToolName;
  unit: string;
  resolution: number;
  /** Usual values of such a tool, until it has a calibration. */
  zeroU: number;
  gainU: number;
  calibrations: readonly Calibration[];
}

/** What a figure needs to know of an instrument. Standard uncertainties. */
export interface GaugeTraits {
  /** Of the instrument with its calibration: what their errors have in common. */
  id: string;
  /** The kind of tool; absent: it is not known. */
  tool?: ToolName;
  /** Smallest step of the indication, canonical unit. */
  resolution: number;
  /** Calibration uncertainty of the zero, canonical unit. */
  zeroU: number;
  /** Calibration uncertainty of the slope, relative. */
  gainU: number;
  /** Set where the calibration had run out at the reading. */
  overdue?: string;
}

/** The calibration in force on a day: the latest that is not later. Undefined before the first. */
export function calibrationOn(
  instrument: Pick<RecordedInstrument, 'calibrations'>,
  day: string,
): Calibration | undefined {
  return [...instrument.calibrations]
    .filter((one) => one.calibratedOn <= day.slice(0, 10))
    .sort((a, b) => a.calibratedOn.localeCompare(b.calibratedOn))
    .at(-1);
}

/**
 * An instrument's traits in the canonical unit at the time of a reading. An overdue calibration
 * still stands, and marks what is read.
 * @param takenAt ISO time
 */
export function gaugeTraits(instrument: RecordedInstrument, takenAt: string): GaugeTraits {
  const factor = findUnit(instrument.unit)?.factor ?? 1;
  const calibration = calibrationOn(instrument, takenAt);
  const { zeroU, gainU } = calibration ?? instrument;
  const traits: GaugeTraits = {
    id: calibration ? `${instrument.id}:${calibration.id}` : instrument.id,
    resolution: instrument.resolution * factor,
    zeroU: zeroU * factor,
    gainU,
    ...(instrument.kind ? { tool: instrument.kind } : {}),
  };
  if (calibration && calibration.dueOn < takenAt.slice(0, 10))
    traits.overdue = `${instrument.name}: calibration due ${calibration.dueOn}`;
  return traits;
}

/**
 * Can an instrument take a quantity at a station that names a tool? Any of its kind does, with its own
 * doubt; but what has a stack basis, and what comes as a curve, is taken as the protocol says or is another
 * figure.
 */
export function servesStation(
  instrument: { name: string; kind: ToolName; unit: string },
  quantity: Pick<QuantityDefinition, 'name' | 'kind' | 'tool' | 'dependsOn' | 'curve' | 'ordinal'>,
  tool: ToolName,
): boolean {
  if (instrument.kind === tool) return true;
  const isBound = quantity.dependsOn.includes('stack') || quantity.curve || quantity.ordinal;
  return !isBound && instrumentFault(instrument, quantity) === undefined;
}

/**
 * Why an instrument cannot have read a quantity, in words; undefined where it can: it speaks a unit
 * of that kind, or is the tool that the quantity is taken with.
 * @example instrumentFault({ name: 'Scale', kind: 'scale', unit: 'g' }, QUANTITIES['heel-stack'])
 */
export function instrumentFault(
  instrument: { name: string; kind: ToolName; unit: string },
  quantity: Pick<QuantityDefinition, 'name' | 'kind' | 'tool'>,
): string | undefined {
  const { name, kind, unit } = instrument;
  if (kind === quantity.tool || findUnit(unit, quantity.kind)?.kind === quantity.kind)
    return undefined;
  return `${name} reads in ${unit}, which is no unit of ${quantity.name.toLowerCase()}: it is taken with a ${quantity.tool}.`;
}
