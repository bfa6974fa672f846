import { memo } from 'react';
import type { Cause } from '#core/match/match-causes.ts';
import type { EvaluatedCheck } from '#core/match/match-check.ts';
import classes from './CheckBench.module.css';

const SURE: Record<Cause['confidence'], string> = {
  sure: 'the whole pattern agrees',
  likely: 'likely: part of its pattern was not looked at',
  possible: 'possible: something speaks against it',
};

const FAULTS: Record<Cause['atFault'], string> = {
  left: 'The left is at fault',
  right: 'The right is at fault',
  both: 'Both are at fault',
  either: 'Which is at fault cannot be told',
};

function Lines({ title, lines }: { title: string; lines: readonly string[] }) {
  if (lines.length === 0) return null;
  return (
    <div className={classes.evidence}>
      <dt>{title}</dt>
      <dd>{lines.join(' · ')}</dd>
    </div>
  );
}

function CauseView({ cause }: { cause: Cause }) {
  return (
    <article className={classes.cause} aria-label={cause.name}>
      <h3>{cause.name}</h3>
      <p className="soft">{SURE[cause.confidence]}</p>
      <p>
        <strong>{FAULTS[cause.atFault]}</strong>: {cause.atFaultWhy}.
      </p>
      <p>{cause.effect}</p>
      <dl>
        <Lines title="for" lines={cause.evidenceFor} />
        <Lines title="against" lines={cause.evidenceAgainst} />
        <Lines title="not told" lines={cause.unknown} />
      </dl>
    </article>
  );
}

const HEADINGS: Record<EvaluatedCheck['verdict']['word'], string> = {
  matched: 'The shoes match',
  out: 'The shoes differ',
  'cannot tell': 'Cannot tell yet',
};

/** The verdict of the check so far, and the causes that the pattern allows. */
export const Findings = memo(function Findings({ found }: { found: EvaluatedCheck }) {
  const { verdict, causes } = found;
  // Where the whole pattern of one agrees, what something speaks against stands back.
  const [surest] = causes;
  const isBack = (cause: Cause) => surest?.confidence === 'sure' && cause.confidence === 'possible';
  const first = causes.filter((cause) => !isBack(cause));
  const also = causes.filter(isBack);
  return (
    <section aria-label="Findings" aria-live="polite">
      <h2 className={verdict.word === 'out' ? 'look-here' : undefined}>{HEADINGS[verdict.word]}</h2>
      {/* Causes say it themselves, and more. */}
      {causes.length === 0 && (
        <>
          <p>{verdict.words}</p>
          {verdict.for.length + verdict.against.length > 0 && (
            <details>
              <summary>What speaks for it and against, by {verdict.source}</summary>
              {verdict.for.length > 0 && <p>For: {verdict.for.join('; ')}.</p>}
              {verdict.against.length > 0 && <p>Against: {verdict.against.join('; ')}.</p>}
            </details>
          )}
        </>
      )}
      {found.cautions.map((line) => (
        <p key={line} className="look-here">
          {line}
        </p>
      ))}
      {verdict.felt && <p>The wearer felt: {verdict.felt}.</p>}
      {verdict.seen.map((line) => (
        <p key={line}>Seen: {line}.</p>
      ))}
      {first.map((cause) => (
        <CauseView key={cause.id} cause={cause} />
      ))}
      {also.length > 0 && (
        <details>
          <summary>
            Also possible: {also.map((cause) => cause.name.toLowerCase()).join('; ')}
          </summary>
          {also.map((cause) => (
            <CauseView key={cause.id} cause={cause} />
          ))}
        </details>
      )}
      {verdict.word === 'out' && found.next && (
        <p className="soft">Enough is known to decide. More readings only firm up the cause.</p>
      )}
    </section>
  );
});
