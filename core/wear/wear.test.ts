/** Distances, signs and decisions by hand. The lines, fits and lives themselves are in checks/wear.test.ts. */

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SIGNS } from '../catalogue/wear-signs.ts';
import { wearPractice, writtenWear } from '../wording/wear-sentences.ts';
import { breakIn, testersDiffer } from './break-in.ts';
import { nextCheck } from './check-plan.ts';
import { editionLife } from './edition-life.ts';
import { pairWay, readWay } from './odometer.ts';
import { outingDistance } from './outing-distance.ts';
import { foamKind, judgeRetirement } from './retirement.ts';
import { readSigns } from './signs.ts';
import { deeperTread, firstZones, TOO_LITTLE, wearLine } from './wear-line.ts';
import { whatTips } from './what-tips.ts';

describe('how far a pair was worn', () => {
  const out = (on: string, km: number, halfKm = 0) => ({ on, km, halfKm });
  it('is what it came with and its outings; a total stands for all before it', () => {
    const outings = [out('2026-03-01', 40), out('2026-03-05', 60), out('2026-03-20', 20)];
    expect(pairWay(5, [], outings)).toEqual({ km: 125, u: 0, faults: [] });
    const total = { on: '2026-03-10', km: 130, u: 10 };
    expect(pairWay(5, [total], outings)).toEqual({ km: 150, u: 10, faults: [] });
  });
  it('counts a total with the outings of its day, and adds the spans of games', () => {
    const way = pairWay(
      0,
      [{ on: '2026-03-05', km: 100, u: 3 }],
      [out('2026-03-05', 60), out('2026-03-06', 5.6, 0.8)],
    );
    expect(way.km).toBeCloseTo(105.6, 9);
    expect(way.u).toBeCloseTo(Math.hypot(3, 0.8 / Math.sqrt(3)), 9);
  });
  it('says where totals fall, or are below their outings', () => {
    const falling = pairWay(
      0,
      [
        { on: '2026-03-01', km: 200, u: 0 },
        { on: '2026-04-01', km: 150, u: 0 },
      ],
      [],
    );
    expect(falling.faults[0]).toContain('is less than the 200 km before it');
    const below = pairWay(0, [{ on: '2026-03-10', km: 50, u: 0 }], [out('2026-03-05', 60)]);
    expect(below.faults[0]).toContain('is below its outings, 60 km');
    // Within its doubt it is none.
    expect(
      pairWay(0, [{ on: '2026-03-10', km: 50, u: 6 }], [out('2026-03-05', 60)]).faults,
    ).toEqual([]);
  });
  it.each([
    ['12', 12, 0],
    ['12.5 km', 12.5, 0],
    ['7.5 mi', 12.07, 0],
    ['900 metres', 0.9, 0],
    ['12 k', 12, 0],
    ['2 basketball', 8.047, 0],
    ['2 x basketball, half court', 4.023, 0],
    ['tennis', 5.633, 0.805],
    ['tennis, best of five, doubles', 4.426, 0.402],
  ])('reads %s', (typed, km, halfKm) => {
    const read = readWay(typed);
    expect(read.ok && read.value.km).toBeCloseTo(km, 2);
    expect(read.ok && read.value.halfKm).toBeCloseTo(halfKm, 2);
  });
  it.each([
    ['', 'How far?'],
    ['3 chess', 'No distance is known for chess'],
    ['2000 km', 'more than 200'],
    ['0 km', 'has a distance'],
  ])('refuses %s', (typed, words) => {
    const read = readWay(typed);
    expect(!read.ok && read.fault.message).toContain(words);
  });
  it('never throws on any text', () => {
    fc.assert(fc.property(fc.string({ maxLength: 40 }), (text) => void readWay(text)));
  });
  it('refuses games that nobody played, and knows a best of 5', () => {
    expect(outingDistance('tennis', '', 0).ok).toBe(false);
    const five = outingDistance('tennis', 'best of 5');
    expect(five.ok && five.value.low).toBeCloseTo(5 * 1.609344, 9);
  });
  it('has checks at 50, 150, 300 and 500 km, then every 150', () => {
    expect([[], [48], [50, 152], [301], [500], [655]].map((done) => nextCheck(done))).toEqual([
      50, 150, 300, 500, 650, 800,
    ]);
  });
});

