import type { Sheet } from '#contract/sheet-records.ts';
import type { QuantityId } from '#core/catalogue/quantities.ts';
import { claimTerms } from '#core/claims/claim.ts';
import { carriedWords } from '../shell/carried-words.ts';
import { type UnitWords, useUnits } from '../shell/units.ts';
import { Verdict } from '../shell/Verdict.tsx';
import classes from './SheetPage.module.css';

/** A figure of a sheet with its claims and pairs. */
export type SheetEntry = Sheet['sections'][number]['figures'][number];
type ClaimShown = SheetEntry['claims'][number];

/** How much a pair by itself differs from a claim. */
const HOW_MUCH = { yes: ' noticeably', 'may be': ', perhaps noticeably', no: ' unnoticeably' };

type Judgement = NonNullable<ClaimShown['judgement']>;

/** The figure that a claim was judged by, where it is not the one of the row. */
function judgedBy(quantity: QuantityId, { measured, carried }: Judgement, units: UnitWords) {
  const { text } = units.write(quantity, measured.value, measured.U);
  return [`by ${text}`, carriedWords(carried, quantity, units)].filter(Boolean).join(', ');
}

/** A claim with its verdict, and on what terms it was judged. */
export function ClaimWords({ claim }: { claim: ClaimShown }) {
  const units = useUnits();
  const { judgement, quantity } = claim;
  return (
    <p className={classes.claim}>
      <span className={classes.open} aria-hidden="true">
        c
      </span>
      <span className="figure">{claim.typed}</span> claimed
      {claim.source && ` (${claim.source})`}:{' '}
      {judgement ? (
        <Verdict word={judgement.verdict} noticeable={judgement.noticeable} />
      ) : (
        'not measured'
      )}
      <span className={classes.terms}>
        {claimTerms({ ...claim, label: claim.label ?? undefined }).join('; ')}
        {judgement && judgement.carried.length > 0 && `; ${judgedBy(quantity, judgement, units)}`}
        {judgement?.reason && `. ${judgement.reason}`}
        {judgement?.elsewhere &&
          `; ${judgement.elsewhere.words} it is ${units.write(quantity, judgement.elsewhere.value).text}: that would agree`}
      </span>
    </p>
  );
}

/** The pairs behind a figure, and what each by itself says to a claim where that is another verdict. */
export function PairValues({ entry, units }: { entry: SheetEntry; units: UnitWords }) {
  const { pairs, claims, figure } = entry;
  const isParted = claims.some(({ ofPairs }) => ofPairs.length > 0);
  if (pairs.length < 2 && !isParted) return null;
  return (
    <span className={classes.pairValues}>
      {pairs.map(({ tag, value, U }) => (
        <span key={tag}>
          <span className="figure">
            {tag} {units.write(figure.quantity, value, U).value}
          </span>
          {claims.flatMap(({ id, typed, ofPairs }) =>
            ofPairs
              .filter((own) => own.tag === tag)
              .map((own) => (
                <span key={id}>
                  {' '}
                  alone {own.verdict}
                  {own.verdict === 'differs' && HOW_MUCH[own.noticeable]}
                  {claims.length > 1 && ` (${typed})`}
                </span>
              )),
          )}
        </span>
      ))}
    </span>
  );
}
