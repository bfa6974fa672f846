/** The walk of a reading: station, shoe, pair, edition, difference. All expectations by hand. */

import { randomLcg, randomNormal } from 'd3-random';
import { describe, expect, it } from 'vitest';
import { classOf } from '../catalogue/classes.ts';
import type { GaugeTraits } from '../catalogue/gauge.ts';
import {
  defaultSteps,
  type MeasuredQuantityId,
  QUANTITIES,
  type QuantityId,
  type Side,
} from '../catalogue/quantities.ts';
import { claimJudgement } from '../claims/claim.ts';
import { standardUncertainty } from '../statistics/uncertainty.ts';
import { claimHindrance, claimTerms } from '../wording/claim-sentences.ts';
import { textOf } from '../wording/sentence.ts';
import type { Basis } from './basis.ts';
import { cheapestNext } from './budget.ts';
import { carryFigure } from './carried-figure.ts';
import { computedFigure } from './computed.ts';
import { differenceOfFigures } from './difference.ts';
import { editionFigureOn, editionOfPairs } from './edition-figure.ts';
import {
  combineFigures,
  type Figure,
  figureDf,
  figureExpanded,
  figureUncertainty,
} from './figure.ts';
import { DEFAULT_MASS_EXPONENT } from './mass.ts';
import { type MeasuredPair, pairFigureOn, pairOfShoes, sessionFigures } from './pair-figure.ts';
import { stationFigure } from './station-figure.ts';

const UK8 = { system: 'uk', size: 8 } as const;
const BASIS: Basis = {
  label: UK8,
  configuration: 'as sold',
  wornKm: 0,
  stack: { place: 'in-shoe', insole: 'in', lugs: 'in', layers: 'whole sole', method: 'needle' },
};
const GAUGE: GaugeTraits = { id: 'needle', resolution: 0.1, zeroU: 0.1, gainU: 0.002 };
const LAB = { exponent: DEFAULT_MASS_EXPONENT, spreads: {}, noticeable: defaultSteps() };
const SR = { sd: 0.2, df: 8, source: 'protocol' };

function station(
  quantity: MeasuredQuantityId,
  side: Side,
  values: number[],
  gauge = GAUGE,
  sessionId = 's',
): Figure {
  const figure = stationFigure({
    quantity,
    side,
    sessionId,
    basis: BASIS,
    repeatability: SR,
    readings: values.map((value) => ({ value, gauge })),
  });
  if (!figure) throw new Error('no figure');
  return figure;
}

function pairWith(
  tag: string,
  readings: [MeasuredQuantityId, Side, number][],
  basis: Basis = BASIS,
): MeasuredPair {
  return {
    id: tag,
    tag,
    sessions: [
      {
        id: `session ${tag}`,
        startedAt: '2026-03-01T09:00:00Z',
        basis,
        repeatability: {
          'heel-stack': SR,
          'forefoot-stack': SR,
          'heel-insole': SR,
          'forefoot-insole': SR,
          mass: { sd: 0.4, df: 8, source: 'mass' },
        },
        readings: readings.map(([quantity, side, value]) => ({
          quantity,
          side,
          value,
          gauge: GAUGE,
        })),
      },
    ],
  };
}

describe('one station', () => {
  it('combines scatter, resolution, zero and gain', () => {
    const heel = station('heel-stack', 'left', [31.1, 31.3]);
    const u2 = 0.2 ** 2 / 2 + 0.1 ** 2 / 12 + 0.1 ** 2 + (0.002 * 31.2) ** 2;
    expect(heel.value).toBeCloseTo(31.2, 12);
    expect(figureUncertainty(heel)).toBeCloseTo(Math.sqrt(u2), 12);
    expect(figureDf(heel)).toBeCloseTo(u2 ** 2 / (0.02 ** 2 / 8), 6);
  });
  it('gives the median, flagged, where four readings disagree', () => {
    const heel = station('heel-stack', 'left', [31.0, 32.3, 31.2, 31.1]);
    expect(heel.value).toBeCloseTo(31.15, 12);
    expect(heel.doubts.map((doubt) => doubt.code)).toContain('median');
  });
  it('names a reading that stands apart and drops nothing', () => {
    const heel = station('heel-stack', 'left', [31.0, 31.1, 31.1, 31.2, 31.0, 33.5]);
    expect(heel.readings).toBe(6);
    expect(heel.doubts.some((doubt) => doubt.text.includes('reading 6'))).toBe(true);
  });
  it('does not condemn a neighbour of equal readings', () => {
    const heel = station('heel-stack', 'left', [31.0, 31.0, 31.0, 31.0, 31.0, 31.3]);
    expect(heel.doubts).toEqual([]);
  });
  it('shares the calibration among gauges by readings', () => {
    const mixed = stationFigure({
      quantity: 'heel-stack',
      side: 'left',
      sessionId: 's',
      basis: BASIS,
      repeatability: SR,
      readings: [
        { value: 31, gauge: GAUGE },
        { value: 31, gauge: { ...GAUGE, id: 'other' } },
      ],
    });
    const zeros = mixed?.terms.filter((term) => term.kind === 'zero').map((term) => term.u);
    expect(zeros).toEqual([0.05, 0.05]);
  });
});

