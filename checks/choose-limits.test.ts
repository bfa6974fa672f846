/**
 * The limits of choosing a shoe and of what is reviewed next, a case just inside and one just outside each. Common
 * practice, worked by hand in noticeable steps.
 */

import { describe, expect, it } from 'vitest';
import type { Candidate, ChoiceAnswers } from '#core/choose/candidate.ts';
import { choose, contradictionsOf } from '#core/choose/choice.ts';
import { balanceOf, canCompare, nextReviews } from '#core/choose/next-review.ts';
import { judgeTwoUses, lifeCost } from '#core/choose/pair-costs.ts';
import { ahead, passed, type Ranked, rank, weightsOf } from '#core/choose/ranking.ts';
import { currenciesOf, middlesOf, standingIn } from '#core/choose/standing.ts';
import type { Matter } from '#core/records/choice-verdict.ts';
import type { UseAnswer, UseAnswerCode, UseFinding } from '#core/records/use-verdict.ts';
import { verdictOf } from '#core/records/verdict.ts';
import { nearestRows } from '#core/sheet/nearest.ts';
import type { ShelfFigure, ShelfRow } from '#core/sheet/shelf.ts';
import {
  contradictionSentence,
  passPhrase,
  reviewReasonPhrase,
  twoUsesSentence,
  writtenOffer,
} from '#core/wording/choice-sentences.ts';
import { textOf } from '#core/wording/sentence.ts';

const STEPS = {
  mass: 15,
  drop: 2,
  price: 10,
  'heel-stack': 3,
  'forefoot-stack': 3,
  'forefoot-lugs': 1,
};
const PLAIN: ChoiceAnswers = { matters: [], load: 'nothing', risk: 'the usual' };
const figure = (value: number, U = 0): ShelfFigure => ({
  value,
  low: value - U,
  high: value + U,
  evidence: 'measured',
});
const rowOf = (slug: string, figures: Record<string, ShelfFigure>, currency = 'EUR'): ShelfRow => ({
  slug,
  name: slug,
  maker: 'Norrolt',
  tag: '',
  uses: [],
  pairs: 1,
  figures,
  size: '',
  currency,
});
const candidate = (
  slug: string,
  figures: Record<string, ShelfFigure>,
  more: Partial<Candidate> = {},
): Candidate => ({
  row: rowOf(slug, figures),
  parts: new Map(),
  scores: new Map(),
  answers: [],
  ...more,
});
const answer = (word: UseAnswerCode, findings: Partial<UseFinding>[] = []): UseAnswer => ({
  ...verdictOf(word, {}),
  rule: { id: 'made/up', name: 'Made up', why: '', source: 'common practice', asks: [] },
  use: 'running',
  findings: findings.map((finding) => ({
    rule: 'made/up',
    subject: 'use',
    mark: 'for',
    says: 'a line',
    readings: [],
    ...finding,
  })),
  unknown: [],
  aspects: [],
});
const write = (_: string, value: number) => `${value}`;
/** Offers in words, as they are shown. */
const offers = (candidates: Candidate[], answers: Partial<ChoiceAnswers> = {}, used?: ShelfRow) =>
  choose(candidates, { answers: { ...PLAIN, ...answers }, steps: STEPS, used }).offers.map(
    (offer) => {
      const { why, givesUp, open, next, suddenDrop } = writtenOffer(offer, write);
      return {
        ...offer,
        why: why.map(textOf),
        givesUp: givesUp.map(textOf),
        open: open.map(textOf),
        next: next.map(textOf),
        cautions: suddenDrop ? [textOf(suddenDrop)] : [],
      };
    },
  );

