/**
 * Studies against their own promises: populations are drawn by the model with planted values, and
 * the intervals must hold them as often as they say. Sources: the definitions of a confidence
 * interval, a tolerance interval and the level of a test; seeds are fixed, bounds lie four standard
 * errors of the count off.
 */
import { randomLcg, randomNormal } from 'd3-random';
import { describe, expect, it } from 'vitest';
import { matchFeature } from '#core/catalogue/match-features.ts';
import { judgeFeature } from '#core/match/match.ts';
import { testEquivalence } from '#core/statistics/equivalence.ts';
import { powerOfPairs, sampleSize } from '#core/statistics/sample-size.ts';
import { bridgeMethods } from '#core/study/bridge.ts';
import { type GaugeReading, studyGauge } from '#core/study/gauge-study.ts';
import { type PairToPair, studyPairs } from '#core/study/pair-to-pair.ts';
import type { StudyReading } from '#core/study/study-cells.ts';

/** Independent normal deviates; every study draws from one stream. */
function deviates(seed: number) {
  const normal = randomNormal.source(randomLcg(seed))(0, 1);
  return (sd: number) => sd * normal();
}

/** A count of n at probability p lies within four standard errors of n·p in all but 1 of 16,000. */
function expectShare(count: number, n: number, p: number): void {
  const reach = 4 * Math.sqrt((p * (1 - p)) / n);
  expect(count / n).toBeGreaterThan(p - reach);
  expect(count / n).toBeLessThan(p + reach);
}

const PLANTED = { mean: 31, pair: 0.5, shoe: 0.15, repeat: 0.2, bias: 0.3 };

/** Readings of an edition with the planted spreads; `missing` leaves out shoes or repeats. */
function drawEdition(
  draw: (sd: number) => number,
  pairs: number,
  trials = 2,
  missing: (pair: number, side: 'left' | 'right', trial: number) => boolean = () => false,
): StudyReading[] {
  const { mean, pair: pairSd, shoe: shoeSd, repeat, bias } = PLANTED;
  return Array.from({ length: pairs }, (_, pair) => {
    const own = mean + draw(pairSd);
    return (['left', 'right'] as const).flatMap((side) => {
      const shoe = own + draw(shoeSd) + (side === 'right' ? bias : 0);
      return Array.from({ length: trials }, (_, trial) => ({
        pair: `${pair}`,
        side,
        trial,
        value: shoe + draw(repeat),
      })).filter((one) => !missing(pair, side, one.trial));
    });
  }).flat();
}

function studiesOf(runs: number, draw: () => StudyReading[]): PairToPair[] {
  return Array.from({ length: runs }, () => {
    const study = studyPairs(draw());
    if (!study) throw new Error('it was stopped');
    return study;
  });
}

const average = (values: number[]) => values.reduce((sum, one) => sum + one, 0) / values.length;

describe('a study of pairs', () => {
  const draw = deviates(0.123);
  const runs = 400;
  const studies = studiesOf(runs, () => drawEdition(draw, 8));

  it('holds the planted left-right bias in its 95 % interval', () => {
    const held = studies.filter(
      ({ sideBiasInterval: [low, high] }) => low < PLANTED.bias && PLANTED.bias < high,
    );
    expectShare(held.length, runs, 0.95);
  });

  it('holds the planted spread of pairs in its interval', () => {
    const held = studies.filter(
      ({ pairSdInterval }) =>
        pairSdInterval && pairSdInterval[0] < PLANTED.pair && PLANTED.pair < pairSdInterval[1],
    );
    // The interval by Satterthwaite's degrees of freedom is approximate: common practice.
    expect(held.length / runs).toBeGreaterThan(0.91);
    expect(held.length / runs).toBeLessThan(0.99);
  });

  it('finds the planted variances on average: nothing leans', () => {
    const expected = {
      pair: PLANTED.pair ** 2,
      pairSide: PLANTED.shoe ** 2,
      repeat: PLANTED.repeat ** 2,
    };
    for (const [name, variance] of Object.entries(expected)) {
      const found = average(studies.map(({ raw }) => raw[name as keyof typeof expected]));
      // A variance from so many studies of seven degrees of freedom is told to about a tenth.
      expect(Math.abs(found / variance - 1), name).toBeLessThan(0.15);
    }
  });

  it('holds 95 % of all pairs in its tolerance interval, with 95 % confidence', () => {
    // A pair's value is the mean of its two shoes, bias and scatter of the readings included.
    const { mean, pair, shoe, repeat, bias } = PLANTED;
    const centre = mean + bias / 2;
    const sd = Math.sqrt(pair ** 2 + shoe ** 2 / 2 + repeat ** 2 / 4);
    const below = (x: number) => 0.5 * (1 + erf((x - centre) / (sd * Math.SQRT2)));
    const held = studies.filter(
      ({ toleranceInterval: { lower, upper } }) => below(upper) - below(lower) >= 0.95,
    );
    expectShare(held.length, runs, 0.95);
  });
});

