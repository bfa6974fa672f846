import { describe, expect, it } from 'vitest';
import type { GaugeStudyRecord } from '#contract/study-records.ts';
import type { WaitingChange } from '../api/outbox.ts';
import { takenTurns } from './taken-turns.ts';

const study = (taken: number[]) => ({ id: 's', taken }) as unknown as GaugeStudyRecord;
const change = (name: string, turn: number, more: object = {}) =>
  ({ name, params: { id: 's' }, body: { turn }, ...more }) as unknown as WaitingChange;

describe('the turns of a study with waiting changes', () => {
  it('has those that wait, in order, each once', () => {
    const changes = [change('recordStudyReading', 0), change('recordStudyReading', 1)];
    expect(takenTurns(study([0]), changes)).toEqual([0, 1]);
  });

  it('comes to the same end whatever of it the server has already', () => {
    const changes = [
      change('recordStudyReading', 4),
      change('voidStudyReading', 4),
      change('recordStudyReading', 4),
    ];
    for (const taken of [[], [4]]) expect(takenTurns(study(taken), changes)).toEqual([4]);
    expect(takenTurns(study([4]), changes.slice(0, 2))).toEqual([]);
  });

  it('leaves out what was refused, and other studies', () => {
    expect(
      takenTurns(study([]), [
        change('recordStudyReading', 0, { refused: {} }),
        change('recordStudyReading', 1, { params: { id: 'other' } }),
      ]),
    ).toEqual([]);
  });
});