describe('how one stands against the middle', () => {
  const middles = { of: new Map([['figure mass', 300]]), currency: 'EUR' };
  const stands = (mass: ShelfFigure | undefined, matter: Matter = 'little weight') =>
    standingIn(matter, candidate('a', mass ? { mass } : {}), middles, STEPS);
  it.each([
    [285, 1],
    [315, -1],
    // No more than four steps count, either way.
    [240, 4],
    [225, 4],
    [360, -4],
    [375, -4],
  ])('%d g against 300 g is %d steps lighter', (mass, steps) => {
    expect(stands(figure(mass)).steps).toBeCloseTo(steps, 12);
  });
  it('is as sure as its figure: half of half its span, in steps', () => {
    expect(stands(figure(285, 6))).toEqual({ steps: 1, u: 0.2, known: true });
  });
  it('of what nobody took is the middle, 1.5 steps either way', () => {
    expect(stands(undefined)).toEqual({ steps: 0, u: 1.5, known: false });
    expect(stands(figure(285), 'a low price')).toEqual({ steps: 0, u: 1.5, known: false });
  });
  it('by a part is a step and a half for it or against it, and of several readings their mean', () => {
    const dry = (waterproof: string) =>
      standingIn(
        'dry feet',
        candidate('a', {}, { parts: new Map([['waterproof', waterproof]]) }),
        middles,
        STEPS,
      );
    expect(dry('membrane')).toEqual({ steps: 1.5, u: 0.5, known: true });
    expect(dry('nothing').steps).toBe(-1.5);
    const both = standingIn(
      'dry feet',
      candidate(
        'a',
        { 'membrane-height': figure(100) },
        { parts: new Map([['waterproof', 'membrane']]) },
      ),
      { of: new Map([['figure membrane-height', 97]]), currency: '' },
      { 'membrane-height': 10 },
    );
    expect(both.steps).toBeCloseTo((1.5 + 0.3) / 2, 12);
    expect(both.u).toBeCloseTo(0.25, 12);
  });
  it('by a score is a grade a step', () => {
    const by = standingIn(
      'steadiness',
      candidate('a', {}, { scores: new Map([['counter-hand', 5]]) }),
      { of: new Map([['score counter-hand', 3]]), currency: '' },
      {},
    );
    expect(by).toEqual({ steps: 2, u: 0.25, known: true });
  });
  it('a price in another currency is not known', () => {
    const other = candidate('a', { price: figure(100) });
    const dear = { ...other, row: rowOf('a', { price: figure(100) }, 'GBP') };
    const in_ = { of: new Map([['figure price', 120]]), currency: 'EUR' };
    expect(standingIn('a low price', other, in_, STEPS).steps).toBe(2);
    expect(standingIn('a low price', dear, in_, STEPS).known).toBe(false);
  });
  it('the middle is of the shelf, prices in the currency that most have', () => {
    const shelf = [250, 270, 330].map((mass, at) => candidate(`${at}`, { mass: figure(mass) }));
    expect(middlesOf(shelf).of.get('figure mass')).toBe(270);
    const priced = [
      rowOf('a', { price: figure(1) }, 'GBP'),
      rowOf('b', { price: figure(1) }, 'EUR'),
      rowOf('c', { price: figure(1) }, 'GBP'),
      rowOf('d', {}, 'EUR'),
      rowOf('e', {}, 'EUR'),
    ];
    expect(currenciesOf(priced)).toEqual(['GBP', 'EUR']);
  });
});

describe('what counts how much', () => {
  it('is three, two and one, and no fourth', () => {
    const weights = weightsOf({ ...PLAIN, matters: ['grip', 'cushion', 'dry feet', 'long life'] });
    expect([...weights]).toEqual([
      ['grip', 3],
      ['cushion', 2],
      ['dry feet', 1],
    ]);
    expect([...weightsOf({ ...PLAIN, matters: ['grip', 'grip', 'cushion'] })]).toEqual([
      ['grip', 3],
      ['cushion', 2],
    ]);
  });
  it.each([
    ['nothing', undefined, 3],
    ['a bag', 1, 4],
    ['a heavy pack', 2, 5],
  ] as const)('carrying %s adds to steadiness', (load, alone, first) => {
    expect(weightsOf({ ...PLAIN, load }).get('steadiness')).toBe(alone);
    expect(weightsOf({ ...PLAIN, load, matters: ['steadiness'] }).get('steadiness')).toBe(first);
  });
});

