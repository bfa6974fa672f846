import { Button } from '@mantine/core';
import { Link } from 'react-router';
import { lacingOfRemedy } from '#core/fit/lacing.ts';
import type { TryOnStep } from '#core/fit/try-on-verdict.ts';
import { nameLabel } from '#core/sizing/size-label.ts';
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
  const wasTried = (what: string) => tried.find((one) => one.what === what);
  return (
    <>
      <h2>
        Try next <span className="soft">the leading remedy, then the cheapest</span>
      </h2>
      <ol className={classes.next}>
        {next.map(({ what, why, label, width }) => {
          const step = wasTried(what);
          return (
            <li key={what} data-tried={step !== undefined}>
              <span>
                <strong>{what}</strong>
                {label && (
                  <span className="figure">
                    {' '}
                    {nameLabel(label)} {width}
                  </span>
                )}
                {lacingOfRemedy(what) && (
                  <>
                    {' '}
                    <Link
                      to={`/fit/lacing?edition=${edition}&for=${encodeURIComponent(lacingOfRemedy(what) ?? '')}`}
                    >
                      how
                    </Link>
                  </>
                )}
                <span className={classes.why}>{step ? 'tried: it did not help' : why}</span>
              </span>
              <Button
                size="compact-xs"
                variant="default"
                aria-label={step ? `Not tried yet: ${what}` : `Tried, no help: ${what}`}
                onClick={() =>
                  onTried(
                    step
                      ? tried.filter((one) => one.what !== what)
                      : [...tried, { what, helped: false }],
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
