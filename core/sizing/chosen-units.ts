/** Units as a lab chose them, by families of quantities that are shown alike. */
import { canonicalUnit, findUnit, type QuantityKind, type Unit } from './units.ts';

export const UNIT_FAMILIES = ['stack', 'heel', 'mass', 'distance'] as const;
export type UnitFamily = (typeof UNIT_FAMILIES)[number];
export type ChosenUnits = Readonly<Record<UnitFamily, string>>;

export const METRIC: ChosenUnits = { stack: 'mm', heel: 'mm', mass: 'g', distance: 'km' };

/** The family that decides a kind's unit; others are shown in their one unit. */
const FAMILIES: Partial<Record<QuantityKind, 'stack' | 'mass'>> = { length: 'stack', mass: 'mass' };

function unitNamed(symbol: string, kind: QuantityKind): Unit {
  const unit = findUnit(symbol, kind);
  if (!unit) throw new Error(`no unit ${symbol}`);
  return unit;
}

interface Shown {
  kind: QuantityKind;
  family?: UnitFamily | undefined;
}

/**
 * The unit that a quantity is shown in.
 * @example chosenUnit({ kind: 'mass' }, { ...METRIC, mass: 'oz' }).symbol // 'oz'
 */
export function chosenUnit({ kind, family = FAMILIES[kind] }: Shown, chosen: ChosenUnits): Unit {
  return family ? unitNamed(chosen[family], kind) : canonicalUnit(kind);
}

/** The other usual unit of a length or a mass, for sheets that show two; others have one. */
export function otherUnit({ kind, family }: Shown, chosen: ChosenUnits): Unit | undefined {
  const usual = FAMILIES[kind];
  if (!usual) return undefined;
  const metric = METRIC[usual];
  const own = chosenUnit({ kind, family }, chosen).symbol;
  return unitNamed(own === metric ? (metric === 'g' ? 'oz' : 'in') : metric, kind);
}
