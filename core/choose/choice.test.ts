/** The choice of a shoe: by hand, and on drawn shelves whose best is known by construction. */
import { randomLcg, randomNormal, randomUniform } from 'd3-random';
import { describe, expect, it } from 'vitest';
import { answerUse } from '../construction/use-answer.ts';
import { MATTERS, type Matter } from '../records/choice-verdict.ts';
import type { ShelfFigure, ShelfRow } from '../sheet/shelf.ts';
import { twoUsesSentence } from '../wording/choice-sentences.ts';
import { textOf } from '../wording/sentence.ts';
import type { Candidate, ChoiceAnswers } from './candidate.ts';
import { choose, contradictionsOf } from './choice.ts';
import { MATTER_READINGS, MATTER_WEIGHTS } from './matters.ts';
import { judgeTwoUses, lifeCost } from './pair-costs.ts';

const STEPS = {
  mass: 15,
  'heel-stack': 3,
  'forefoot-stack': 3,
  'midsole-lateral-hardness': 5,
  'tilt-angle': 3,
  'outsole-hardness': 5,
  'forefoot-lugs': 1,
  'toe-box-width': 2,
  'toe-box-height': 2,
  'internal-ball-width': 2,
  'ball-width': 2,
  drop: 2,
  life: 50,
  price: 10,
};
const PLAIN: ChoiceAnswers = { matters: [], load: 'nothing', risk: 'the usual' };

const figure = (value: number, U = 0): ShelfFigure => ({
  value,
  low: value - U,
  high: value + U,
  evidence: 'measured',
});

function row(slug: string, figures: Record<string, ShelfFigure>): ShelfRow {
  return {
    slug,
    name: slug,
    maker: 'Norrolt',
    tag: '',
    uses: [{ discipline: 'walking and work', speciality: '' }],
    pairs: 1,
    figures,
    size: '',
    currency: 'EUR',
  };
}

const candidate = (
  slug: string,
  figures: Record<string, ShelfFigure>,
  more: Partial<Candidate> = {},
): Candidate => ({
  row: row(slug, figures),
  parts: new Map(),
  scores: new Map(),
  answers: [],
  ...more,
});

const ask = (
  candidates: readonly Candidate[],
  answers: Partial<ChoiceAnswers> = {},
  used?: ShelfRow,
) => choose(candidates, { answers: { ...PLAIN, ...answers }, steps: STEPS, used });
const slugs = (candidates: readonly Candidate[], answers: Partial<ChoiceAnswers>) =>
  ask(candidates, answers).offers.map(({ slug }) => slug);

const LIGHT = candidate('light', { mass: figure(250, 5), price: figure(140), drop: figure(4) });
const HEAVY = candidate('heavy', { mass: figure(310, 5), price: figure(90), drop: figure(10) });
const MIDDLE = candidate('middle', { mass: figure(280, 5), price: figure(110), drop: figure(8) });

