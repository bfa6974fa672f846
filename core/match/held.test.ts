import { describe, expect, it } from 'vitest';
import type { Figure } from '../figures/figure.ts';
import { type FeatureFigures, figureOfValues } from './check-figures.ts';
import { holdPairs } from './held.ts';

const features = (values: Partial<Record<keyof FeatureFigures, number[]>>): FeatureFigures =>
  Object.fromEntries(
    Object.entries(values).flatMap(([id, read]) => {
      const figure = figureOfValues(id as keyof FeatureFigures, 'left', read, undefined);
      return figure ? [[id, figure]] : [];
    }),
  );
const partsOf = (a: FeatureFigures, b: FeatureFigures) =>
  Object.fromEntries(holdPairs(a, b, {}).parts.map(({ part, word }) => [part, word]));

describe('two pairs held against each other', () => {
  const mid = features({
    'outsole-large': [182, 182],
    'outsole-hardness': [62, 62, 62],
    'footbed-length': [266, 266.1],
    mass: [415, 415],
  });

  it('have the same outsole where all that was taken of it is within', () => {
    const low = features({
      'outsole-large': [182.1, 182.1],
      'outsole-hardness': [62, 62.5, 62],
      'footbed-length': [270, 270.1],
      mass: [380, 380],
    });
    expect(partsOf(mid, low)).toEqual({
      outsole: 'alike',
      footbed: 'differs',
      foam: 'cannot tell',
      upper: 'cannot tell',
      'whole shoe': 'differs',
    });
    expect(holdPairs(mid, low, {}).parts[1]?.by).toEqual(['footbed-length']);
  });

  it('are not held where a figure is not like for like, and it says why', () => {
    const figure = mid['footbed-length'] as Figure;
    const larger: FeatureFigures = {
      'footbed-length': {
        ...figure,
        basis: { ...figure.basis, label: { system: 'uk', size: 10 } },
      },
    };
    const { apart, parts, judgements } = holdPairs(mid, larger, {});
    expect(apart).toEqual([
      { feature: 'footbed-length', reason: expect.stringContaining('UK 10') },
    ]);
    expect(parts.find(({ part }) => part === 'footbed')?.word).toBe('cannot tell');
    expect(judgements.find(({ id }) => id === 'footbed-length')?.verdict).toBe('not taken');
  });
});