describe('a station of three hundred thousand readings', () => {
  it('has its figure: no list of them is spread over arguments', () => {
    const values = Array.from({ length: 300_000 }, (_, i) => 31 + (i % 3) / 10);
    expect(station('heel-stack', 'left', values).value).toBeCloseTo(31.1, 6);
  });
});

const dropFigure = (heel: Figure, forefoot: Figure): Figure => {
  const figures: Partial<Record<QuantityId, Figure>> = {
    'heel-stack': heel,
    'forefoot-stack': forefoot,
  };
  return computedFigure('drop', (part) => figures[part]) as Figure;
};
const dropClass = (value: number, U: number) => classOf(QUANTITIES.drop.classes ?? [], value, U);
const heelClass = (value: number, U: number) =>
  classOf(QUANTITIES['heel-stack'].classes ?? [], value, U);

describe('drop', () => {
  it('is none where a stack is missing', () => {
    expect(computedFigure('drop', () => undefined)).toBeUndefined();
  });
  // Common practice: 38 and 30 give 8; 35 and 27 give 8; 20 and 12 give 8.
  it.each([
    [38, 30],
    [35, 27],
    [20, 12],
  ])('%d and %d give 8', (heel, forefoot) => {
    const drop = dropFigure(
      station('heel-stack', 'left', [heel]),
      station('forefoot-stack', 'left', [forefoot]),
    );
    expect(drop.value).toBe(8);
  });
  it('loses the zero error of one gauge and keeps u_gain·|drop|', () => {
    const drop = dropFigure(
      station('heel-stack', 'left', [31.2]),
      station('forefoot-stack', 'left', [24.2]),
    );
    const term = (kind: string) => drop.terms.find((one) => one.kind === kind)?.u ?? Number.NaN;
    expect(term('zero')).toBeCloseTo(0, 12);
    expect(Math.abs(term('gain'))).toBeCloseTo(0.002 * 7, 12);
    const u2 = 2 * 0.2 ** 2 + (2 * 0.1 ** 2) / 12 + (0.002 * 7) ** 2;
    expect(figureUncertainty(drop)).toBeCloseTo(Math.sqrt(u2), 12);
    // Both stations lean on one repeatability with 8 degrees of freedom.
    expect(figureDf(drop)).toBeCloseTo(u2 ** 2 / (0.08 ** 2 / 8), 6);
  });
  it('keeps the zero errors of two gauges', () => {
    const drop = dropFigure(
      station('heel-stack', 'left', [31.2]),
      station('forefoot-stack', 'left', [24.2], { ...GAUGE, id: 'other' }),
    );
    const zeros = drop.terms.filter((one) => one.kind === 'zero');
    expect(standardUncertainty(zeros)).toBeCloseTo(Math.hypot(0.1, 0.1), 12);
  });
  it('may be negative', () => {
    const drop = dropFigure(
      station('heel-stack', 'left', [20]),
      station('forefoot-stack', 'left', [22.5]),
    );
    expect(drop.value).toBe(-2.5);
    expect(dropClass(-2.5, 0.4)).toBe('negative');
  });
  it.each([
    [0, 0.1, 'zero'],
    [-1, 0, 'zero'],
    [1, 0, 'zero'],
    [4, 0, 'low'],
    [4.2, 0.4, 'low or middle'],
    [8, 0, 'middle'],
    [8.01, 0, 'high'],
  ])('drop %d ± %d is %s', (drop, U, name) => {
    expect(dropClass(drop, U)).toBe(name);
  });
  it.each([
    [19.9, 0, 'low'],
    [20, 0, 'moderate'],
    [30, 0, 'moderate'],
    [30.1, 0.3, 'moderate or high'],
    [41, 0.5, 'very high'],
  ])('heel stack %d ± %d is %s', (stack, U, name) => {
    expect(heelClass(stack, U)).toBe(name);
  });
  it('adds zero errors linearly in a sum on one gauge', () => {
    const sum = combineFigures([
      { figure: station('heel-stack', 'left', [27]), coefficient: 1 },
      { figure: station('heel-insole', 'left', [4]), coefficient: 1 },
    ]);
    expect(sum.terms.find((term) => term.kind === 'zero')?.u).toBeCloseTo(0.2, 12);
  });
});