describe('what a shoe comes to', () => {
  const NONE = { of: new Map<string, number>(), currency: 'EUR' };
  const score = (
    more: Partial<Candidate>,
    answers: Partial<ChoiceAnswers> = {},
    used?: ShelfRow,
  ) => {
    const { score: points, u } = rank(
      candidate('a', { drop: figure(8) }, { answers: [answer('suits')], ...more }),
      { ...PLAIN, ...answers },
      new Map(),
      NONE,
      STEPS,
      used,
    );
    return [points, u];
  };
  const danger = answer('suits with a but', [{ mark: 'but', aspect: 'safety' }]);
  it.each([
    ['nothing against it', {}, {}, [0, 0]],
    ['a use that cannot be told', { answers: [answer('cannot tell')] }, {}, [0, 2]],
    ['a but', { answers: [answer('suits with a but')] }, {}, [-1, 0]],
    ['another use', { madeFor: 'court' }, {}, [-3, 0]],
    ['a danger, at the usual risk', { answers: [danger] }, {}, [-3, 0]],
    [
      'a danger, at more than the usual risk',
      { answers: [danger] },
      { risk: 'more than usual' },
      [-1, 0],
    ],
    ['a fit that is likely', { fit: { take: 'UK 8', right: 0.75, words: '' } }, {}, [-1, 0]],
    ['a fit that nobody can tell', { fit: { right: 0.5, words: '' } }, {}, [-2, 2]],
    ['a price that is asked for and not known', {}, { most: 100 }, [0, 1]],
    ['a foot type it suits', { footType: answer('suits', [{}, {}]) }, {}, [1, 0]],
    [
      'a foot type it hardly suits',
      { footType: answer('suits with a but', [{ mark: 'but' }]) },
      {},
      [-0.5, 0],
    ],
    ['a foot type not told', { footType: answer('cannot tell') }, {}, [0, 0.5]],
  ] as [string, Partial<Candidate>, Partial<ChoiceAnswers>, number[]][])(
    '%s',
    (_, more, answers, wanted) => {
      expect(score(more, answers)).toEqual(wanted);
    },
  );
  it('nearer to what one likes is better, and farther from what one does not', () => {
    const used = rowOf('used', { drop: figure(4) });
    const [liked = 0] = score({}, { used: { slug: 'used', liked: true } }, used);
    const [not = 0] = score({}, { used: { slug: 'used', liked: false } }, used);
    const away =
      nearestRows(
        used,
        [rowOf('a', { drop: figure(8) })],
        { conditions: [], uses: [], words: '' },
        STEPS,
      )[0]?.steps ?? 0;
    expect(away).toBeGreaterThanOrEqual(2);
    expect([liked, not]).toEqual([-away / 2, away / 2]);
    const far = rowOf('used', { drop: figure(80) });
    expect(score({}, { used: { slug: 'used', liked: true } }, far)[0]).toBe(-4);
  });
});

describe('what is passed over', () => {
  const passedInWords = (considered: Candidate, answers: ChoiceAnswers) => {
    const reason = passed(considered, answers, 'EUR');
    return reason && textOf(passPhrase(reason, write));
  };
  const why = (more: Partial<Candidate>, answers: Partial<ChoiceAnswers> = {}, price?: number) =>
    passedInWords(candidate('a', price === undefined ? {} : { price: figure(price) }, more), {
      ...PLAIN,
      ...answers,
    });
  it('does not suit', () => {
    expect(why({ answers: [answer('suits'), answer('does not suit')] })).toBe(
      'Made up: not suitable.',
    );
    expect(why({ answers: [answer('suits with a but')] })).toBeUndefined();
    expect(why({ answers: [answer('cannot tell')] })).toBeUndefined();
  });
  it.each([
    [100, undefined],
    [100.01, 'it costs 100 EUR'],
    [undefined, undefined],
  ])('at most 100 EUR: one for %s', (price, words) => {
    expect(why({}, { most: 100 }, price)).toBe(words);
  });
  it('a price in another currency passes nothing over', () => {
    const dear = { ...candidate('a', {}), row: rowOf('a', { price: figure(900) }, 'GBP') };
    expect(passed(dear, { ...PLAIN, most: 100 }, 'EUR')).toBeUndefined();
  });
  it('a danger, where no risk is borne', () => {
    const danger = answer('suits with a but', [
      { mark: 'but', aspect: 'safety', says: 'slippery' },
    ]);
    expect(why({ answers: [danger] }, { risk: 'none' })).toBe('you accept no risk: slippery');
    expect(why({ answers: [danger] })).toBeUndefined();
    const harmless = answer('suits with a but', [
      { mark: 'but', aspect: 'durability', says: 'soft' },
    ]);
    expect(why({ answers: [harmless] }, { risk: 'none' })).toBeUndefined();
  });
  it.each([
    [{ right: 0.09, words: 'not made so long' }, 'not made so long'],
    [{ right: 0.1, words: 'not made so long' }, undefined],
    [{ right: 0.09, words: '' }, undefined],
    [{ right: 0.09, words: 'short', take: 'UK 8' }, undefined],
  ])('a fit of %j: %s', (fit, words) => {
    expect(why({ fit })).toBe(words);
  });
});