describe('by hand', () => {
  it('what matters leads, the first more than the second', () => {
    const all = [LIGHT, HEAVY, MIDDLE];
    expect(slugs(all, { matters: ['little weight'] })).toEqual(['light', 'middle', 'heavy']);
    expect(slugs(all, { matters: ['a low price'] })).toEqual(['heavy', 'middle', 'light']);
    // 2 steps lighter than the middle at weight 3, against 3 steps dearer at weight 2: even.
    const [first] = ask(all, { matters: ['little weight', 'a low price'] }).offers;
    expect(first?.sure).toBe('about as good as the next');
  });
  it('says how sure it is, and what the next would change', () => {
    const [first] = ask([LIGHT, HEAVY], { matters: ['little weight'] }).offers;
    expect(first?.sure).toBe('clearly ahead');
    expect(first?.next).toEqual([
      { kind: 'matter', matter: 'a low price', direction: 'more' },
      { kind: 'matter', matter: 'little weight', direction: 'less' },
      { kind: 'drop', direction: 'more' },
    ]);
    expect(first?.why[0]).toEqual({ kind: 'matter', matter: 'little weight', direction: 'more' });
  });
  it('passes over what costs more than is paid, and says so', () => {
    const { offers, passedOver } = ask([LIGHT, HEAVY], { most: 100, currency: 'EUR' });
    expect(offers.map(({ slug }) => slug)).toEqual(['heavy']);
    expect(passedOver).toEqual([
      { slug: 'light', name: 'light', reason: { kind: 'price', amount: 140, currency: 'EUR' } },
    ]);
    expect(offers[0]?.sure).toBe('the only one');
  });
  it('keeps what has no price, or another currency, and says what is open', () => {
    const unpriced = candidate('unpriced', { mass: figure(240) });
    const { offers } = ask([unpriced, LIGHT], {
      matters: ['little weight'],
      most: 100,
      currency: 'USD',
    });
    expect(offers.map(({ open }) => open)).toEqual([
      [{ kind: 'price' }],
      [{ kind: 'price', currency: 'USD' }],
    ]);
  });
  it('weighs prices in one currency, and says of others that they are not known', () => {
    // 60 GBP is no lower price than 90 EUR: nobody said what a pound is worth.
    const foreign = candidate('foreign', { price: figure(60) });
    const pounds = { ...foreign, row: { ...foreign.row, currency: 'GBP' } };
    const { offers } = ask([pounds, LIGHT, HEAVY], { matters: ['a low price'] });
    expect(offers.map(({ slug, open }) => [slug, open])).toEqual([
      ['heavy', []],
      ['foreign', [{ kind: 'price', currency: 'EUR' }]],
      ['light', []],
    ]);
    expect(offers[0]?.next.map(({ kind }) => kind)).not.toContain('matter');
  });
  it('of two as good as each other the cheaper stands first, by whatever name', () => {
    const dear = candidate('a', { price: figure(230) });
    const cheap = candidate('b', { price: figure(180) });
    const unpriced = candidate('c', {});
    const { offers } = ask([unpriced, dear, cheap]);
    expect(offers.map(({ slug }) => slug)).toEqual(['b', 'a', 'c']);
    expect(offers[0]).toMatchObject({ sure: 'about as good as the next', ahead: 0.5 });
  });
  it('what one likes draws near, what one does not pushes away', () => {
    const all = [LIGHT, HEAVY, MIDDLE];
    const used = (liked: boolean) =>
      ask(all, { used: { slug: 'heavy', liked } }, HEAVY.row).offers.map(({ slug }) => slug);
    expect(used(true)[0]).toBe('heavy');
    expect(used(false)[0]).toBe('light');
  });
  it('warns of a drop that one is not used to', () => {
    const { offers } = ask([LIGHT], { used: { slug: 'heavy', liked: true } }, HEAVY.row);
    expect(offers[0]?.suddenDropMm).toBe(6);
  });
  it('a foot that nothing is made for is passed over; one nobody measured is in doubt', () => {
    const fit = { take: undefined, right: 0.02, words: 'Cannot tell: nothing long enough.' };
    const open = { take: undefined, right: 0.5, words: 'Not measured.' };
    const { offers, passedOver } = ask([
      { ...LIGHT, fit },
      { ...MIDDLE, fit: open },
    ]);
    expect(passedOver.map(({ slug }) => slug)).toEqual(['light']);
    expect(offers[0]?.open).toContainEqual({ kind: 'fit' });
  });
  it('an empty shelf, and a shelf of one', () => {
    expect(ask([]).offers).toEqual([]);
    expect(slugs([LIGHT], { matters: ['cushion'] })).toEqual(['light']);
  });
  it('what pulls apart is said, in the order it was asked in', () => {
    expect(contradictionsOf(['little weight', 'long life'])).toEqual([
      { kind: 'apart', first: 'little weight', second: 'long life' },
    ]);
    expect(contradictionsOf(['long life', 'little weight', 'long life'])[0]?.kind).toBe('twice');
    expect(contradictionsOf(['cushion', 'grip'])).toEqual([]);
  });
});

