import { describe, expect, it, test } from 'vitest';
import type { SizeLabel } from '../sizing/size-label.ts';
import { labelOfTryOn, rightLabel, votesBetween } from './fitting-labels.ts';
import { oddFeet, readFootLength } from './foot.ts';
import { readKnownShoe } from './known-shoe-line.ts';

describe('the length of a foot', () => {
  it.each([
    ['262', 262],
    ['26.2 cm', 262],
    ['10 1/2 in', 266.7],
  ])('%s is %f mm', (text, mm) => {
    expect(readFootLength(text)).toEqual({ ok: true, value: expect.closeTo(mm, 9) });
  });
  it('is asked about where it may be a size', () => {
    const asked = readFootLength('26');
    expect(asked).toMatchObject({ ok: false, fault: { code: 'ambiguous', choices: ['26 cm'] } });
    expect(readFootLength('10.5')).toMatchObject({ fault: { choices: ['10.5 in'] } });
    expect(readFootLength('3')).toMatchObject({ ok: false, fault: { code: 'ambiguous' } });
    for (const odd of ['long', '60 cm', '-260', ''])
      expect(readFootLength(odd).ok, odd).toBe(false);
  });
  it('of two feet 9 mm apart is believed, and asked about', () => {
    expect(oddFeet(260, 269)).toContain('differ by 9 mm');
    expect(oddFeet(260, 266)).toBeUndefined();
    expect(oddFeet(260, undefined)).toBeUndefined();
  });
});

const uk = (size: number): SizeLabel => ({ system: 'uk', size });

describe('labels that fit a tester', () => {
  it('are as they would be right', () => {
    expect(rightLabel(uk(9), 'a bit long')).toEqual(uk(8.5));
    expect(rightLabel(uk(9), 'a bit short')).toEqual(uk(9.5));
    expect(rightLabel(uk(9), 'right')).toEqual(uk(9));
  });
  it('are what a try-on keeps, or would be swapped for', () => {
    expect(labelOfTryOn(uk(9), { outcome: 'keep' })).toEqual(uk(9));
    expect(labelOfTryOn(uk(9), { outcome: 'swap', swapFor: { label: uk(9.5) } })).toEqual(uk(9.5));
    expect(labelOfTryOn(uk(9), { outcome: 'open' })).toBeUndefined();
  });
  it('are votes of those who know both', () => {
    const known = (tester: string, label: SizeLabel) =>
      ({ tester, known: 'known shoe', label }) as const;
    const tried = (tester: string, label: SizeLabel) =>
      ({ tester, known: 'try-on', label }) as const;
    expect(
      votesBetween(
        [known('T1', uk(8)), tried('T2', uk(9)), known('T3', uk(7))],
        [known('T1', uk(8.5)), known('T2', uk(9)), known('T4', uk(7))],
      ),
    ).toEqual([
      { kind: 'wore both', tester: 'T1', offsetHalfSizes: 1 },
      { kind: 'try-ons', tester: 'T2', offsetHalfSizes: 0 },
    ]);
  });
});

describe('a known shoe in one line', () => {
  test.each([
    [
      'UK 9 wide in Kestvane Kerb fits, wide foot, thick socks',
      {
        label: uk(9),
        width: 'wide',
        edition: 'Kestvane Kerb',
        fits: 'right',
        wideFoot: true,
        thickSock: true,
      },
    ],
    ['EU 42 in the Kerb is a bit long', { edition: 'Kerb', fits: 'a bit long' }],
    [
      'M9 in Norrolt Stairwell runs slightly small',
      { edition: 'Norrolt Stairwell', fits: 'a bit short' },
    ],
  ])('%s', (text, wanted) => {
    expect(readKnownShoe(text)).toMatchObject({ ...wanted, faults: [] });
  });
  it('says what is missing, and reads the rest', () => {
    const line = readKnownShoe('12 regular in Kestvane Kerb fits, wide foot, thick socks');
    expect(line).toMatchObject({ width: 'regular', edition: 'Kestvane Kerb', thickSock: true });
    expect(line.faults.join()).toContain('Which size, in which system?');
    expect(readKnownShoe('UK 9').faults.join()).toContain('In which shoe?');
    expect(readKnownShoe('').faults).toHaveLength(2);
  });
});
