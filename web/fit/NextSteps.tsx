import { Button } from '@mantine/core';
import { Link } from 'react-router';
import { lacingOfStep } from '#core/fit/lacing.ts';
import type { StepId, TryOnStep } from '#core/records/try-on-verdict.ts';
import { nameLabel } from '#core/sizing/size-label.ts';
import { textOf } from '#core/wording/sentence.ts';
import { tryOnReason, tryOnStep } from '#core/wording/try-on-sentences.ts';
import { Says } from '../kit/Says.tsx';
import classes from './FitPage.module.css';
import type { Draft } from './try-on-draft.ts';

type Tried = NonNullable<Draft['tried']>;

/** What is tried next, the leading remedy first; what did not help is struck out. */
export function NextSteps({
  next,
  edition,
  tried,
  onTried,
}: {
  next: readonly TryOnStep[];
  /** Slug, for the eyelets of its lacing. */
  edition: string;
  tried: Tried;
  onTried: (tried: Tried) => void;
}) {
  if (next.length === 0) return null;
  const wasTried = (id: StepId) => tried.find(({ step }) => step === id);
  return (
    <>
      <h2>
        Try next <span className="soft">the leading remedy, then the cheapest</span>
      </h2>
      <ol className={classes.next}>
        {next.map(({ what, why, label, width }) => {
          const step = wasTried(what);
          const words = textOf(tryOnStep(what));
          const lacing = lacingOfStep(what);
          return (
            <li key={what} data-tried={step !== undefined}>
              <span>
                <strong>{words}</strong>
                {label && (
                  <span className="figure">
                    {' '}
                    {nameLabel(label)} {width}
                  </span>
                )}
                {lacing && (
                  <>
                    {' '}
                    <Link to={`/fit/lacing?edition=${edition}&for=${encodeURIComponent(lacing)}`}>
                      how
                    </Link>
                  </>
                )}
                <span className={classes.why}>
                  {step ? 'tried: it did not help' : <Says words={tryOnReason(why)} />}
                </span>
              </span>
              <Button
                size="compact-xs"
                variant="default"
                aria-label={step ? `Not tried yet: ${words}` : `Tried, no help: ${words}`}
                onClick={() =>
                  onTried(
                    step
                      ? tried.filter((one) => one.step !== what)
                      : [...tried, { what: words, step: what, helped: false }],
                  )
                }
              >
                {step ? 'not yet' : 'no help'}
              </Button>
            </li>
          );
        })}
      </ol>
    </>
  );
}
