import type { Sheet } from '#contract/sheet-records.ts';
import type { QuantityId } from '#core/catalogue/quantities.ts';
import { agreesElsewhere, claimAnswer, claimTerms } from '#core/wording/claim-sentences.ts';
import { joined } from '#core/wording/message.ts';
import { Says } from '../kit/Says.tsx';
import { ClaimAnswer } from '../shell/ClaimAnswer.tsx';
import { carriedWords } from '../shell/carried-words.ts';
import { type UnitWords, useUnits } from '../shell/units.ts';
import classes from './SheetPage.module.css';

/** A figure of a sheet with its claims and pairs. */
export type SheetEntry = Sheet['sections'][number]['figures'][number];
type ClaimShown = SheetEntry['claims'][number];

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
        <ClaimAnswer
          judged={{ ...judgement, answer: judgement.verdict }}
          gap={units.write(quantity, judgement.gap).text}
        />
      ) : (
        'not measured'
      )}
      <span className={classes.terms}>
        <Says words={joined(claimTerms({ ...claim, label: claim.label ?? undefined }), '; ')} />
        {judgement && judgement.carried.length > 0 && `; ${judgedBy(quantity, judgement, units)}`}
        {judgement?.reason && (
          <>
            . <Says words={judgement.reason} />
          </>
        )}
        {judgement?.elsewhere && (
          <>
            ;{' '}
            <Says
              words={agreesElsewhere(
                judgement.elsewhere.basis,
                units.write(quantity, judgement.elsewhere.value).text,
              )}
            />
          </>
        )}
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
                  alone{' '}
                  <Says
                    words={claimAnswer(
                      own.verdict,
                      own.noticeable,
                      units.write(figure.quantity, own.gap).text,
                    )}
                  />
                  {claims.length > 1 && ` (${typed})`}
                </span>
              )),
          )}
        </span>
      ))}
    </span>
  );
}
