/** Where a quantity is taken that stands in no protocol that ships. Common practice. */
import type { MeasuredQuantityId } from './quantities.ts';

export type TakenOtherwise =
  | 'at a check of left against right'
  | 'at a try-on'
  | 'as one more thing';

export const TAKEN_OTHERWISE: { readonly [Quantity in MeasuredQuantityId]?: TakenOtherwise } = {
  'footbed-length': 'at a check of left against right',
  'footbed-ball-width': 'at a check of left against right',
  'outsole-small': 'at a check of left against right',
  'outsole-large': 'at a check of left against right',
  'toe-end-gap': 'at a try-on',
  'eyestay-gap': 'at a try-on',
  'lace-reserve': 'at a try-on',
  'eyelet-rows': 'at a try-on',
  'insole-mass': 'as one more thing',
  'footbed-arch-width': 'as one more thing',
  'midfoot-insole': 'as one more thing',
  'heel-outsole': 'as one more thing',
  'midfoot-outsole': 'as one more thing',
  'forefoot-outsole': 'as one more thing',
  'heel-midsole': 'as one more thing',
  'midfoot-midsole': 'as one more thing',
  'forefoot-midsole': 'as one more thing',
  'toe-point-height': 'as one more thing',
  'toe-extension': 'as one more thing',
  'rocker-angle': 'as one more thing',
  'bevel-angle': 'as one more thing',
  'upper-tilt': 'as one more thing',
  'midsole-post-hardness': 'as one more thing',
  'bend-sideways': 'as one more thing',
  'twist-out': 'as one more thing',
  'counter-stiffness': 'as one more thing',
};