/** Abramowitz and Stegun 7.1.26, good to 1.5e-7: apart from the library under check. */
function erf(x: number): number {
  const t = 1 / (1 + 0.3275911 * Math.abs(x));
  const y =
    1 -
    ((((1.061405429 * t - 1.453152027) * t + 1.421413741) * t - 0.284496736) * t + 0.254829592) *
      t *
      Math.exp(-x * x);
  return x < 0 ? -y : y;
}

describe('a study of pairs with readings missing', () => {
  const draw = deviates(0.321);
  const runs = 60;
  // Every third pair lacks its left shoe, every fourth a repeat: as benches are.
  const studies = studiesOf(runs, () =>
    drawEdition(
      draw,
      15,
      2,
      (pair, side, trial) => (pair % 3 === 2 && side === 'left') || (pair % 4 === 1 && trial === 1),
    ),
  );

  it('finds the planted variances on average by restricted maximum likelihood', () => {
    expect(new Set(studies.map((study) => study.method))).toEqual(
      new Set(['restricted maximum likelihood']),
    );
    const pair = average(studies.map(({ components }) => components.pair));
    const repeat = average(studies.map(({ components }) => components.repeat));
    expect(Math.abs(pair / PLANTED.pair ** 2 - 1)).toBeLessThan(0.25);
    expect(Math.abs(repeat / PLANTED.repeat ** 2 - 1)).toBeLessThan(0.25);
  });

  it('does not take the missing shoes for a bias', () => {
    const bias = average(studies.map(({ sideBias }) => sideBias));
    expect(Math.abs(bias - PLANTED.bias)).toBeLessThan(0.05);
  });
});

describe('left and right', () => {
  it('just at the tolerance are called alike in one case of twenty', () => {
    const draw = deviates(0.55);
    const runs = 1500;
    const tolerance = 1;
    const alike = Array.from({ length: runs }, () =>
      testEquivalence(
        Array.from({ length: 12 }, () => tolerance + draw(0.4)),
        tolerance,
      ),
    ).filter(({ verdict }) => verdict === 'alike');
    expectShare(alike.length, runs, 0.05);
  });

  it('that are alike are nearly never called not alike', () => {
    const draw = deviates(0.56);
    const wrong = Array.from({ length: 1000 }, () =>
      testEquivalence(
        Array.from({ length: 12 }, () => draw(0.4)),
        1,
      ),
    ).filter(({ verdict }) => verdict === 'not alike');
    expect(wrong).toHaveLength(0);
  });
});

