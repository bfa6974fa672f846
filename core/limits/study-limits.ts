/** Lines of the studies. */
import { type LimitTable, line } from './limit.ts';

export const STUDY_LIMITS = {
  fewestBridged: line(
    5,
    'shoes',
    'fewer shoes measured by both show no scatter that could be trusted',
  ),
  bridgeReach: line(
    0.15,
    '',
    'a conversion is drawn so much of its range beyond the shoes behind it',
  ),
  checksForTrend: line(4, 'checks', 'fewer checks show no trend of a gauge'),
  pooledOver: line(0.25, '', 'the interaction of a gauge study is pooled where its p is larger'),
  goodGauge: line(
    10,
    '%',
    'a gauge with less of the study’s variation is good',
    'automotive measurement-systems manual, 4th ed., from memory',
  ),
  conditionalGauge: line(
    30,
    '%',
    'up to here a gauge is of use under conditions',
    'automotive measurement-systems manual, 4th ed., from memory',
  ),
  wantedCategories: line(
    5,
    'categories',
    'so many categories a gauge should tell apart',
    'automotive measurement-systems manual, 4th ed., from memory',
  ),
  manyLots: line(
    4,
    'lots',
    'from so many on the intervals stand for all differences together',
    'Tukey and Kramer',
  ),
  fewestRanked: line(3, 'pairs', 'models of fewer pairs are not ranked by their spread'),
} as const satisfies LimitTable;