describe('what tips a pair', () => {
  const life = { low: 483, high: 644 };
  it('is named one thing at a time: the rated life, then the part that is worn, then others', () => {
    const torn = { km: 200, signs: ['lining torn'], ratedLifeKm: life };
    // By hand: a torn lining is late from 0.75 · 483 km on.
    expect(whatTips(torn)).toEqual([
      { km: 362, answer: 'another use' },
      { sign: 'lining growing', answer: 'cannot tell' },
      { sign: 'upper torn', answer: 'retire' },
      { sign: 'rubber worn through', answer: 'retire' },
    ]);
    expect(whatTips({ km: 100, signs: [], ratedLifeKm: life })[0]).toEqual({
      km: 644,
      answer: 'another use',
    });
    expect(whatTips({ km: 100, signs: ['upper torn'] })).toEqual([]);
  });
  it('says of each finding what practice says of it', () => {
    const practiceOf = (km: number, signs: string[]) => {
      const { evidenceFor, evidenceAgainst } = judgeRetirement({ km, signs });
      return [...evidenceFor, ...evidenceAgainst].map(wearPractice);
    };
    for (const sign of SIGNS) expect(practiceOf(500, [sign]), sign).toHaveLength(1);
    expect(practiceOf(500, ['no lining growing'])).toEqual(practiceOf(500, ['lining growing']));
    expect(practiceOf(100, [])).toEqual([expect.stringContaining('480 to 640 km')]);
    const wearer = judgeRetirement({ km: 500, signs: [], wearer: '60 kg' });
    expect(wearer.evidenceAgainst.map(wearPractice)).toEqual([undefined]);
  });
});

describe('tread that grew', () => {
  const at = (...values: number[]) => values.map((value, n) => ({ km: 150 * n, value }));
  it('is asked about: another spot was measured', () => {
    expect(deeperTread(at(3.6, 2.6, 3.1))).toBe(
      '3.1 mm at 300 km after 2.6 mm at 150 km: another spot?',
    );
    expect(deeperTread(at(3.6, 3.7, 3.1))).toBeUndefined();
    expect(deeperTread([])).toBeUndefined();
  });
});

describe('signs as they are written', () => {
  it('hold the noun before a comma, and what is not there', () => {
    expect(readSigns(['lining torn at 200 km, not growing'])).toEqual({
      present: ['lining torn'],
      absent: ['lining growing'],
      unknown: [],
    });
  });
  it.each([
    ['hole in the upper', 'upper torn'],
    ['rubber a little ripped', 'rubber marked'],
    ['the rubber is worn through', 'rubber worn through'],
    ['hairlines after two outings', 'fine cracks'],
    ['creases plain from 30 cm', 'creases plain'],
    ['rebound a little less', 'rebound less'],
    ['new aches in the knee', 'new aches'],
  ])('%s is %s', (phrase, sign) => {
    expect(readSigns([phrase]).present).toEqual([sign]);
  });
  it('lists what it does not know, and lets what is there lead over what was not', () => {
    expect(readSigns(['smells of fish'])).toEqual({
      present: [],
      absent: [],
      unknown: ['smells of fish'],
    });
    expect(readSigns(['no fine cracks', 'fine cracks'])).toMatchObject({
      present: ['fine cracks'],
      absent: [],
    });
  });
});

describe('a decision with reasons', () => {
  const answer = (km: number, signs: string[], more: object = {}) =>
    judgeRetirement({ km, signs, ...more });
  it('is led by the first that holds, and lists all for and against', () => {
    const judged = answer(700, ['new aches', 'upper torn', 'lining seen', 'no creases plain']);
    expect(judged.answer).toBe('retire');
    const written = writtenWear(judged);
    expect(written.words).toMatch(/no glue holds it/);
    expect(written.for).toEqual(['upper torn', 'new aches', '700 km, rated for 483 to 644 km']);
    expect(written.against).toEqual(['deep creases: not seen', 'lining shows: normal by itself']);
    expect(written.cautions.join(' ')).toContain('clinician');
  });
  it.each([
    [200, ['new aches'], {}, 'retire'],
    [200, ['fine cracks'], {}, 'cannot tell'],
    [200, ['fine cracks'], { foam: 'TPU beads' }, 'retire'],
    [200, ['lining growing'], {}, 'cannot tell'],
    [300, ['lining torn'], {}, 'go on'],
    [363, ['lining torn'], {}, 'another use'],
    [645, [], {}, 'another use'],
    [645, [], { ratedLifeKm: { low: 600, high: 800 } }, 'go on'],
    [10, ['shank broken'], {}, 'retire'],
    [10, ['smells of fish'], {}, 'go on'],
  ])('at %s km with %s: %s', (km, signs, more, wanted) => {
    expect(answer(km as number, signs as string[], more).answer).toBe(wanted);
  });
  it('is soon where the foam is dead without aches', () => {
    expect(answer(400, ['foam dead']).soon).toBe(true);
    expect(answer(400, ['foam dead', 'new aches']).soon).toBeUndefined();
  });
  it('knows foams by their letters', () => {
    expect(['EVA blend', 'PU', 'polyurethane', 'pebble', ''].map(foamKind)).toEqual([
      'EVA',
      'PU',
      'PU',
      'unknown',
      'unknown',
    ]);
  });
});

