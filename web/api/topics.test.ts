/** What is fetched belongs to a topic, so that a change which touches it drops it. */
import { describe, expect, it } from 'vitest';
import { ADDRESSES } from '#contract/addresses.ts';
import { TOPICS } from '#contract/endpoint.ts';

const SOURCES = import.meta.glob<string>('../**/*.{ts,tsx}', {
  query: '?raw',
  import: 'default',
  eager: true,
});
/** Told anew by the server all the while, or worked out of nothing in the book: no change of it touches them. */
const BESIDE = ['health', 'job', 'calculator'];

describe('what a page fetches', () => {
  it('is kept under a topic that changes touch', () => {
    const keys = Object.values(SOURCES).flatMap((source) =>
      [...source.matchAll(/queryKey: \['([^']+)'/g)].map(([, key]) => key as string),
    );
    expect(keys.length).toBeGreaterThan(20);
    const topics = [...TOPICS, ...BESIDE];
    expect([...new Set(keys)].filter((key) => !topics.includes(key as never))).toEqual([]);
  });
  it('is touched by some change, topic by topic', () => {
    const touched = new Set(Object.values(ADDRESSES).flatMap(({ touches }) => touches));
    expect(TOPICS.filter((topic) => !touched.has(topic))).toEqual([]);
  });
});