describe('pair and edition', () => {
  it('means left and right, the calibration once', () => {
    const mean = pairOfShoes(
      station('heel-stack', 'left', [31]),
      station('heel-stack', 'right', [32]),
    );
    expect(mean?.value).toBe(31.5);
    expect(mean?.terms.find((term) => term.kind === 'zero')?.u).toBeCloseTo(0.1, 12);
    const readings = mean?.terms.filter((term) => term.kind === 'readings') ?? [];
    expect(standardUncertainty(readings)).toBeCloseTo(0.2 / Math.SQRT2, 12);
  });
  it('says so where one shoe stands for the pair', () => {
    const one = pairOfShoes(undefined, station('heel-stack', 'right', [32]));
    expect(one?.doubts[0]?.text).toBe('right shoe only');
  });
  it('uses the spread of pairs from four on: u² = s²/n + calibration²', () => {
    const values = [31.0, 31.4, 30.9, 31.5];
    const pairs = values.map((value, i) => ({
      tag: `P${i}`,
      figure: station('heel-stack', 'left', [value], GAUGE, `s${i}`),
    }));
    const { figure, pairU } = editionOfPairs(pairs, 'heel-stack', 'e');
    const s2 = values.reduce((sum, v) => sum + (v - 31.2) ** 2, 0) / 3;
    expect(figure.value).toBeCloseTo(31.2, 12);
    expect(figureUncertainty(figure) ** 2).toBeCloseTo(s2 / 4 + 0.1 ** 2 + (0.002 * 31.2) ** 2, 12);
    expect(figure.pairs).toBe(4);
    expect(pairU).toBeGreaterThan(0.4);
  });
  it('assumes the usual spread with fewer pairs, the readings beside it', () => {
    const one = [{ tag: 'P', figure: station('heel-stack', 'left', [31]) }];
    const { figure } = editionOfPairs(one, 'heel-stack', 'e');
    const u2 = 0.5 ** 2 + 0.2 ** 2 + 0.1 ** 2 / 12 + 0.1 ** 2 + (0.002 * 31) ** 2;
    expect(figureUncertainty(figure)).toBeCloseTo(Math.sqrt(u2), 12);
    expect(figure.doubts.map((doubt) => doubt.code)).toEqual(['pooled-spread']);
  });
  it("takes the lab's pooled spread once it has four degrees of freedom", () => {
    const one = [{ tag: 'P', figure: station('heel-stack', 'left', [31]) }];
    const spread = (df: number) =>
      editionOfPairs(one, 'heel-stack', 'e', { sd: 0.3, df }).figure.terms.find(
        (term) => term.kind === 'pairs',
      )?.u;
    expect(spread(3)).toBe(0.5);
    expect(spread(4)).toBe(0.3);
  });
  it('says what would shrink U most for its effort', () => {
    const { terms } = station('heel-stack', 'left', [31]);
    expect(cheapestNext(terms)).toMatchObject({ what: 'reading', at: 'heel stack, left' });
    const many = station('heel-stack', 'left', Array(40).fill(31));
    expect(cheapestNext(many.terms)).toBeUndefined();
  });
});

