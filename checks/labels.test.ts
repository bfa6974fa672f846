/** Labels as printed, against common practice (checks/practice.json). */
import { describe, expect, it } from 'vitest';
import { readFootbedMark, readPrintedLabel } from '#core/sizing/printed-label.ts';
import type { LabelSystem } from '#core/sizing/size-label.ts';
import practice from './practice.json' with { type: 'json' };

interface LabelCase {
  text: string;
  system?: string;
  size?: number;
  width?: string;
  labels?: { system: string; size: number }[];
}

describe('a label as printed', () => {
  it.each(practice.labels as LabelCase[])('$text', ({ text, system, size, width, labels }) => {
    const read = readPrintedLabel(text);
    const wanted = labels ?? [{ ...(system ? { system } : {}), size: size ?? 0 }];
    expect(read.labels).toHaveLength(wanted.length);
    wanted.forEach((label, at) => {
      expect(read.labels[at]?.system).toBe(label.system);
      expect(read.labels[at]?.size).toBeCloseTo(label.size, 5);
    });
    expect(read.width).toBe(width);
    expect(read).toMatchObject({ faults: [], unread: [] });
  });

  it.each<[string, LabelSystem | undefined, string, string | undefined]>([
    ['US 9.5 / UK 8.5 / EU 43', undefined, 'us-men 9.5, uk 8.5, eu 43', undefined],
    ['us w9 / uk 7', undefined, 'us-women 9, uk 7', undefined],
    ['10.5W / M9', undefined, 'us-women 10.5, us-men 9', undefined],
    ['9M 10.5W', undefined, 'us-men 9, us-women 10.5', undefined],
    ['UK 9 W', undefined, 'uk 9', 'W'],
    ['US men 9 EE', undefined, 'us-men 9', 'EE'],
    ['8½', 'uk', 'uk 8.5', undefined],
    ['UK 8 1/2 extra wide', undefined, 'uk 8.5', 'extra wide'],
    ['JP 27', undefined, 'mondopoint 270', undefined],
    ['27,5 cm', undefined, 'mondopoint 275', undefined],
    ['265 mm', undefined, 'mondopoint 265', undefined],
    ['K13', undefined, 'us-child 13', undefined],
    ['13C', undefined, 'us-child 13', undefined],
    ['3Y', undefined, 'us-men 3', undefined],
    ['UK child 10', undefined, 'uk-child 10', undefined],
    ["women's 7.5 D", undefined, 'us-women 7.5', 'D'],
    ['EU 42 2/3', undefined, 'eu 42.67', undefined],
    ['9 UK', undefined, 'uk 9', undefined],
    ['US 9 EUR 42.5 CM 27', undefined, 'us-men 9, eu 42.5, mondopoint 270', undefined],
    ['11', 'us-men', 'us-men 11', undefined],
  ])('%s (%s)', (text, hint, sizes, width) => {
    const read = readPrintedLabel(text, hint);
    const words = read.labels.map(({ system, size }) => `${system} ${Number(size.toFixed(2))}`);
    expect(words.join(', ')).toBe(sizes);
    expect(read.width).toBe(width);
    expect(read).toMatchObject({ faults: [], unread: [] });
  });

  it.each([
    ['10.5W', /women’s 10.5, or 10.5 in wide/],
    ['US 9', /men’s or women’s/],
    ['UK 9.25', /No label is printed UK 9.25/],
    ['UK 8 / EU 46', /half sizes apart/],
    ['UK 8 / UK 11', /6 half sizes apart/],
    ['EU 142', /EU sizes run/],
  ])('%s is asked about', (text, fault) => {
    expect(readPrintedLabel(text).faults.join(' ')).toMatch(fault);
  });
  it('keeps what says nothing', () => {
    expect(readPrintedLabel('UK 9 banana')).toMatchObject({
      labels: [{ system: 'uk', size: 9 }],
      unread: ['banana'],
    });
  });
  it('a mark under a footbed in another system is turned into the shoe’s own', () => {
    const { tongue, mark, readsAs, agrees } = practice.footbedMark;
    const own = tongue as { system: LabelSystem; size: number };
    expect(readFootbedMark(mark, own)).toEqual({ label: readsAs, agrees });
    expect(readFootbedMark('8', own)).toMatchObject({ agrees: false });
    expect(readFootbedMark('EU 40', own)).toMatchObject({ label: { system: 'eu' }, agrees: true });
  });
});
