import { describe, expect, it } from 'vitest';
import { boundClasses, boundsOf, classOf } from './classes.ts';
import { catalogueWith, QUANTITIES } from './quantities.ts';

const drop = QUANTITIES.drop.classes ?? [];

describe('classes as a lab bounds them', () => {
  it('begin elsewhere, each as it began', () => {
    expect(boundsOf(drop)).toEqual([-1, 1, 4, 8]);
    const own = boundClasses(drop, [-2, 0.5, 5, 9]);
    expect(classOf(own, -2, 0)).toBe('zero');
    expect(classOf(own, 0.5, 0)).toBe('zero');
    expect(classOf(own, 5, 0)).toBe('low');
    expect(classOf(own, 5.1, 0)).toBe('middle');
    expect(boundClasses(drop, boundsOf(drop))).toEqual(drop);
  });
  it('are as many as before, and rise', () => {
    expect(() => boundClasses(drop, [1, 4, 8])).toThrow(
      /5 classes are parted by 4 bounds, not by 3/,
    );
    expect(() => boundClasses(drop, [-1, 1, 1, 8])).toThrow(/above the one before/);
  });
  it('stand in the catalogue of the lab, and in no other', () => {
    const lab = catalogueWith([], { drop: boundClasses(drop, [-1, 1, 5, 9]), nothing: drop });
    expect(boundsOf(lab.drop?.classes ?? [])).toEqual([-1, 1, 5, 9]);
    expect(Object.keys(lab).sort()).toEqual(Object.keys(QUANTITIES).sort());
    expect(boundsOf(QUANTITIES.drop.classes ?? [])).toEqual([-1, 1, 4, 8]);
  });
});
