import { describe, expect, it } from 'vitest';
import { QUANTITIES } from '../catalogue/quantities.ts';
import { questionReading, type ReadingToJudge } from './plausibility.ts';

const heel = (value: number, rest: Partial<ReadingToJudge> = {}) =>
  questionReading({
    definition: QUANTITIES['heel-stack'],
    side: 'left',
    value,
    bare: true,
    unit: 'mm',
    soFar: { left: [], right: [] },
    repeatabilitySd: 0.2,
    ...rest,
  });

const mass = (value: number, rest: Partial<ReadingToJudge> = {}) =>
  heel(value, { definition: QUANTITIES.mass, unit: 'g', repeatabilitySd: 0.4, ...rest });

describe('readings that look wrong', () => {
  it('asks nothing of an ordinary reading', () => {
    expect(heel(31.2)).toBeUndefined();
    expect(heel(31.2, { soFar: { left: [31.0], right: [31.4] } })).toBeUndefined();
    expect(mass(312)).toBeUndefined();
  });
  it('takes ounces in a gram field for what they are', () => {
    const question = mass(11.3);
    expect(question?.kind).toBe('outside');
    expect(question?.corrections[0]).toMatchObject({ unit: 'oz' });
    expect(question?.corrections[0]?.value).toBeCloseTo(320.35, 2);
  });
  it('does not offer another unit where one was typed', () => {
    expect(mass(11.3, { bare: false })?.corrections.every((c) => c.unit === undefined)).toBe(true);
  });
  it('sees a slipped decimal mark, by the readings so far', () => {
    const question = heel(312, { soFar: { left: [31.1], right: [] } });
    expect(question?.corrections[0]).toMatchObject({ reason: 'slipped decimal mark' });
    expect(question?.corrections[0]?.value).toBeCloseTo(31.2, 9);
    expect(heel(3.12, { soFar: { left: [31.1], right: [] } })?.corrections[0]?.value).toBeCloseTo(
      31.2,
      9,
    );
  });
  it('sees the other shoe in a reading', () => {
    const question = heel(33.5, { soFar: { left: [31.1, 31.2], right: [33.4] } });
    expect(question).toMatchObject({
      kind: 'far',
      corrections: [{ reason: 'sides swapped', side: 'right' }],
    });
  });
  it('asks where left and right are far apart', () => {
    expect(heel(24.2, { soFar: { left: [], right: [31.2] } })?.kind).toBe('sides');
  });
  it('asks where the first figure is not as the other pairs of the edition, and what would be', () => {
    const expected = { value: 31.2, U: 1.2 };
    expect(heel(30.1, { expected })).toBeUndefined();
    // 12 % of 31.2 is 3.7; the edition's own doubt may reach further.
    expect(heel(25.4, { expected })).toMatchObject({ kind: 'edition', against: 31.2 });
    expect(heel(25.4, { expected: { value: 31.2, U: 3 } })).toBeUndefined();
    expect(heel(3.1, { expected })?.corrections[0]?.value).toBeCloseTo(31, 9);
    // What was read of the pair itself says more.
    expect(heel(25.4, { expected, soFar: { left: [25.3], right: [] } })).toBeUndefined();
    expect(heel(25.4, { expected, soFar: { left: [], right: [25.3] } })).toBeUndefined();
  });
  it.each([[-31], [0], [1e9], [0.4]])('asks about %d mm of heel', (value) => {
    expect(heel(value)?.kind).toBe('outside');
  });
});