describe('how surely one is ahead', () => {
  const ranked = (score: number, u: number): Ranked => ({ score, u }) as Ranked;
  it('by the normal distribution, and by the score alone where nothing is doubted', () => {
    expect(ahead(ranked(1, 0.6), ranked(0, 0.8))).toBeCloseTo(0.8413, 4);
    expect(ahead(ranked(1, 0), ranked(0, 0))).toBe(1);
    expect(ahead(ranked(0, 0), ranked(1, 0))).toBe(0);
    expect(ahead(ranked(1, 0), ranked(1, 0))).toBe(0.5);
  });
  it.each([
    // Two shoes, the middle between them: 3 · (steps apart); u of either is 3 · U/2/15, together √2 of it.
    // 0.9 is reached at z = 1.2816, 0.7 at 0.5244.
    { U: 15, apart: 1.2816 * Math.SQRT2 * 7.5 + 0.01, sure: 'clearly ahead' },
    { U: 15, apart: 1.2816 * Math.SQRT2 * 7.5 - 0.01, sure: 'probably ahead' },
    { U: 15, apart: 0.5244 * Math.SQRT2 * 7.5 + 0.01, sure: 'probably ahead' },
    { U: 15, apart: 0.5244 * Math.SQRT2 * 7.5 - 0.01, sure: 'about as good as the next' },
  ])('$apart g lighter ± $U g: $sure', ({ U, apart, sure }) => {
    const suits = { answers: [answer('suits')] };
    const [first] = offers(
      [
        candidate('a', { mass: figure(300 - apart, U) }, suits),
        candidate('b', { mass: figure(300, U) }, suits),
      ],
      { matters: ['little weight'] },
    );
    expect(first?.sure).toBe(sure);
  });
  it('alone it is the only one', () => {
    expect(offers([candidate('a', {})])[0]).toMatchObject({ sure: 'the only one', ahead: null });
  });
  it('three are offered, and up to five that may be the best', () => {
    const suits = { answers: [answer('suits')] };
    const shelf = (U: number) =>
      [250, 265, 280, 295, 310, 325].map((mass) =>
        candidate(`m${mass}`, { mass: figure(mass, U) }, suits),
      );
    expect(offers(shelf(0), { matters: ['little weight'] })).toHaveLength(3);
    expect(offers(shelf(90), { matters: ['little weight'] })).toHaveLength(5);
    expect(offers(shelf(0).slice(0, 2), { matters: ['little weight'] })).toHaveLength(2);
  });
});

describe('what is said of an offer', () => {
  const suits = { answers: [answer('suits')] };
  const pairOf = (a: number, b: number, drops = [8, 8]) =>
    offers(
      [
        candidate('a', { mass: figure(a), drop: figure(drops[0] ?? 0) }, suits),
        candidate('b', { mass: figure(b), drop: figure(drops[1] ?? 0) }, suits),
      ],
      { matters: ['little weight'] },
    );
  it.each([
    // Half a step over the middle is a reason, three quarters under it are given up.
    [285, 300, ['lighter than the median here']],
    [285.2, 300, []],
  ])('%d g beside %d g: why %j', (a, b, why) => {
    expect(pairOf(a, b)[0]?.why.filter((phrase) => phrase.includes('lighter'))).toEqual(why);
  });
  it.each([
    [277.5, 300, ['heavier than the median here']],
    [277.6, 300, []],
  ])('%d g beside %d g: the other gives up %j', (a, b, givesUp) => {
    expect(pairOf(a, b)[1]?.givesUp).toEqual(givesUp);
  });
  it.each([
    [285, ['heavier']],
    [285.1, []],
  ])('%d g beside 300 g: the next changes %j', (a, next) => {
    expect(pairOf(a, 300)[0]?.next).toEqual(next);
  });
  it.each([
    [[8, 10], ['more drop']],
    [[8, 9.9], []],
    [[8, 6], ['less drop']],
  ])('drops of %j: %j', (drops, next) => {
    expect(pairOf(290, 300, drops)[0]?.next).toEqual(next);
  });
  it.each([
    [4, 1],
    [3.9, 0],
    [-4, 1],
  ])('a drop of %d mm more than one is used to is cautioned: %d', (more, cautions) => {
    const used = rowOf('used', { drop: figure(8) });
    const [first] = offers(
      [candidate('a', { drop: figure(8 + more) }, suits)],
      { used: { slug: 'used', liked: true } },
      used,
    );
    expect(
      first?.cautions.filter((caution) => caution.includes('Change over slowly')),
    ).toHaveLength(cautions);
  });
  it('trades are named from a step on either side', () => {
    const shelf = (protection: string, mass: number) => [
      candidate(
        'a',
        { mass: figure(mass) },
        { ...suits, parts: new Map([['collar-cut', protection]]) },
      ),
      candidate('b', { mass: figure(300) }, suits),
      candidate('c', { mass: figure(300) }, suits),
    ];
    const given = (protection: string, mass: number) =>
      offers(shelf(protection, mass)).find(({ slug }) => slug === 'a')?.givesUp;
    expect(given('high', 315)).toEqual(['heavier for protection']);
    expect(given('high', 314.9)).toEqual([]);
    expect(given('low', 315)).toEqual([]);
  });
  it('what is not known of what was asked stands open', () => {
    const [first] = offers([candidate('a', {}, { ...suits, fit: { right: 0.5, words: '' } })], {
      matters: ['grip', 'a low price'],
    });
    expect(first?.open).toEqual(['grip', 'how it fits', 'its price']);
  });
  it('what pulls apart is said, the first before', () => {
    const sentences = (...matters: Matter[]) =>
      contradictionsOf(matters).map((contradiction) =>
        textOf(contradictionSentence(contradiction)),
      );
    expect(sentences('grip', 'long life')).toEqual([
      'Shoes with grip rarely have long life: grip counts more.',
    ]);
    expect(sentences('long life', 'grip')).toEqual([
      'Shoes with long life rarely have grip: long life counts more.',
    ]);
    expect(sentences('grip', 'grip')).toEqual(['grip is named twice and counts once.']);
    expect(contradictionsOf(['grip', 'dry feet'])).toEqual([]);
  });
});