describe('bases', () => {
  const out: Basis = { ...BASIS, stack: { ...BASIS.stack!, insole: 'out' } };
  const heels: [MeasuredQuantityId, Side, number][] = [
    ['heel-stack', 'left', 23],
    ['heel-stack', 'right', 23.2],
    ['forefoot-stack', 'left', 19],
    ['forefoot-stack', 'right', 19],
  ];
  const insoles: [MeasuredQuantityId, Side, number][] = [
    ['heel-insole', 'left', 4],
    ['heel-insole', 'right', 4.2],
    ['forefoot-insole', 'left', 3.5],
    ['forefoot-insole', 'right', 3.5],
  ];
  it('adds the insole measured on the same shoe', () => {
    const answer = pairFigureOn(
      pairWith('P', [...heels, ...insoles], out),
      'heel-stack',
      BASIS,
      LAB,
    );
    expect(answer.terms).toBe('converted');
    expect(answer.figure?.value).toBeCloseTo((27 + 27.4) / 2, 12);
    expect(answer.figure?.conversions).toEqual(['insole added']);
    expect(answer.figure?.basis.stack?.insole).toBe('in');
  });
  it('carries the drop by both insoles', () => {
    const answer = pairFigureOn(pairWith('P', [...heels, ...insoles], out), 'drop', BASIS, LAB);
    expect(answer.figure?.value).toBeCloseTo((27 - 22.5 + 27.4 - 22.5) / 2, 12);
  });
  it('refuses without the insole, and says what to measure', () => {
    const answer = pairFigureOn(pairWith('P', heels, out), 'heel-stack', BASIS, LAB);
    expect(answer).toMatchObject({ terms: 'not' });
    expect(answer.terms === 'not' && answer.measure).toContain('insole of P');
  });
  it.each([
    [{ ...BASIS, stack: { ...BASIS.stack!, place: 'sidewall', method: 'ruler' } }, 'sidewall'],
    [{ ...BASIS, label: { system: 'uk', size: 12 } }, 'UK 12'],
    [{ ...BASIS, label: { system: 'uk-child', size: 12 } }, 'UK child 12'],
    [{ ...BASIS, wornKm: 700 }, '700 km'],
    [{ ...BASIS, configuration: 'insole out' }, 'insole out'],
    [{ ...BASIS, stack: { ...BASIS.stack!, lugs: 'out' } }, 'lugs'],
    [{ ...BASIS, stack: { ...BASIS.stack!, layers: 'midsole only' } }, 'midsole only'],
  ] as [Basis, string][])('refuses another basis with its reason (%#)', (basis, word) => {
    const answer = pairFigureOn(pairWith('P', heels, basis), 'heel-stack', BASIS, LAB);
    expect(answer.terms === 'not' && answer.reason).toContain(word);
  });
  it('carries a mass to another size, with the doubt about the exponent once', () => {
    const mass = station('mass', 'left', [300]);
    const label = { system: 'uk', size: 10 } as const;
    const carry = (edition: string) =>
      carryFigure(mass, { label, wornKm: 0 }, { edition, pair: edition }, LAB);
    const uk10 = carry('A');
    const logRatio = Math.log(35 / 33);
    expect(uk10.value).toBeCloseTo(300 * Math.exp(1.75 * logRatio), 9);
    const doubts = uk10.terms.filter((term) => term.kind === 'grading').map((term) => term.u);
    expect(Math.hypot(...doubts)).toBeCloseTo(uk10.value * 0.3 * logRatio, 9);
    expect(differenceOfFigures(uk10, uk10, 15).U).toBe(0);
    // Half of the doubt about a slope is each edition's own.
    const two = differenceOfFigures(uk10, carry('B'), 15);
    expect(two.u).toBeCloseTo(uk10.value * 0.3 * logRatio, 9);
  });
  it('prefers the latest like session and never mixes two', () => {
    const pair = pairWith('P', heels);
    const later = { ...pair.sessions[0]!, id: 'later', startedAt: '2026-04-01T09:00:00Z' };
    const both: MeasuredPair = {
      ...pair,
      sessions: [
        { ...later, readings: later.readings.map((r) => ({ ...r, value: r.value + 1 })) },
        ...pair.sessions,
      ],
    };
    const answer = pairFigureOn(both, 'heel-stack', BASIS, LAB);
    expect(answer.figure?.value).toBeCloseTo(24.1, 12);
    expect(answer.figure?.readings).toBe(2);
  });
  it('puts only like pairs into an edition where there are any', () => {
    const pairs = [pairWith('A', heels), pairWith('B', [...heels, ...insoles], out)];
    const answer = editionFigureOn({ id: 'e', pairs }, 'heel-stack', BASIS, LAB);
    expect(answer.terms === 'like' && answer.pairs.map((pair) => pair.tag)).toEqual(['A']);
  });
});