describe('what does not suit', () => {
  const known = (tilt: number) => ({
    parts: [],
    figures: new Map([['tilt-angle', { value: tilt, U: 0.5 }]]),
    scores: new Map(),
    uses: [{ discipline: 'walking and work', speciality: '' }],
    claims: [],
  });
  const walks = (slug: string, tilt: number) =>
    candidate(
      slug,
      {},
      {
        answers: answerUse('walking and work', 'rounds on foot', known(tilt), {}),
      },
    );
  it('is borne, marked down or passed over by the risk that is accepted', () => {
    const all = [walks('narrow', 40), walks('broad', 55)];
    const offered = (risk: ChoiceAnswers['risk']) => slugs(all, { risk });
    expect(offered('the usual')).toEqual(['broad', 'narrow']);
    expect(offered('none')).toEqual(['broad']);
    const { passedOver } = ask(all, { risk: 'none' });
    expect(passedOver[0]?.reason).toMatchObject({
      kind: 'risk',
      finding: { says: expect.stringContaining('high for its width') },
    });
  });
});

/** A shelf of a dozen editions drawn at random, with what is true of them and what a bench measured. */
function drawShelf(seed: number): {
  candidates: Candidate[];
  truths: Map<string, Record<string, number>>;
} {
  const source = randomLcg(seed);
  const normal = randomNormal.source(source)(0, 1);
  const uniform = randomUniform.source(source)(0, 1);
  const truths = new Map<string, Record<string, number>>();
  const SPREAD: Record<string, [middle: number, sd: number, U: number]> = {
    mass: [300, 40, 6],
    'heel-stack': [30, 5, 1],
    'forefoot-stack': [24, 4, 1],
    'midsole-lateral-hardness': [52, 6, 3],
    'tilt-angle': [52, 4, 1],
    'outsole-hardness': [62, 6, 3],
    'forefoot-lugs': [3.5, 1.2, 0.4],
    'toe-box-width': [72, 4, 1.5],
    'toe-box-height': [25, 2, 1],
    'internal-ball-width': [92, 4, 1.5],
    life: [600, 120, 80],
    price: [120, 30, 0],
  };
  const candidates = Array.from({ length: 12 }, (_, n): Candidate => {
    const slug = `e${n}`;
    const truth: Record<string, number> = {};
    const figures: Record<string, ShelfFigure> = {};
    for (const [column, [middle, sd, U]] of Object.entries(SPREAD)) {
      const value = middle + sd * normal();
      truth[column] = value;
      // A tenth of the figures nobody took.
      if (uniform() > 0.1) figures[column] = figure(value + (U / 2) * normal(), U);
    }
    truths.set(slug, truth);
    return candidate(slug, figures);
  });
  return { candidates, truths };
}

/** What a shoe is truly worth to somebody, by the same weights: known by construction. */
function worth(
  truth: Record<string, number>,
  middles: Record<string, number>,
  matters: readonly Matter[],
) {
  return matters.reduce((sum, matter, place) => {
    const readings = MATTER_READINGS[matter].flatMap((reading) =>
      reading.reads === 'figure' && truth[reading.of] !== undefined
        ? [
            (reading.sign * ((truth[reading.of] ?? 0) - (middles[reading.of] ?? 0))) /
              (STEPS[reading.of as keyof typeof STEPS] ?? 1),
          ]
        : [],
    );
    const mean =
      readings.reduce((all, one) => all + Math.max(-4, Math.min(4, one)), 0) /
      Math.max(1, readings.length);
    return sum + (MATTER_WEIGHTS[place] ?? 0) * mean;
  }, 0);
}

