import { Link } from 'react-router';
import type { Walk } from '#contract/construction-records.ts';
import { joined } from '#core/wording/message.ts';
import { textOf } from '#core/wording/sentence.ts';
import { Says } from '../kit/Says.tsx';
import { Verdict } from './Verdict.tsx';

type Suits = Walk['meant']['suits'];

/** How it answers the rules of its uses, a line each; the whole of it a link away. */
function SuitLines({ suits, edition }: { suits: Suits; edition: string }) {
  const told = suits.filter(({ verdict }) => verdict.word !== 'cannot tell');
  const open = suits.length - told.length;
  return (
    <>
      <ul>
        {told.map(({ rule, name, verdict, aims }) => (
          <li key={rule}>
            {name}
            {aims && <span className="soft"> ({aims})</span>}: <Verdict word={verdict.word} />
            {verdict.word !== 'suits' &&
              verdict.against.length > 0 &&
              `; ${verdict.against.join('; ')}`}
          </li>
        ))}
      </ul>
      <p className="soft">
        {open > 0 && `${open === 1 ? 'One' : open} of its rules cannot be told yet. `}
        <Link to={`/guide/suits/${edition}`}>What it suits, and what would tell</Link>
      </p>
    </>
  );
}

/** What construction and figures say together, a line each, with its evidence. */
export function MeaningLines({
  meant,
  edition,
  title = 'What that says',
}: {
  meant: Walk['meant'];
  /** Slug. */
  edition: string;
  title?: string;
}) {
  const { meanings, suits, cautions } = meant;
  if (meanings.length === 0 && suits.length === 0 && cautions.length === 0) return null;
  return (
    <section aria-label={title}>
      <h2>{title}</h2>
      <ul>
        {meanings.map(({ name, words, verdict }) => (
          <li key={textOf(name)}>
            <Says words={words} />
            <details>
              <summary>Why</summary>
              {verdict.for.length > 0 && (
                <p>
                  Evidence for: <Says words={joined(verdict.for, '; ')} />.
                </p>
              )}
              {verdict.against.length > 0 && (
                <p>
                  Evidence against: <Says words={joined(verdict.against, '; ')} />.
                </p>
              )}
              <p className="soft">{verdict.source}</p>
            </details>
          </li>
        ))}
      </ul>
      {suits.length > 0 && <SuitLines suits={suits} edition={edition} />}
      {cautions.map((caution) => (
        <p key={caution}>
          <strong>Caution:</strong> {caution}
        </p>
      ))}
    </section>
  );
}
