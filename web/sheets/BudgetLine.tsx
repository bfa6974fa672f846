import type { FigureView } from '#contract/sheet-records.ts';
import { LEAST_SHARE, TERM_WORDS } from '#core/statistics/budget-words.ts';
import type { UnitWords } from '../shell/units.ts';
import classes from './SheetPage.module.css';

/** What makes up U(edition), as shares, and the cheapest thing that would shrink it. */
export function BudgetLine({ figure, units }: { figure: FigureView; units: UnitWords }) {
  const shares = figure.budget.filter(({ share }) => share >= LEAST_SHARE);
  const { next, quantity } = figure;
  const span = (value: number) => units.write(quantity, 0, value).U;
  return (
    <span className={classes.budget}>
      <svg width="90" height="9" viewBox="0 0 100 10" preserveAspectRatio="none" aria-hidden="true">
        {shares.map(({ kind, share }, index) => {
          const before = shares.slice(0, index).reduce((sum, one) => sum + one.share, 0);
          return (
            <rect
              key={kind}
              x={100 * before}
              width={Math.max(0, 100 * share - 1)}
              height="10"
              fill="var(--ink)"
              opacity={Math.max(0.15, 0.9 - index * 0.28)}
            />
          );
        })}
      </svg>{' '}
      {shares
        .map(({ kind, share }) => `${TERM_WORDS[kind]} ${Math.round(100 * share)} %`)
        .join(', ')}
      {next &&
        `. ${next.what === 'pair' ? 'One more pair' : `One more reading of the ${next.at}`}: ± ${span(next.from)} to ± ${span(next.to)}`}
    </span>
  );
}
