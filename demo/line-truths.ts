/** How editions of the scenario stand to each other, what was asked for them, and what is wished for. */

/** By the keys of the editions; `next` is the edition that is only stated. */
export const LINE_TRUTHS = [
  { edition: 'roundsman-3', kind: 'follows', of: 'roundsman-2' },
  { edition: 'kerb-wide', kind: 'width of', of: 'kerb' },
  { edition: 'lanewalk-2', kind: 'follows', of: 'lanewalk' },
] as const;

/** What is made no more, and until how many days ago it was. */
export const ENDED_TRUTH = { edition: 'roundsman-2', daysAgo: 70 };

export const PRICE_TRUTHS = [
  { edition: 'roundsman-2', typed: '€79 was 110', place: 'co-op shop', daysAgo: 12 },
  { edition: 'roundsman-3', typed: '125 €', place: 'co-op shop', daysAgo: 12 },
  { edition: 'lanewalk-2', typed: '104.90 EUR', place: 'web page', daysAgo: 30 },
] as const;

/** A second page of one maker, which says of the same build what its first does not. */
export const SECOND_PAGE = {
  edition: 'roundsman-2',
  claims: 'heel 33 mm; drop 9 mm; UK 8',
  source: 'catalogue',
};

export const WISH_TRUTHS = [
  {
    maker: 'Tarnhus',
    model: 'Lanewalk 2',
    name: '',
    kind: 'promised',
    why: 'the Lanewalk is made no more from spring on',
    whom: 'the maker',
    dueInDays: 20,
  },
  {
    maker: 'Norrolt',
    model: 'Stairwell',
    name: 'high cut',
    kind: 'asked for',
    why: 'three carriers with weak ankles asked for it',
    whom: 'the hill rounds',
    dueInDays: null,
  },
] as const;
