import type { Walk } from '#contract/construction-records.ts';

/** What construction and figures say together, a line each; what speaks for it and against behind it. */
export function MeaningLines({
  meant,
  title = 'What that says',
}: {
  meant: Walk['meant'];
  title?: string;
}) {
  const { meanings, cautions } = meant;
  if (meanings.length === 0 && cautions.length === 0) return null;
  return (
    <section aria-label={title}>
      <h2>{title}</h2>
      <ul>
        {meanings.map(({ name, words, verdict }) => (
          <li key={name}>
            {words}
            <details>
              <summary>Why</summary>
              {verdict.for.length > 0 && <p>For: {verdict.for.join('; ')}.</p>}
              {verdict.against.length > 0 && <p>Against: {verdict.against.join('; ')}.</p>}
              <p className="soft">{verdict.source}</p>
            </details>
          </li>
        ))}
      </ul>
      {cautions.map((caution) => (
        <p key={caution}>
          <strong>Caution:</strong> {caution}
        </p>
      ))}
    </section>
  );
}