describe('a plan', () => {
  it('finds its difference as often as it promised', () => {
    const wanted = { difference: 1, sd: 0.8, power: 0.9, alpha: 0.05 };
    const { perGroup, power } = sampleSize(wanted);
    const draw = deviates(0.77);
    const runs = 1500;
    const group = (mean: number) => Array.from({ length: perGroup }, () => mean + draw(wanted.sd));
    // Student's two-sample t by hand; 2.048 is its 97.5 % point at 28 degrees of freedom (tables).
    expect(perGroup).toBe(15);
    const found = Array.from({ length: runs }, () => {
      const [a, b] = [group(0), group(wanted.difference)];
      const [ma, mb] = [average(a), average(b)];
      const ss = (values: number[], m: number) => values.reduce((sum, x) => sum + (x - m) ** 2, 0);
      const pooled = (ss(a, ma) + ss(b, mb)) / (2 * perGroup - 2);
      return Math.abs(mb - ma) / Math.sqrt((2 * pooled) / perGroup) > 2.048;
    }).filter(Boolean);
    expectShare(found.length, runs, power);
    expect(powerOfPairs(perGroup - 1, wanted)).toBeLessThan(wanted.power);
  });
});

describe('a gauge study', () => {
  it('finds the planted repeatability, operators and parts on average', () => {
    const draw = deviates(0.91);
    const planted = { part: 2, operator: 0.4, repeat: 0.3 };
    const runs = 200;
    const studies = Array.from({ length: runs }, () => {
      const operators = ['A', 'B', 'C', 'D', 'E'].map(
        (name) => [name, draw(planted.operator)] as const,
      );
      const readings: GaugeReading[] = Array.from({ length: 8 }, (_, part) => {
        const own = 30 + draw(planted.part);
        return operators.flatMap(([operator, off]) =>
          [1, 2].map((trial) => ({
            part: `${part}`,
            operator,
            trial,
            value: own + off + draw(planted.repeat),
          })),
        );
      }).flat();
      return studyGauge(readings);
    });
    const found = (name: 'repeatability' | 'operator' | 'part') =>
      average(studies.map(({ variance }) => variance[name]));
    expect(Math.abs(found('repeatability') / planted.repeat ** 2 - 1)).toBeLessThan(0.05);
    expect(Math.abs(found('operator') / planted.operator ** 2 - 1)).toBeLessThan(0.2);
    expect(Math.abs(found('part') / planted.part ** 2 - 1)).toBeLessThan(0.15);
    // Where operators do not differ from part to part, the interaction is pooled in three of four.
    expectShare(studies.filter(({ pooled }) => pooled).length, runs, 0.75);
  });
});

describe('a bridge', () => {
  it('holds the true shift in its doubt, and a converted shoe in its own', () => {
    const draw = deviates(0.44);
    const runs = 400;
    const shift = -6.4;
    let shifts = 0;
    let shoes = 0;
    let usable = 0;
    for (let run = 0; run < runs; run++) {
      const drawShoe = () => {
        const truth = 31 + draw(1);
        return { shoe: '', a: truth + draw(0.15), b: truth + shift + draw(0.15) };
      };
      const bridge = bridgeMethods(Array.from({ length: 16 }, drawShoe), { noticeable: 1 });
      const { bias, biasReach } = bridge.agreement;
      if (Math.abs(bias - shift) < biasReach) shifts += 1;
      if (bridge.conversion?.kind !== 'shift') continue;
      usable += 1;
      const other = drawShoe();
      const converted = other.a + bridge.conversion.intercept;
      if (Math.abs(converted - other.b) < bridge.conversionU) shoes += 1;
    }
    expectShare(shifts, runs, 0.95);
    expect(usable).toBeGreaterThan(0.85 * runs);
    expectShare(shoes, usable, 0.95);
  });
});

describe('a feature of a check', () => {
  it('whose shoes differ by just the tolerance is called out in one case of forty', () => {
    const draw = deviates(0.66);
    const runs = 1500;
    const id = 'footbed-length';
    const { repeatabilitySd, tolerance } = matchFeature(id);
    const out = Array.from({ length: runs }, () =>
      judgeFeature(
        id,
        [266 + draw(repeatabilitySd)],
        [266 + tolerance.absolute + draw(repeatabilitySd)],
      ),
    ).filter(({ verdict }) => verdict === 'out');
    // U has the factor of eight degrees of freedom and the resolution in it: a little safer.
    expect(out.length / runs).toBeLessThan(0.025);
    expect(out.length).toBeGreaterThan(0);
  });
});
