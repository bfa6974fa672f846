import { RichTextEditor } from '@mantine/tiptap';
import '@mantine/tiptap/styles.css';
import { useEditor } from '@tiptap/react';
import StarterKit from '@tiptap/starter-kit';
import { useRef, useState } from 'react';
import { PART_TITLES, type SheetPart, type WordBlock } from '#core/sheet/sheet-words.ts';
import { dropDraft, withDraft, writeDraft } from '../kit/draft.ts';
import classes from './SheetWriter.module.css';
import { blocksOf, editorContent } from './word-blocks.ts';

/** How a part is best written, in a line. */
const HINTS: Partial<Record<SheetPart, string>> = {
  verdict: 'two lines: what it is good at, and what it costs',
  for: 'whose feet, which ground, which day',
  'not for': 'who would regret it',
  pros: 'what speaks for it',
  cons: 'what speaks against it',
  'buy again': 'how many would, and why not the others',
  nearest: 'what else to try; the nearest in figures are added',
  'how it was tested': 'what one is used to; distances and ground are added',
};

/** The words of one part of a sheet, kept when the hand leaves it. */
export function PartEditor({
  subject,
  part,
  blocks,
  onKeep,
}: {
  /** Of which sheet. */
  subject: string;
  part: SheetPart;
  blocks: readonly WordBlock[];
  /** Fails where they were not kept: they are tried again when the hand leaves the part next. */
  onKeep: (blocks: WordBlock[]) => Promise<unknown>;
}) {
  const kept = useRef(JSON.stringify(blocks));
  const draft = `words ${subject} ${part}`;
  const [start] = useState(() => withDraft(draft, { blocks }).blocks);
  const editor = useEditor({
    immediatelyRender: true,
    shouldRerenderOnTransaction: true,
    // What a sheet knows: nothing else is taken from what is pasted.
    extensions: [
      StarterKit.configure({
        heading: false,
        codeBlock: false,
        code: false,
        blockquote: false,
        horizontalRule: false,
        strike: false,
        underline: false,
        link: false,
      }),
    ],
    content: editorContent(start),
    editorProps: {
      attributes: { 'aria-label': PART_TITLES[part], role: 'textbox', 'aria-multiline': 'true' },
    },
    onUpdate: ({ editor: typed }) => {
      const before = JSON.parse(kept.current) as WordBlock[];
      writeDraft(draft, { blocks: blocksOf(typed.getJSON()) }, { blocks: before });
    },
    onBlur: ({ editor: left }) => {
      const written = blocksOf(left.getJSON());
      const text = JSON.stringify(written);
      if (text === kept.current) return;
      onKeep(written).then(
        () => {
          kept.current = text;
          dropDraft(draft);
        },
        // The page says so above the parts.
        () => undefined,
      );
    },
  });
  return (
    <section className={classes.part} aria-label={PART_TITLES[part]}>
      <div>
        <h2>{PART_TITLES[part]}</h2>
        <p className="soft">{HINTS[part]}</p>
      </div>
      <RichTextEditor editor={editor} className={classes.editor}>
        <RichTextEditor.Toolbar>
          <RichTextEditor.ControlsGroup>
            <RichTextEditor.Bold aria-label={`Bold, ${PART_TITLES[part]}`} />
            <RichTextEditor.Italic aria-label={`Italic, ${PART_TITLES[part]}`} />
            <RichTextEditor.BulletList aria-label={`List, ${PART_TITLES[part]}`} />
          </RichTextEditor.ControlsGroup>
        </RichTextEditor.Toolbar>
        <RichTextEditor.Content />
      </RichTextEditor>
    </section>
  );
}
