import { Button } from '@mantine/core';
import dayjs from 'dayjs';
import type { FitOfPair, TryOnRecord } from '#contract/fit-records.ts';
import { lacingOfTried } from '#core/fit/lacing.ts';
import { pairedChanges } from '#core/fit/paired-try-ons.ts';
import { changePhrase } from '#core/wording/sizing-sentences.ts';
import { useChange } from '../api/queries.ts';
import { Says } from '../kit/Says.tsx';
import { FitChanges } from './FitChanges.tsx';
import classes from './FitPage.module.css';
import { changesBetween } from './try-on-draft.ts';

/** What was in the shoe, and how it was laced where that was tried and helped. */
function wornWords(insole: string, placed: readonly string[], tried: TryOnRecord['tried']): string {
  const own = insole === 'original' ? 'its own insole' : insole;
  const laced = tried.filter((step) => step.helped && lacingOfTried(step));
  return [own, ...placed, ...laced.map(({ what }) => what)].join(', ');
}

/** Try-ons that were kept, the latest first, with what changed since the one before. */
export function TriedBefore({ tryOns }: { tryOns: FitOfPair['tryOns'] }) {
  const withdraw = useChange('withdrawTryOn');
  if (tryOns.length === 0) return null;
  return (
    <section aria-label="Try-ons before">
      <h2>Tried on before</h2>
      {pairedChanges(
        tryOns
          .filter(({ withdrawn }) => withdrawn === null)
          .map(({ tester, answers, insole, placed, tried }) => ({
            tester,
            answers,
            worn: wornWords(insole, placed, tried),
          }))
          .reverse(),
      ).map(({ change, testers, aspects, isHint }) => (
        <p key={change}>
          <strong>Before and after</strong>, {change} ({testers.join(', ')}):{' '}
          <Says words={changePhrase(aspects, testers.length, isHint)} />.
        </p>
      ))}
      <FitChanges tryOns={tryOns} />
      <ol className={classes.before}>
        {tryOns.map((tryOn, at) => {
          const earlier = tryOns
            .slice(at + 1)
            .find((one) => one.withdrawn === null && one.tester === tryOn.tester);
          const changes = earlier ? changesBetween(earlier, tryOn) : [];
          return (
            <li key={tryOn.id} className={tryOn.withdrawn === null ? undefined : classes.withdrawn}>
              <strong>{tryOn.words}</strong>{' '}
              <span className="soft">
                {dayjs(tryOn.at).format('D MMM YYYY')}, {tryOn.tester}, sock {tryOn.sock}, insole{' '}
                {[tryOn.insole, ...tryOn.placed].join(', ')}
                {tryOn.withdrawn !== null && `; withdrawn: ${tryOn.withdrawn}`}
              </span>
              <p>{tryOn.verdict.reasons.map(({ verdict }) => verdict).join('; ')}.</p>
              {changes.length > 0 && (
                <p>
                  Since {dayjs(earlier?.at).format('D MMM')}: {changes.join(', ')}.
                </p>
              )}
              {tryOn.withdrawn === null && (
                <Button
                  size="compact-xs"
                  variant="subtle"
                  aria-label={`Withdraw the try-on of ${tryOn.tester}, ${dayjs(tryOn.at).format('D MMM YYYY')}`}
                  onClick={() =>
                    withdraw.mutate({
                      params: { id: tryOn.id },
                      body: { reason: 'withdrawn at the bench' },
                    })
                  }
                >
                  withdraw
                </Button>
              )}
            </li>
          );
        })}
      </ol>
    </section>
  );
}