describe('what is reviewed next', () => {
  const TODAY = '2026-03-01';
  const none = { wanted: [], looks: [], gaps: [], atHand: [] };
  const weight = (more: object, purse?: { amount: number; currency: string }, price = 120) =>
    nextReviews(
      { ...none, ...more },
      TODAY,
      purse,
      new Map([['s', { amount: price, currency: 'EUR' }]]),
    )[0];
  const wanted = (kind: string, dueOn: string | null = null, whom = '') => ({
    wanted: [{ name: 'Stairwell', slug: 's', kind, why: 'asked', whom, dueOn }],
  });
  it.each([
    ['promised', null, 3],
    ['asked for', null, 2],
    ['wished for', null, 1],
    // Fourteen days press.
    ['promised', '2026-03-15', 6],
    ['promised', '2026-03-16', 3],
    ['promised', '2026-02-01', 6],
  ])('%s, due %s, weighs %d', (kind, dueOn, points) => {
    expect(weight(wanted(kind, dueOn))?.weight).toBe(points);
  });
  it.each([
    ['2026-03-01', 'due today'],
    ['2026-02-27', '2 days late'],
    ['2026-03-03', 'due in 2 days'],
  ])('due on %s is said as %s', (dueOn, words) => {
    const why = weight(wanted('promised', dueOn, 'Ada'))?.why ?? [];
    expect(why.map((reason) => textOf(reviewReasonPhrase(reason)))).toEqual([
      `promised by Ada: asked, ${words}`,
    ]);
  });
  it.each([
    [{ on: null, late: false }, 2],
    [{ on: null, late: true }, 5],
    [{ on: '2026-03-15', late: false }, 5],
    [{ on: '2026-03-16', late: false }, 2],
  ])('a second look %j weighs %d', (look, points) => {
    expect(
      weight({ looks: [{ name: 'Stairwell', slug: 's', tag: '', what: 'after snow', ...look }] }),
    ).toMatchObject({
      weight: points,
      again: true,
      price: { kind: 'here' },
    });
  });
  it.each([
    [null, 1],
    ['2026-03-15', 4],
    ['2026-03-16', 1],
  ])('a pair at hand that goes back on %s weighs %d', (returnBy, points) => {
    expect(
      weight({ atHand: [{ name: 'Stairwell', slug: 's', tag: 'NS-01', returnBy }] })?.weight,
    ).toBe(points);
  });
  it('a gap names two, the cheapest, and says how few are measured', () => {
    const stated = ['a', 'b', 'c'].map((slug) => ({ name: slug, slug }));
    const gaps = (measured: number) =>
      nextReviews(
        { ...none, gaps: [{ use: 'court', measured, stated }] },
        TODAY,
        undefined,
        new Map(),
      );
    expect(gaps(0).map(({ what }) => what)).toEqual(['a', 'b']);
    expect(gaps(0)[0]).toMatchObject({
      weight: 1,
      why: [{ kind: 'few of a use', use: 'court', measured: 0 }],
    });
    expect(gaps(2)[0]?.why).toEqual([{ kind: 'few of a use', use: 'court', measured: 2 }]);
  });
  it.each([
    [120, 3],
    [119, -7],
  ])('a purse of %d EUR for one of 120: weight %d', (amount, points) => {
    expect(weight(wanted('promised'), { amount, currency: 'EUR' })?.weight).toBe(points);
    expect(weight(wanted('promised'), { amount, currency: 'GBP' })?.weight).toBe(3);
  });
  it.each([
    // Said from three pairs on, where more than three in four were lent or given.
    [{ bought: 1, loaned: 3 }, false],
    [{ bought: 0, loaned: 2 }, false],
    [{ bought: 0, loaned: 3 }, true],
    [{ bought: 1, loaned: 4 }, true],
  ])('pairs %j of one maker are one-sided: %s', ({ bought, loaned }, oneSided) => {
    const { balance } = balanceOf([
      { maker: 'Norrolt', acquisition: 'bought', pairs: bought },
      { maker: 'Norrolt', acquisition: 'loaned', pairs: loaned },
    ]);
    expect(balance.oneSided.includes('Norrolt')).toBe(oneSided);
  });
  it('three measured models of a use can be compared', () => {
    expect([canCompare(2), canCompare(3)]).toEqual([false, true]);
  });
  it('no pair is said as none', () => {
    expect(balanceOf([]).balance).toEqual({ bought: 0, all: 0, oneSided: [] });
  });
});

