/** Claims on a sheet: the basis that would bear one out, and the size that it is of. */
import { v7 as uuid7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { servedBench } from '../served-bench.ts';

const { post, put, get, bench } = servedBench();
const SLUG = 'norrolt-stairwell-mid-cut';

interface Judged {
  judgement: {
    verdict: string;
    measured: { U: number };
    elsewhere?: { basis: string; value: number };
  };
}
interface Section {
  title: string;
  figures: { figure: { quantity: string }; claims: Judged[] }[];
}

const claim = (quantity: string, typed: string, value: number) => ({
  id: uuid7(),
  quantity,
  typed,
  value,
  halfWidth: 0.5,
  source: 'box',
});
const claimsOn = async (quantity: string) =>
  ((await get(`/api/sheets/${SLUG}`)).body.sections as Section[]).flatMap(({ title, figures }) =>
    figures
      .filter(({ figure }) => figure.quantity === quantity)
      .flatMap(({ claims }) => claims.map(({ judgement }) => ({ title, judgement }))),
  );

describe('a claim of a drop', () => {
  it('that agrees with no figure as measured says on which basis of the record it would agree', async () => {
    const { session, read, editionId } = await bench();
    // Common practice: 38 and 30 with the insole in, 36 and 30 without: the stated 6 would agree.
    for (const [protocol, heel] of [
      ['In-shoe 12 / 75 %, insole in', '38.0'],
      ['In-shoe 12 / 75 %, insole out', '36.0'],
    ] as const) {
      const sitting = await session(protocol);
      for (const side of ['left', 'right'])
        for (const typed of [heel, heel]) {
          await read(sitting, 'heel-stack', side, typed, 'needle gauge');
          await read(sitting, 'forefoot-stack', side, '30.0', 'needle gauge');
        }
    }
    await post(`/api/editions/${editionId}/claims`, { claims: [claim('drop', '6 mm', 6)] });
    const claims = await claimsOn('drop');
    const insoleIn = claims.find(({ title }) => title.includes('insole in'));
    expect(insoleIn?.judgement.elsewhere).toEqual({
      basis: 'insole out',
      value: expect.closeTo(6),
    });
    const insoleOut = claims.find(({ title }) => title.includes('insole out'));
    expect(insoleOut?.judgement.elsewhere).toBeUndefined();
  });
});

describe('a claim that names no size', () => {
  it('is of the size that its maker states figures for, once that is known', async () => {
    const { session, read, editionId } = await bench();
    const sitting = await session();
    for (const side of ['left', 'right'])
      await read(sitting, 'mass', side, '312', 'scale', { unit: 'g' });
    await post(`/api/editions/${editionId}/claims`, { claims: [claim('mass', '312 g', 312)] });
    const [usual] = await claimsOn('mass');
    const made = { madeIn: null, widths: [], colours: [] };
    await put(`/api/editions/${editionId}/made`, { ...made, sample: { system: 'uk', size: 8 } });
    const [known] = await claimsOn('mass');
    // 0.6 sizes of k·3 % of 312 g are no longer in its doubt.
    expect(known?.judgement.measured.U).toBeLessThan((usual?.judgement.measured.U ?? 0) - 1);
  });
});
