/** Into whose session a reading goes, and when that is asked about. */
import { describe, expect, it } from 'vitest';
import { sessionToContinue } from './sitting.ts';

const session = (
  id: string,
  person: string,
  readBy: string[] = [],
  finishedAt: string | null = null,
) => ({
  id,
  person,
  finishedAt,
  readings: readBy.map((code) => ({ person: code })),
});

describe('the session that a person goes on with', () => {
  it('is their own where it is open, whoever began another after it', () => {
    const sessions = [session('a', 'B1'), session('b', 'B2')];
    expect(sessionToContinue(sessions, 'B1', null).current?.id).toBe('a');
    expect(sessionToContinue(sessions, 'B2', null).toAsk).toBeUndefined();
  });

  it('is asked about where another person began it, and nobody else', () => {
    const open = [session('a', 'B1', ['B1'])];
    expect(sessionToContinue(open, 'B2', null).toAsk?.id).toBe('a');
    expect(sessionToContinue(open, 'B1', null).toAsk).toBeUndefined();
    expect(sessionToContinue(open, '', null).toAsk).toBeUndefined();
    expect(sessionToContinue([session('a', '')], 'B2', null).toAsk).toBeUndefined();
    expect(
      sessionToContinue([session('a', 'B1', [], '2026-03-01')], 'B2', null).current,
    ).toBeUndefined();
  });

  it('is asked about once: the answer holds for that session and person', () => {
    const open = [session('a', 'B1')];
    const chosen = { session: 'a', person: 'B2', choice: 'continue' } as const;
    expect(sessionToContinue(open, 'B2', chosen)).toEqual({ current: open[0], toAsk: undefined });
    expect(sessionToContinue(open, 'B3', chosen).toAsk?.id).toBe('a');
    expect(sessionToContinue(open, 'B2', { ...chosen, choice: 'own' }).current).toBeUndefined();
    expect(sessionToContinue([session('c', 'B1')], 'B2', chosen).toAsk?.id).toBe('c');
    // Who has read in it was asked before, on whatever browser.
    expect(sessionToContinue([session('a', 'B1', ['B2'])], 'B2', null).toAsk).toBeUndefined();
  });
});