describe('on drawn shelves', () => {
  const MATTERED = MATTERS.filter((matter) =>
    MATTER_READINGS[matter].some(({ reads }) => reads === 'figure'),
  ).filter((matter) => matter !== 'dry feet');
  const draws = Array.from({ length: 100 }, (_, n) => {
    const source = randomLcg((n + 1) / 131);
    const order = [...MATTERED]
      .map((matter) => [source(), matter] as const)
      .sort(([a], [b]) => a - b)
      .map(([, matter]) => matter)
      .slice(0, 3);
    return { ...drawShelf((n + 1) / 977), matters: order };
  });
  it('the best is among those offered in at least 95 of 100', () => {
    const hits = draws.filter(({ candidates, truths, matters }) => {
      const columns = Object.keys(STEPS);
      const middles = Object.fromEntries(
        columns.map((column) => {
          const values = [...truths.values()]
            .map((truth) => truth[column] ?? 0)
            .sort((a, b) => a - b);
          return [column, ((values[5] ?? 0) + (values[6] ?? 0)) / 2];
        }),
      );
      const best = [...truths].sort(
        ([, a], [, b]) => worth(b, middles, matters) - worth(a, middles, matters),
      )[0]?.[0];
      return slugs(candidates, { matters }).includes(best ?? '');
    });
    expect(hits.length).toBeGreaterThanOrEqual(95);
  });
  it('masking an answer changes the offer or its doubt', () => {
    for (const { candidates, matters } of draws.slice(0, 25)) {
      const used = candidates[3]?.row;
      const full: ChoiceAnswers = {
        matters,
        load: 'a heavy pack',
        risk: 'the usual',
        most: 115,
        currency: 'EUR',
        used: { slug: 'e3', liked: true },
      };
      const said = (answers: ChoiceAnswers) =>
        JSON.stringify(ask(candidates, answers, answers.used ? used : undefined));
      const whole = said(full);
      const masked: Record<string, ChoiceAnswers> = {
        'the first that matters': { ...full, matters: matters.slice(1) },
        'the last that matters': { ...full, matters: matters.slice(0, 2) },
        money: { ...full, most: undefined },
        used: { ...full, used: undefined },
      };
      for (const [name, answers] of Object.entries(masked))
        expect(said(answers), name).not.toBe(whole);
      // A load asks for steadiness: where that is said first already, it only weighs more.
      if (!matters.includes('steadiness'))
        expect(said({ ...full, load: 'nothing' }), 'load').not.toBe(whole);
    }
  });
  it('is the same whatever order the shelf stands in, and asks nothing of names', () => {
    for (const { candidates, matters } of draws.slice(0, 10)) {
      const there = slugs(candidates, { matters });
      expect(slugs([...candidates].reverse(), { matters })).toEqual(there);
      const renamed = candidates.map((one) => ({
        ...one,
        row: { ...one.row, name: 'Z', maker: 'Q' },
      }));
      expect(slugs(renamed, { matters })).toEqual(there);
    }
  });
});

describe('one pair or two', () => {
  const priced = (price: number, life?: number) =>
    lifeCost({
      figures: { price: figure(price), ...(life ? { life: figure(life) } : {}) },
      currency: 'EUR',
    });
  it('is priced over a life: 120 over 600 km is 0.20 a km', () => {
    expect(priced(120, 600)?.perKm).toEqual({ low: 0.2, high: 0.2 });
    // 300 to 400 miles: 483 to 644 km, common practice.
    expect(priced(120)?.perKm.low).toBeCloseTo(120 / 644, 9);
    expect(priced(120)?.rated).toBe(true);
    expect(lifeCost({ figures: {}, currency: 'EUR' })).toBeUndefined();
  });
  const two = [
    { name: 'A', cost: priced(100, 500) },
    { name: 'B', cost: priced(150, 600) },
  ];
  it('is one where one suits both, two where none does', () => {
    const one = { name: 'C', suits: ['suits', 'suits'] as const, cost: priced(120, 600) };
    expect(judgeTwoUses(one, two)).toMatchObject({ answer: 'one pair' });
    expect(judgeTwoUses({ ...one, suits: ['suits', 'suits with a but'] }, two).answer).toBe(
      'one pair, with a but',
    );
    expect(judgeTwoUses(undefined, two).answer).toBe('two pairs');
    expect(judgeTwoUses(one, two.slice(1)).answer).toBe('cannot tell');
    expect(textOf(twoUsesSentence(judgeTwoUses(one, two)))).toContain(
      'Two cost 250 EUR to buy: 0.20 EUR a km for the first and 0.25 EUR a km for the second.',
    );
  });
});
