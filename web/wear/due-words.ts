/** When something is due, in words. */
import dayjs from 'dayjs';
import type { DueItem } from '#contract/due-records.ts';

export function whenOf({ on, late }: Pick<DueItem, 'on' | 'late'>): string {
  if (late) return on ? `late since ${dayjs(on).format('D MMM YYYY')}` : 'now';
  return on ? dayjs(on).format('ddd D MMM YYYY') : 'no day can be told yet';
}
