/**
 * Wear against R's lm, nls and survfit (`reference-r.json`, `reference-r-2.json`) and `practice.json` (common practice).
 */

import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { breakIn, testersDiffer } from '#core/wear/break-in.ts';
import { editionLife } from '#core/wear/edition-life.ts';
import { outingDistance } from '#core/wear/outing-distance.ts';
import { judgeRetirement } from '#core/wear/retirement.ts';
import { wearLine } from '#core/wear/wear-line.ts';
import { wearEvidence, wearSentence } from '#core/wording/wear-sentences.ts';

const read = (name: string) => JSON.parse(readFileSync(new URL(name, import.meta.url), 'utf8'));
const { treadWear, breakIn: opened } = read('reference-r.json');
const { editionLife: life } = read('reference-r-2.json');
const practice = read('practice.json');

describe('the wear line', () => {
  it('is R’s line with its 80 % prediction band', () => {
    const line = wearLine(treadWear.x_km, treadWear.depth_mm, {
      predictAtKm: treadWear.predictAt_km,
    });
    expect(line.intercept).toBeCloseTo(treadWear.intercept, 10);
    expect(line.slope).toBeCloseTo(treadWear.slope, 12);
    expect(line.residualSd).toBeCloseTo(treadWear.residualSd, 10);
    line.predictions.forEach(({ fit, lower, upper }, at) => {
      expect(fit).toBeCloseTo(treadWear.fit[at], 9);
      expect(lower).toBeCloseTo(treadWear.lower80[at], 7);
      expect(upper).toBeCloseTo(treadWear.upper80[at], 7);
    });
  });
  // Values of the specification, worked out apart from this code.
  it.each([
    [1.0, 647.9, 615.6, 683.3],
    [1.5, 543.1, 514.7, 573.7],
  ])('comes to %s mm at %s km', (limitMm, fit, earliest, latest) => {
    const { reachesLimit } = wearLine(treadWear.x_km, treadWear.depth_mm, { limitMm });
    expect(reachesLimit?.fit).toBeCloseTo(fit, 1);
    expect(reachesLimit?.earliest).toBeCloseTo(earliest, 1);
    expect(reachesLimit?.latest).toBeCloseTo(latest, 1);
  });
});

describe('the break-in', () => {
  it('is R’s nonlinear fit, and half a point below the plateau in 10.62 h (9.07 to 12.44)', () => {
    const fit = breakIn(opened.hours, opened.comfort);
    expect(fit.plateau).toBeCloseTo(opened.plateau, 5);
    expect(fit.start).toBeCloseTo(opened.start, 5);
    expect(fit.tauH).toBeCloseTo(opened.tau_h, 5);
    expect(fit.se.plateau).toBeCloseTo(opened.se.plateau, 4);
    expect(fit.se.start).toBeCloseTo(opened.se.start, 4);
    expect(fit.se.tauH).toBeCloseTo(opened.se.tau_h, 4);
    expect(fit.hoursToPlateau).toBeCloseTo(10.62, 2);
    expect(fit.interval.lower).toBeCloseTo(9.07, 2);
    expect(fit.interval.upper).toBeCloseTo(12.44, 2);
    expect(fit.verdict).toBe('breaks in');
  });
  it('differs from tester to tester as practice says', () => {
    const { testersHours, intervals } = practice.breakIn;
    const testers = testersHours.map((hours: number, at: number) => ({
      hours,
      lower: intervals[at][0],
      upper: intervals[at][1],
    }));
    expect(testersDiffer(testers)).toBe(true);
    expect(testersDiffer(testers.slice(2).concat(testers.slice(0, 1)))).toBe(false);
  });
});

describe('the life of an edition', () => {
  it('is R’s Kaplan-Meier curve with Greenwood’s error and its median', () => {
    const answer = editionLife(
      life.km.map((km: number, at: number) => ({ km, ended: life.ended[at] === 1 })),
    );
    expect(answer.at).toEqual(life.at);
    answer.survival.forEach((value, at) => {
      expect(value).toBeCloseTo(life.survival[at], 10);
      const se = life.greenwoodSe[at];
      if (se === null) expect(answer.se[at]).toBeNull();
      else expect(answer.se[at]).toBeCloseTo(se, 10);
    });
    expect(answer.median).toEqual({
      km: life.medianKm,
      lower: life.medianLower,
      upper: life.medianUpper,
    });
  });
  it('has a pair that came worn at risk only from there', () => {
    // By hand: S = 0.8, 0.6, 0.4, 0.
    const rows = [
      [300, 0, 1],
      [420, 0, 1],
      [500, 200, 1],
      [520, 0, 0],
      [610, 0, 1],
      [350, 320, 0],
    ] as const;
    const { at, survival } = editionLife(
      rows.map(([km, fromKm, ended]) => ({ km, fromKm, ended: ended === 1 })),
    );
    const atEnds = at.flatMap((km, step) =>
      rows.some(([own, , ended]) => own === km && ended === 1) ? [survival[step]] : [],
    );
    [0.8, 0.6, 0.4, 0].forEach((value, step) => {
      expect(atEnds[step]).toBeCloseTo(value, 12);
    });
  });
});

describe('practice', () => {
  it.each(practice.equivalents as { activity: string; count: number; mi: [number, number] }[])(
    'has $count × $activity as $mi miles',
    ({ activity, count, mi }) => {
      const answer = outingDistance(activity, '', count);
      expect(answer.ok && answer.value.low / 1.609344).toBeCloseTo(mi[0], 9);
      expect(answer.ok && answer.value.high / 1.609344).toBeCloseTo(mi[1], 9);
    },
  );
  interface Case {
    km: number;
    signs: string[];
    foam?: string;
    wearer?: string;
    purpose?: string;
    answer: string;
    soon?: boolean;
    not?: string;
    say?: string;
  }
  it.each(practice.retirement as Case[])(
    'answers $answer at $km km by $signs',
    ({ answer, soon, not, say, ...question }) => {
      const judged = judgeRetirement(question);
      expect(judged.answer).toBe(answer);
      expect(judged.soon ?? false).toBe(soon ?? false);
      if (not) expect(judged.evidenceFor.map(wearEvidence).join(' ')).not.toContain(not);
      if (say) expect(wearSentence(judged)).toContain(say);
    },
  );
});