describe('claims on like terms', () => {
  const figures = sessionFigures(
    pairWith('P', [
      ['heel-stack', 'left', 31.2],
      ['heel-stack', 'right', 31.2],
      ['mass', 'left', 312],
      ['mass', 'right', 312],
    ]).sessions[0]!,
  ).pair;
  const known = { exponent: DEFAULT_MASS_EXPONENT, noticeable: defaultSteps() };
  it('repeats that size and basis are not stated', () => {
    const claim = {
      quantity: 'heel-stack',
      typed: '31 mm',
      value: 31,
      halfWidth: 0.5,
      statedBasis: {},
    } as const;
    const judged = claimJudgement(claim, figures['heel-stack']!, known);
    expect(judged.answer).toBe('agrees');
    expect(judged.unknown.map(({ subject }) => subject)).toEqual(['size', 'basis']);
    expect(claimTerms(claim).map(textOf)).toEqual(['size not stated', 'basis not stated']);
  });
  it('cannot tell on another stated basis, and says why', () => {
    const claim = {
      quantity: 'heel-stack',
      typed: '38 mm',
      value: 38,
      halfWidth: 0.5,
      statedBasis: { place: 'sidewall' },
    } as const;
    const judged = claimJudgement(claim, figures['heel-stack']!, known);
    expect(judged.answer).toBe('cannot tell');
    expect(judged.hindrance && textOf(claimHindrance(judged.hindrance))).toContain('sidewall');
  });
  it('carries a mass to the size of the claim', () => {
    const label = { system: 'uk', size: 10 } as const;
    const claim = {
      quantity: 'mass',
      typed: '345 g',
      value: 345,
      halfWidth: 0.5,
      label,
      statedBasis: {},
    } as const;
    const judged = claimJudgement(claim, figures.mass!, known);
    expect(judged.measured.value).toBeCloseTo(312 * (35 / 33) ** 1.75, 6);
    expect(judged.measured.U).toBeGreaterThan(figureExpanded(figures.mass!));
    // U = 12.6 g, most of it from u(k): more than h + T = 8 g, so it cannot be told.
    expect(judged.measured.U).toBeGreaterThan(8);
    expect(judged.answer).toBe('cannot tell');
  });
});

describe('two identical editions', () => {
  // Pairs spread as the catalogue assumes and readings as the protocol says; measured on one gauge.
  it.each([1, 2, 3, 4, 6])('with %d pairs each differ in at most about one case in twenty', (n) => {
    const source = randomLcg(0.37 + n / 100);
    const noise = randomNormal.source(source)(0, 1);
    const spread = QUANTITIES['heel-stack'].betweenPairSd ?? 0;
    const trials = 1200;
    let called = 0;
    for (let trial = 0; trial < trials; trial++) {
      const zero = 0.1 * noise();
      const edition = (id: string) =>
        editionOfPairs(
          Array.from({ length: n }, (_, i) => {
            const truth = 30 + spread * noise();
            const read = () => Math.round((truth + zero + 0.2 * noise()) * 10) / 10;
            const shoes = (['left', 'right'] as const).map((side) =>
              station('heel-stack', side, [read(), read()], GAUGE, `${id}${i}`),
            );
            return { tag: `${i}`, figure: pairOfShoes(shoes[0], shoes[1])! };
          }),
          'heel-stack',
          id,
        ).figure;
      if (differenceOfFigures(edition('a'), edition('b'), 3).verdict === 'real') called += 1;
    }
    // One in twenty, with three standard errors of the count to spare.
    expect(called / trials).toBeLessThan(0.05 + 3 * Math.sqrt((0.05 * 0.95) / trials));
  });
});
