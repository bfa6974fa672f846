/**
 * Shoe types by foot types: a school, not a rule. Who holds it looks at the arch; who does not, at what is comfortable.
 * It can be switched off. Common practice.
 */
import { figure, part, rule, says, score, type UseRule } from '../use-rule.ts';

export const FOOT_TYPE_RULES: Readonly<Record<'low' | 'high', UseRule>> = {
  low: rule(
    'foot/low',
    'For a flexible, flat foot',
    'By this school a low arch wants a stable, stiffer shoe on a straight last.',
    [
      says([part('last-shape', 'straight', 'semi-curved')], 'a straight last', 'a curved last'),
      says(
        [score('twist-front-hand', { from: 3 })],
        'it does not wring',
        'it wrings with the foot',
      ),
      says(
        [part('post', 'medial'), figure('hardness-medial-less-lateral', { from: 5 })],
        'firmer on the inside',
        'not firmer on the inside',
      ),
    ],
  ),
  high: rule(
    'foot/high',
    'For a rigid, high arch',
    'By this school a high arch wants a more flexible, cushioned shoe.',
    [
      says([score('bend-front-hand', { to: 3 })], 'it bends', 'it bends little'),
      says(
        [figure('midsole-lateral-hardness', { to: 50 }), figure('heel-stack', { from: 28 })],
        'cushioned',
        'little cushion',
      ),
    ],
  ),
};
