import { describe, expect, it } from 'vitest';
import { receipt } from '#contract/pair-records.ts';
import {
  distanceAsTyped,
  emptyForm,
  faultsOfPaths,
  findEdition,
  readEdit,
  readReceipt,
} from './receipt-form.ts';

const filled = {
  ...emptyForm(),
  maker: 'Norrolt',
  model: 'Stairwell',
  label: "men's 9",
  tag: 'ns-09',
  receivedOn: '2026-03-01',
};

it('keeps what cannot be read, reads the width off the label and the currency off the price', () => {
  const read = readReceipt(
    {
      ...filled,
      label: '11 D US men',
      listPrice: '£85 was 120',
      claims: "zero drop, 28 mm, some 480 g each, carbon plate, feels like home, 12 oz in men's 11",
      claimSource: 'page',
    },
    'km',
  );
  if ('faults' in read) throw new Error(JSON.stringify(read.faults));
  const { pair, claims, claimTexts } = receipt.parse(read.receipt);
  expect(pair).toMatchObject({
    label: { system: 'us-men', size: 11 },
    width: 'D',
    listPrice: 85,
    currency: 'GBP',
  });
  expect(claims.map(({ quantity }) => quantity)).toEqual([
    'drop',
    'heel-stack',
    'forefoot-stack',
    'mass',
    'mass',
  ]);
  expect(claims.at(-1)?.label).toEqual({ system: 'us-men', size: 11 });
  expect(claimTexts).toMatchObject([
    { part: 'plate', text: 'carbon plate' },
    { part: '', text: 'feels like home' },
  ]);
});

const faultsOf = (change: Partial<typeof filled>) => {
  const read = readReceipt({ ...filled, ...change }, 'km');
  return 'faults' in read ? read.faults : {};
};

describe('what is typed becomes a receipt', () => {
  it('that the contract takes', () => {
    const read = readReceipt(
      {
        ...filled,
        listPrice: '€ 119,90',
        paidPrice: '99',
        worn: '12 mi',
        claims: '33/25 mm, 8 mm drop, 309 g, UK 8, with insole',
        claimSource: 'box',
        madeSystem: 'uk',
        madeFrom: '5',
        madeTo: '12',
        widths: 'regular, 2E',
      },
      'km',
    );
    if ('faults' in read) throw new Error(JSON.stringify(read.faults));
    const parsed = receipt.parse(read.receipt);
    expect(parsed.pair).toMatchObject({ tag: 'NS-09', listPrice: 119.9, paidPrice: 99 });
    expect(parsed.pair.wornKm).toBeCloseTo(12 * 1.609344, 9);
    expect(parsed.edition).toMatchObject({
      madeIn: { system: 'uk', from: 5, to: 12, halfSizes: true },
      widths: ['regular', '2E'],
    });
    expect(parsed.claims.map((claim) => claim.quantity)).toEqual([
      'heel-stack',
      'forefoot-stack',
      'drop',
      'mass',
    ]);
    expect(parsed.claims[0]).toMatchObject({ statedBasis: { insole: 'in' }, source: 'box' });
    expect(parsed.claims[3]?.statedBasis).toEqual({});
  });
  it.each([
    [{ maker: '' }, 'maker'],
    [{ model: ' ' }, 'model'],
    [{ label: '9' }, 'label'],
    [{ label: 'UK 80' }, 'label'],
    [{ tag: 'a tag!' }, 'tag'],
    [{ listPrice: 'a lot' }, 'listPrice'],
    [{ paidPrice: '-3' }, 'paidPrice'],
    [{ worn: '12 g' }, 'worn'],
    [{ worn: '99999 km' }, 'worn'],
    [{ returnBy: '2026-02-01' }, 'returnBy'],
    [{ listPrice: '$110', paidPrice: '€99' }, 'paidPrice'],
    [{ label: 'UK 8 wide', width: 'regular' }, 'width'],
    [{ madeFrom: '5' }, 'madeTo'],
    [{ madeSystem: 'uk', madeFrom: '12', madeTo: '5' }, 'madeTo'],
    [{ currency: 'euros' }, 'currency'],
  ] as [Partial<typeof filled>, string][])('%j names the field %s', (change, field) => {
    expect(Object.keys(faultsOf(change))).toContain(field);
  });
  it('names every field at once', () => {
    expect(Object.keys(faultsOf({ maker: '', model: '', label: '' })).sort()).toEqual([
      'label',
      'maker',
      'model',
    ]);
  });
});

describe('changes and lookups', () => {
  it('reads a change of a pair with the version it was made from', () => {
    const read = readEdit({ ...filled, note: 'left lace knotted' }, 'km', 3, false);
    expect(read).toMatchObject({ edit: { version: 3, note: 'left lace knotted', shelved: false } });
  });
  it('shows a distance as it was typed, and the same again', () => {
    expect([0, 60, 32.18688, 12.5, 3 * 1.609344].map(distanceAsTyped)).toEqual([
      '',
      '60 km',
      '20 mi',
      '12.5 km',
      '3 mi',
    ]);
  });
  it('finds an edition whatever the case', () => {
    const row = { maker: 'Norrolt', model: 'Stairwell', name: 'mid cut' };
    const rows = [row] as unknown as Parameters<typeof findEdition>[0];
    const typed = { maker: 'norrolt ', model: 'STAIRWELL', edition: 'Mid cut' };
    expect(findEdition(rows, typed)).toBe(row);
    expect(findEdition(rows, { ...typed, edition: '' })).toBeUndefined();
  });
  it('puts a refusal of the server at its field', () => {
    expect(
      faultsOfPaths([
        { field: 'pair.tag', message: 'taken' },
        { field: 'tag', message: 'second' },
        { field: 'pair.label.size', message: 'no size' },
      ]),
    ).toEqual({ tag: 'taken', label: 'no size' });
  });
});
