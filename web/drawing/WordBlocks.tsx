import type { WordBlock, WordRun } from '#core/sheet/sheet-words.ts';

function Run({ run: { text, bold, italic } }: { run: WordRun }) {
  const slanted = italic ? <em>{text}</em> : text;
  return bold ? <strong>{slanted}</strong> : slanted;
}

// Words never change while they are shown: they are known by their places.
const runsOf = ({ runs }: WordBlock) => runs.map((run, at) => <Run key={at} run={run} />);

/** Words as they were typed: paragraphs, and items that stand together as a list. */
export function WordBlocks({ blocks }: { blocks: readonly WordBlock[] }) {
  const groups: WordBlock[][] = [];
  for (const block of blocks) {
    const last = groups.at(-1);
    if (block.kind === 'item' && last?.[0]?.kind === 'item') last.push(block);
    else groups.push([block]);
  }
  return groups.map((group, at) =>
    group[0]?.kind === 'item' ? (
      <ul key={at}>
        {group.map((block, nth) => (
          <li key={nth}>{runsOf(block)}</li>
        ))}
      </ul>
    ) : (
      <p key={at}>{group.flatMap(runsOf)}</p>
    ),
  );
}
