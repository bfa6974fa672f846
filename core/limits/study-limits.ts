/** Limits of the studies. */
import { type LimitTable, limit } from './limit.ts';

export const STUDY_LIMITS = {
  fewestBridged: limit(5, 'shoes', 'A conversion between two methods needs this number of shoes.'),
  bridgeReach: limit(
    0.15,
    '',
    'A conversion is valid beyond the measured range by this share of it.',
  ),
  checksForTrend: limit(4, 'checks', 'A trend of a gauge needs this number of checks.'),
  pooledOver: limit(0.25, '', 'The interaction of a gauge study is pooled if its p is larger.'),
  goodGauge: limit(
    10,
    '%',
    'A gauge with a smaller share of the study variation is good.',
    'automotive measurement-systems manual, 4th ed., from memory',
  ),
  conditionalGauge: limit(
    30,
    '%',
    'A gauge with no more than this share of the study variation is conditionally usable.',
    'automotive measurement-systems manual, 4th ed., from memory',
  ),
  wantedCategories: limit(
    5,
    'categories',
    'A gauge should distinguish this number of categories.',
    'automotive measurement-systems manual, 4th ed., from memory',
  ),
  manyLots: limit(
    4,
    'lots',
    'From this number of lots on, intervals are simultaneous (Tukey-Kramer).',
    'Tukey and Kramer',
  ),
  fewestRanked: limit(
    3,
    'pairs',
    'Models are ranked by their spread from this number of pairs on.',
  ),
} as const satisfies LimitTable;