describe('one pair or two', () => {
  const cost = (price: number, currency = 'EUR', life?: ShelfFigure) =>
    lifeCost(rowOf('a', { price: figure(price), ...(life ? { life } : {}) }, currency));
  it('price over life, by a usual life where nobody knows it', () => {
    expect(cost(120, 'EUR', { ...figure(600, 200) })).toEqual({
      price: 120,
      currency: 'EUR',
      perKm: { low: 0.15, high: 0.3 },
      rated: false,
    });
    expect(cost(120)).toMatchObject({ rated: true, perKm: { low: 120 / 644, high: 120 / 483 } });
    expect(lifeCost(rowOf('a', {}))).toBeUndefined();
  });
  const two = [
    { name: 'a', cost: cost(100) },
    { name: 'b', cost: cost(80) },
  ];
  it.each([
    [['suits', 'suits'], 'one pair'],
    [['suits', 'suits with a but'], 'one pair, with a but'],
    [['suits with a but', 'cannot tell'], 'cannot tell'],
  ] as const)('one that %j: %s', (suits, word) => {
    expect(judgeTwoUses({ name: 'a', suits, cost: cost(100) }, two).answer).toBe(word);
  });
  it('none for both is two, and one offer is too few', () => {
    expect(judgeTwoUses(undefined, two).answer).toBe('two pairs');
    expect(textOf(twoUsesSentence(judgeTwoUses(undefined, two)))).toContain(
      'Two cost 180 EUR to buy',
    );
    expect(judgeTwoUses(undefined, two.slice(0, 1)).answer).toBe('cannot tell');
    const mixed = [two[0] ?? { name: 'a', cost: undefined }, { name: 'b', cost: cost(80, 'GBP') }];
    expect(textOf(twoUsesSentence(judgeTwoUses(undefined, mixed)))).toContain(
      'The price of at least one of the two pairs is not known.',
    );
  });
});

describe('who may be the best', () => {
  it('is offered from one in twenty on', () => {
    const suits = { answers: [answer('suits')] };
    // Four shoes; the last so much heavier than the first that it is the best with one in twenty: z = 1.645.
    const shelf = (apart: number) =>
      [0, 1, 2, apart].map((heavier, at) =>
        candidate(`m${at}`, { mass: figure(280 + heavier, 15) }, suits),
      );
    // u of either is 3 · 15/2/15 = 1.5 in points, the score 3 · apart/15.
    const limit = ((1.6449 * Math.SQRT2 * 1.5) / 3) * 15;
    const offered = (apart: number) => offers(shelf(apart), { matters: ['little weight'] }).length;
    expect(offered(limit * 0.99)).toBe(4);
    expect(offered(limit * 1.01)).toBe(3);
  });
});
