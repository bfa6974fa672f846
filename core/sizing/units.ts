/**
 * Units of every kind of quantity and their exact factors.
 *
 * Values are stored in the canonical unit of their kind (mm, g, m, N, N·m, °, °C, s) and shown in
 * the unit a user chose. Each hardness scale is a kind of its own, so that one is never taken for
 * another. Exact factors: 1 in = 25.4 mm, 1 mi = 1609.344 m, 1 lb = 453.59237 g,
 * 1 oz = 28.349523125 g (international yard and pound agreement, 1959).
 */

export const QUANTITY_KINDS = [
  'length',
  'mass',
  'distance',
  'force',
  'moment',
  'angle',
  'temperature',
  'time',
  'rubber-hardness',
  'foam-hardness',
  'stiffness',
  'angular-stiffness',
  'share',
  'grade',
] as const;
export type QuantityKind = (typeof QUANTITY_KINDS)[number];

export interface Unit {
  /** The symbol shown to people. */
  symbol: string;
  kind: QuantityKind;
  /** Canonical value = typed value × factor + offset. */
  factor: number;
  offset: number;
  /** How it stands behind a figure, where its symbol alone would be read as another unit. */
  shown?: string;
  /** What people type for it, in lower case. */
  spellings: readonly string[];
}

function unit(
  symbol: string,
  kind: QuantityKind,
  factor: number,
  spellings: string[],
  offset = 0,
): Unit {
  return { symbol, kind, factor, offset, spellings: [symbol.toLowerCase(), ...spellings] };
}

export const UNITS: readonly Unit[] = [
  unit('mm', 'length', 1, ['millimetre', 'millimetres', 'millimeter', 'millimeters']),
  unit('cm', 'length', 10, ['centimetre', 'centimetres', 'centimeter', 'centimeters']),
  unit('in', 'length', 25.4, ['inch', 'inches', '"', '″', '”', 'in.']),
  unit('g', 'mass', 1, ['gram', 'grams', 'gramme', 'grammes', 'gm']),
  unit('kg', 'mass', 1000, ['kilo', 'kilos', 'kilogram', 'kilograms']),
  unit('oz', 'mass', 28.349523125, ['ounce', 'ounces', 'oz.']),
  unit('lb', 'mass', 453.59237, ['lbs', 'pound', 'pounds', 'lb.']),
  unit('m', 'distance', 1, ['metre', 'metres', 'meter', 'meters']),
  unit('km', 'distance', 1000, ['kilometre', 'kilometres', 'kilometer', 'kilometers', 'k']),
  unit('mi', 'distance', 1609.344, ['mile', 'miles']),
  unit('N', 'force', 1, ['newton', 'newtons']),
  unit('kgf', 'force', 9.80665, []),
  unit('lbf', 'force', 4.4482216152605, []),
  unit('N·m', 'moment', 1, ['nm', 'n m', 'n*m', 'newton metre', 'newton metres']),
  unit('°', 'angle', 1, ['deg', 'degree', 'degrees']),
  unit('rad', 'angle', 180 / Math.PI, ['radian', 'radians']),
  // Ahead of the temperatures: a bare C typed for a hardness is the foam scale.
  {
    ...unit('A', 'rubber-hardness', 1, ['type a', 'sh a', 'points a', 'a points']),
    shown: 'points A',
  },
  {
    ...unit('C', 'foam-hardness', 1, ['type c', 'points c', 'c points']),
    shown: 'points C',
  },
  unit('°C', 'temperature', 1, ['c', 'deg c', 'celsius']),
  unit('°F', 'temperature', 5 / 9, ['f', 'deg f', 'fahrenheit'], (-32 * 5) / 9),
  unit('s', 'time', 1, ['sec', 'second', 'seconds']),
  unit('min', 'time', 60, ['minute', 'minutes']),
  unit('h', 'time', 3600, ['hour', 'hours', 'hr', 'hrs']),
  unit('N/mm', 'stiffness', 1, ['n per mm', 'kn/m']),
  unit('N·m/°', 'angular-stiffness', 1, ['nm/deg', 'n·m/deg', 'nm/°']),
  unit('N·m/rad', 'angular-stiffness', Math.PI / 180, ['nm/rad', 'n·m/radian']),
  unit('%', 'share', 1, ['percent', 'per cent', 'pct']),
  unit('grade', 'grade', 1, ['grades']),
];

const CANONICAL_SYMBOLS = {
  length: 'mm',
  mass: 'g',
  distance: 'm',
  force: 'N',
  moment: 'N·m',
  angle: '°',
  temperature: '°C',
  time: 's',
  'rubber-hardness': 'A',
  'foam-hardness': 'C',
  stiffness: 'N/mm',
  'angular-stiffness': 'N·m/°',
  share: '%',
  grade: 'grade',
} as const satisfies Record<QuantityKind, string>;

declare const UNIT: unique symbol;

/**
 * A number that says its unit to the compiler: one in another unit does not fit, a bare one does, and
 * arithmetic makes it bare. For what crosses a border, where metres were once taken for kilometres.
 */
export type In<Symbol extends string> = number & { readonly [UNIT]?: Symbol };
export type Kilometres = In<'km'>;
export type Millimetres = In<'mm'>;
/** A value in the unit in which its kind is stored. */
export type Canonical<Kind extends QuantityKind> = In<(typeof CANONICAL_SYMBOLS)[Kind]>;

/** The unit in which values of a kind are stored. Example: `canonicalUnit('mass').symbol === 'g'`. */
export function canonicalUnit(kind: QuantityKind): Unit {
  const found = UNITS.find((u) => u.kind === kind && u.symbol === CANONICAL_SYMBOLS[kind]);
  if (!found) throw new Error(`no canonical unit for ${kind}`);
  return found;
}

/** Units of one kind, in the order of the table. */
export function unitsOfKind(kind: QuantityKind): Unit[] {
  return UNITS.filter((u) => u.kind === kind);
}

/**
 * Finds the unit a person spelt, or undefined. With `kind`, a unit of that kind is preferred.
 * Example: `findUnit('ounces')?.symbol === 'oz'`.
 */
export function findUnit(spelling: string, kind?: QuantityKind): Unit | undefined {
  const wanted = spelling.trim().toLowerCase().replace(/\s+/g, ' ');
  const matches = UNITS.filter((u) => u.spellings.includes(wanted));
  return matches.find((u) => u.kind === kind) ?? matches[0];
}

/** Typed value in `unit` to the canonical unit of its kind. `toCanonical(1, in) === 25.4`. */
export function toCanonical<Kind extends QuantityKind>(
  value: number,
  from: Unit & { kind: Kind },
): Canonical<Kind> {
  return value * from.factor + from.offset;
}

/** Canonical value to `unit`. `fromCanonical(25.4, in) === 1`. */
export function fromCanonical(value: number, to: Unit): number {
  return (value - to.offset) / to.factor;
}

/** A difference or an uncertainty in `unit`: the factor without the offset. */
export function spanFromCanonical(span: number, to: Unit): number {
  return span / to.factor;
}
