import { Button } from '@mantine/core';
import dayjs from 'dayjs';
import { useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import { v7 as newId } from 'uuid';
import type { FIT_DECISIONS, FitOfPair } from '#contract/fit-records.ts';
import { insoleWordOf } from '#core/fit/placed-insole.ts';
import { daysUntil, toeRoomOf, tryOnWith } from '#core/fit/try-on.ts';
import { tryOnVerdict } from '#core/fit/try-on-verdict.ts';
import { nameLabel } from '#core/sizing/size-label.ts';
import { asHeading, joined } from '#core/wording/message.ts';
import { textOf } from '#core/wording/sentence.ts';
import { tryOnOutcome, tryOnRow } from '#core/wording/try-on-sentences.ts';
import { useFit } from '../api/fit-queries.ts';
import { useChange } from '../api/queries.ts';
import { Says } from '../kit/Says.tsx';
import { PageFault } from '../shell/PageFault.tsx';
import { returnWords } from '../shell/return-words.ts';
import classes from './FitPage.module.css';
import { FootDrawing } from './FootDrawing.tsx';
import { NextSteps } from './NextSteps.tsx';
import { Questions } from './Questions.tsx';
import { TriedBefore } from './TriedBefore.tsx';
import { useTryOnDraft } from './try-on-draft.ts';
import { Wearer } from './Wearer.tsx';

type Decision = (typeof FIT_DECISIONS)[number];

function TryOnPage({ fit }: { fit: FitOfPair }) {
  const { pair, edition, cautions } = fit;
  const { draft, change, answer, drop } = useTryOnDraft(pair.tag);
  const keep = useChange('addTryOn');
  const id = useRef(newId());
  const [kept, setKept] = useState('');
  const { answers, tried = [] } = draft;
  const usualInsole = insoleWordOf(fit.placed);
  const terms = {
    label: pair.label,
    labelWidth: pair.width,
    ...(fit.made.length > 0 ? { made: fit.made } : {}),
    matchFailed: fit.matchFailed,
    labelsDiffer: fit.labelsDiffer,
    feetDifferMm: fit.feet.find(({ tester }) => tester === draft.tester)?.differMm ?? undefined,
    usualInsole,
    daysLeft: daysUntil(pair.returnBy, dayjs().format('YYYY-MM-DD')),
    use: fit.use,
  };
  const { sock = 'usual', insole = usualInsole } = draft;
  const asked = tryOnWith({ answers, sock, insole }, terms);
  const verdict = tryOnVerdict(asked);
  const [leading, ...others] = verdict.rows.map(tryOnRow);
  const outcome = tryOnOutcome(verdict.answer, verdict.swapFor);
  const sore = answers.sore ?? [];
  const decide = (decided: Decision) =>
    keep.mutate(
      {
        params: { id: pair.id },
        body: {
          ...draft,
          sock,
          insole,
          id: id.current,
          wornKm: pair.wornKm,
          decided: decided === verdict.answer ? '' : decided,
        },
      },
      {
        onSuccess: ({ words }) => {
          id.current = newId();
          drop();
          setKept(`Kept: ${words}.`);
        },
      },
    );
  const decisions: [Decision, string][] = [
    ['keep', 'Keep it'],
    ['swap', textOf(tryOnOutcome('swap', verdict.swapFor))],
    ['let go', 'Return it'],
    ['open', 'Decide later'],
  ];
  return (
    <div className={classes.page}>
      <header className={classes.head}>
        <h1>
          Does it fit?{' '}
          <span className="soft">
            {pair.tag} {edition.name}, {nameLabel(pair.label)} {pair.width}
          </span>
        </h1>
        {draft.tester && <Link to={`/testers/${draft.tester}`}>The feet of {draft.tester}</Link>}
        <Link to={`/fit/labels?to=${edition.slug}`}>From a label that fits</Link>
        <Link to={`/editions/${edition.slug}/fit`}>True to its label?</Link>
        <Link to={`/editions/${edition.slug}/line`}>Other builds and versions</Link>
      </header>
      <div className={classes.columns}>
        <section aria-label="The try-on" className={classes.questions}>
          <Wearer draft={draft} fit={fit} insole={insole} change={change} />
          <Questions key={kept} answers={answers} answer={answer} />
        </section>
        <a href="#comes-to" className={classes.bar}>
          <Says words={outcome} />: {leading && <Says words={leading} />}
        </a>
        <section aria-label="What it comes to" id="comes-to">
          <p className="soft">
            {returnWords(pair.returnBy)}
            {fit.made.length === 0 && ' Sizes made are not known: what a swap would be is a guess.'}
          </p>
          <h2 className={classes.said} aria-live="polite">
            {leading && <Says words={asHeading(leading)} />}
          </h2>
          {others.length > 0 && (
            <p>
              Also: <Says words={joined(others, '; ')} />.
            </p>
          )}
          <FootDrawing
            sore={sore}
            room={toeRoomOf(asked)}
            gapMm={answers.toeGapMm}
            spots={answers.soreAt ?? []}
            onSpots={(soreAt, place) =>
              answer({
                soreAt,
                ...(place && !sore.includes(place) ? { sore: [...sore, place] } : {}),
              })
            }
          />
          <NextSteps
            next={verdict.next}
            edition={edition.slug}
            tried={tried}
            onTried={(now) => change({ tried: now })}
          />
          {cautions.map((caution) => (
            <p key={caution} className="soft">
              {caution}
            </p>
          ))}
          <p>
            By the rules:{' '}
            <strong>
              <Says words={outcome} />
            </strong>
            . A person decides:
          </p>
          <div className={classes.decide}>
            {decisions.map(([decision, words]) => (
              <Button
                key={decision}
                variant={decision === verdict.answer ? 'filled' : 'default'}
                disabled={draft.tester === ''}
                loading={keep.isPending}
                onClick={() => decide(decision)}
              >
                {words}
              </Button>
            ))}
            <Button
              variant="subtle"
              size="xs"
              disabled={draft.tester === ''}
              onClick={() => decide('')}
            >
              Keep the answers, as the rules say
            </Button>
          </div>
          {draft.tester === '' && <p className="soft">Say first who tries it on.</p>}
          <p role="status">{kept}</p>
          {keep.isError && (
            <p role="alert" className="look-here">
              {keep.error.message} What was answered is kept.
            </p>
          )}
          <TriedBefore tryOns={fit.tryOns} />
        </section>
      </div>
    </div>
  );
}

/** Fit: a pair tried on, judged by the rules, decided by a person. */
export function FitPage() {
  const { tag = '' } = useParams();
  const fit = useFit(tag);
  if (fit.isError && !fit.data) return <PageFault error={fit.error} />;
  return fit.data ? <TryOnPage key={fit.data.pair.id} fit={fit.data} /> : null;
}
