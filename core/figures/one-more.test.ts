import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { QUANTITIES } from '../catalogue/quantities.ts';
import { isTaken } from '../catalogue/quantity.ts';
import { readOneMore } from './one-more.ts';

const read = (text: string) => {
  const found = readOneMore(text, QUANTITIES);
  return found.ok ? found.value : found.fault.code;
};

describe('one more thing', () => {
  it('is named, or named enough, with its figure and shoe', () => {
    expect(read('collar padding 9')).toEqual({
      quantity: 'collar-padding',
      side: undefined,
      typed: '9',
    });
    expect(read('heel padd 7.5 mm')).toBe('several');
    expect(read('heel pad left 7.5 mm')).toEqual({
      quantity: 'heel-padding',
      side: 'left',
      typed: '7.5 mm',
    });
    expect(read('downturn r 1 1/2 in')).toMatchObject({ side: 'right', typed: '1 1/2 in' });
    expect(read('heel seam -2')).toMatchObject({ quantity: 'heel-seam', typed: '-2' });
    expect(read('tap')).toEqual({ quantity: 'tap-ear', side: undefined, typed: '' });
  });

  it('is asked about where it fits several, none, or nothing is named', () => {
    expect(read('collar')).toBe('several');
    expect(read('drop 8')).toBe('unknown');
    expect(read(' 9')).toBe('empty');
    expect(read('')).toBe('empty');
  });

  it('is found by its full name, every one, and never throws', () => {
    for (const definition of Object.values(QUANTITIES).filter(isTaken))
      expect(read(`${definition.name} 3`)).toMatchObject({ quantity: definition.id, typed: '3' });
    fc.assert(
      fc.property(fc.string(), (text) => {
        readOneMore(text, QUANTITIES);
      }),
    );
  });
});
