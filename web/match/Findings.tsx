import { memo } from 'react';
import type { Cause } from '#core/match/match-causes.ts';
import type { EvaluatedCheck } from '#core/match/match-check.ts';
import {
  causeName,
  feltWords,
  matchEvidence,
  matchSentence,
  seenFault,
  writtenCause,
} from '#core/wording/match-sentences.ts';
import { joined } from '#core/wording/message.ts';
import { type Sentence, textOf } from '#core/wording/sentence.ts';
import { Says } from '../kit/Says.tsx';
import classes from './CheckBench.module.css';

const SURE: Record<Cause['confidence'], string> = {
  sure: 'the whole pattern agrees',
  likely: 'probable: part of its pattern is not known',
  possible: 'possible: there is evidence against it',
};

const FAULTS: Record<Cause['atFault'], string> = {
  left: 'The left shoe is at fault',
  right: 'The right shoe is at fault',
  both: 'Both shoes are at fault',
  either: 'The shoe at fault is not known',
};

function Lines({ title, lines }: { title: string; lines: readonly Sentence[] }) {
  if (lines.length === 0) return null;
  return (
    <div className={classes.evidence}>
      <dt>{title}</dt>
      <dd>
        <Says words={joined(lines, ' · ')} />
      </dd>
    </div>
  );
}

function CauseView({ cause }: { cause: Cause }) {
  const { name, effect, evidenceFor, evidenceAgainst, unknown, atFaultWhy } = writtenCause(cause);
  return (
    <article className={classes.cause} aria-label={textOf(name)}>
      <h3>
        <Says words={name} />
      </h3>
      <p className="soft">{SURE[cause.confidence]}</p>
      <p>
        <strong>{FAULTS[cause.atFault]}</strong>: <Says words={atFaultWhy} />.
      </p>
      <p>
        <Says words={effect} />
      </p>
      <dl>
        <Lines title="evidence for" lines={evidenceFor} />
        <Lines title="evidence against" lines={evidenceAgainst} />
        <Lines title="not known" lines={unknown} />
      </dl>
    </article>
  );
}

const HEADINGS: Record<EvaluatedCheck['verdict']['answer'], string> = {
  matched: 'The shoes match',
  out: 'The shoes differ',
  'cannot tell': 'Not decided yet',
};

/** The verdict of the check so far, and the causes that the pattern allows. */
export const Findings = memo(function Findings({ found }: { found: EvaluatedCheck }) {
  const { verdict, causes } = found;
  const felt = feltWords(verdict.felt);
  // Where the whole pattern of one agrees, causes with evidence against them come last.
  const [surest] = causes;
  const isBack = (cause: Cause) => surest?.confidence === 'sure' && cause.confidence === 'possible';
  const first = causes.filter((cause) => !isBack(cause));
  const also = causes.filter(isBack);
  return (
    <section aria-label="Findings" aria-live="polite">
      <h2 className={verdict.answer === 'out' ? 'look-here' : undefined}>
        {HEADINGS[verdict.answer]}
      </h2>
      {/* Causes say it themselves, and more. */}
      {causes.length === 0 && (
        <>
          <p>
            <Says words={matchSentence(verdict)} />
          </p>
          {verdict.measured > 0 && (
            <details>
              <summary>Evidence, by common practice</summary>
              <p>
                <Says words={matchEvidence(verdict)} />
              </p>
            </details>
          )}
        </>
      )}
      {found.cautions.map((line) => (
        <p key={line} className="look-here">
          {line}
        </p>
      ))}
      {felt && (
        <p>
          The wearer felt: <Says words={felt} />.
        </p>
      )}
      {verdict.seen.map((seen) => (
        <p key={seen.sight}>
          Seen: <Says words={seenFault(seen)} />.
        </p>
      ))}
      {first.map((cause) => (
        <CauseView key={cause.id} cause={cause} />
      ))}
      {also.length > 0 && (
        <details>
          <summary>
            Also possible:{' '}
            <Says
              words={joined(
                also.map(({ id }) => causeName(id)),
                '; ',
              )}
            />
          </summary>
          {also.map((cause) => (
            <CauseView key={cause.id} cause={cause} />
          ))}
        </details>
      )}
      {verdict.answer === 'out' && found.next && (
        <p className="soft">You can decide now. More readings only confirm the cause.</p>
      )}
    </section>
  );
});
