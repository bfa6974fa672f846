/** Words between the editor and the book: what the editor knows beyond paragraphs, lists, bold and slanted falls away. */
import type { JSONContent } from '@tiptap/react';
import type { WordBlock, WordRun } from '#core/sheet/sheet-words.ts';

const hasMark = ({ marks = [] }: JSONContent, type: string): boolean =>
  marks.some((mark) => mark.type === type);

function runsOf({ content = [] }: JSONContent): WordRun[] {
  return content.flatMap((node): WordRun[] => {
    if (node.type === 'hardBreak') return [{ text: '\n' }];
    if (typeof node.text !== 'string') return runsOf(node);
    return [
      {
        text: node.text,
        ...(hasMark(node, 'bold') ? { bold: true as const } : {}),
        ...(hasMark(node, 'italic') ? { italic: true as const } : {}),
      },
    ];
  });
}

/** What stands in the editor, as it is kept. */
export function blocksOf({ type, content = [] }: JSONContent): WordBlock[] {
  if (type === 'doc') return content.flatMap(blocksOf);
  if (type === 'bulletList' || type === 'orderedList')
    return content.map((item) => ({
      kind: 'item',
      runs: (item.content ?? []).flatMap(runsOf),
    }));
  return [{ kind: 'paragraph', runs: runsOf({ content }) }];
}

const textOf = ({ text, bold, italic }: WordRun): JSONContent => ({
  type: 'text',
  text,
  marks: [...(bold ? [{ type: 'bold' }] : []), ...(italic ? [{ type: 'italic' }] : [])],
});

const paragraphOf = ({ runs }: WordBlock): JSONContent => ({
  type: 'paragraph',
  content: runs.filter(({ text }) => text !== '').map(textOf),
});

/** What is kept, as the editor takes it. */
export function editorContent(blocks: readonly WordBlock[]): JSONContent {
  const content: JSONContent[] = [];
  for (const block of blocks) {
    const last = content.at(-1);
    if (block.kind === 'paragraph') content.push(paragraphOf(block));
    else if (last?.type === 'bulletList')
      last.content?.push({ type: 'listItem', content: [paragraphOf(block)] });
    else
      content.push({
        type: 'bulletList',
        content: [{ type: 'listItem', content: [paragraphOf(block)] }],
      });
  }
  return { type: 'doc', content };
}
