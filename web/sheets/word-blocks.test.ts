import { describe, expect, it } from 'vitest';
import { blocksOf, editorContent } from './word-blocks.ts';

describe('words between editor and book', () => {
  it('come back as they were', () => {
    const blocks = [
      {
        kind: 'paragraph' as const,
        runs: [{ text: 'Firm, ' }, { text: 'quiet', bold: true as const }],
      },
      { kind: 'item' as const, runs: [{ text: 'kerbs' }] },
      { kind: 'item' as const, runs: [{ text: 'stairs', italic: true as const }] },
      { kind: 'paragraph' as const, runs: [{ text: 'No heel slipped.' }] },
    ];
    expect(blocksOf(editorContent(blocks))).toEqual(blocks);
  });
  it('keep nothing of what else was pasted', () => {
    const pasted = {
      type: 'doc',
      content: [
        {
          type: 'heading',
          attrs: { level: 1, onclick: 'alert(1)' },
          content: [
            {
              type: 'text',
              text: '<script>alert(1)</script>',
              marks: [{ type: 'link', attrs: { href: 'javascript:alert(1)' } }],
            },
          ],
        },
        { type: 'image', attrs: { src: 'x', onerror: 'alert(1)' } },
      ],
    };
    expect(blocksOf(pasted)).toEqual([
      { kind: 'paragraph', runs: [{ text: '<script>alert(1)</script>' }] },
      { kind: 'paragraph', runs: [] },
    ]);
  });
});