describe('lines and zones', () => {
  it('say nothing by three checks, or where the tread does not fall', () => {
    const three = wearLine([0, 50, 150], [3.6, 3.4, 2.9], { limitMm: 1 });
    expect([three.verdict, three.reachesLimit]).toEqual([TOO_LITTLE, undefined]);
    const flat = wearLine([0, 50, 150, 300], [3.6, 3.7, 3.5, 3.6], { limitMm: 1 });
    expect(flat.verdict).toBe(TOO_LITTLE);
    expect(() => wearLine([5, 5, 5], [1, 2, 3])).toThrow(RangeError);
  });
  it('meet the limit where their band does', () => {
    const km = [0, 50, 150, 300, 480];
    const depth = [3.6, 3.28, 2.7, 1.72, 0.7];
    const { reachesLimit } = wearLine(km, depth, { limitMm: 0.5 });
    const ends = [reachesLimit?.earliest ?? 0, reachesLimit?.latest ?? 0];
    const { predictions } = wearLine(km, depth, { predictAtKm: ends });
    expect(predictions[0]?.lower).toBeCloseTo(0.5, 9);
    expect(predictions[1]?.upper).toBeCloseTo(0.5, 9);
  });
  it('name the zone that is through first, with those that may as well be', () => {
    const zone = (name: string, earliest: number, fit: number, latest: number) => ({
      zone: name,
      reachesLimit: { earliest, fit, latest },
    });
    expect(
      firstZones([
        zone('ball', 530, 560, 600),
        zone('heel', 510, 540, 570),
        zone('toe', 900, 1000, 1100),
      ]),
    ).toEqual({ first: 'heel', with: ['ball'] });
    expect(firstZones([{ zone: 'toe' }])).toBeUndefined();
  });
});

describe('opening up, and lasting', () => {
  const curve = (tau: number, hours: number[]) => hours.map((t) => 8 - 4 * Math.exp(-t / tau));
  it('finds a planted break-in again, and cannot tell while it still opens', () => {
    const hours = [0.5, 1, 2, 4, 6, 9, 12];
    const fit = breakIn(
      hours,
      curve(3, hours).map((c, at) => c + (at % 2 ? 0.02 : -0.02)),
    );
    expect(fit.tauH).toBeCloseTo(3, 0);
    // τ·ln(4/0.5)
    expect(fit.hoursToPlateau).toBeCloseTo(3 * Math.log(8), 0);
    const early = [0.2, 0.4, 0.6, 0.8, 1, 1.2];
    const opening = breakIn(
      early,
      curve(9, early).map((c, at) => c + (at % 2 ? 1e-3 : -1e-3)),
    );
    expect(opening.verdict).toBe('still opening, cannot tell');
  });
  it('is none where nothing rises, and refuses too few ratings', () => {
    expect(breakIn([0.1, 1, 2, 3, 4, 5], [7.9, 8.1, 8, 8.1, 8, 8.1]).verdict).toBe('none');
    expect(() => breakIn([1, 2, 3, 4], [5, 6, 7, 8])).toThrow('5 ratings at least');
    expect(() => breakIn([1, 2, 3, 4, 5], [7, 7, 7, 7, 7])).toThrow('vary');
    expect(testersDiffer([{ hours: 5, lower: 4, upper: 6 }])).toBe(false);
  });
  it('has a median between two ends where exactly half is left, none where no half is reached', () => {
    const two = editionLife([
      { km: 300, ended: true },
      { km: 500, ended: true },
    ]);
    expect(two.median.km).toBe(400);
    expect(editionLife([{ km: 300, ended: false }]).median.km).toBeNull();
    expect(() => editionLife([{ km: 100, fromKm: 200, ended: true }])).toThrow(RangeError);
  });
  it('never rises, whatever pairs end', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            fromKm: fc.integer({ min: 0, max: 300 }),
            more: fc.integer({ min: 0, max: 400 }),
            ended: fc.boolean(),
          }),
          { minLength: 1, maxLength: 30 },
        ),
        (drawn) => {
          const { survival, lower, upper } = editionLife(
            drawn.map(({ fromKm, more, ended }) => ({ fromKm, km: fromKm + more, ended })),
          );
          survival.forEach((value, at) => {
            expect(value).toBeLessThanOrEqual((survival[at - 1] ?? 1) + 1e-12);
            if (lower[at] != null) expect(lower[at]).toBeLessThanOrEqual(value + 1e-12);
            if (upper[at] != null) expect(upper[at]).toBeGreaterThanOrEqual(value - 1e-12);
          });
        },
      ),
    );
  });
});
