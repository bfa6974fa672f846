import type { ClaimAnswer as Answer, Noticeable } from '#core/records/claim-verdict.ts';
import { claimAnswer } from '#core/wording/claim-sentences.ts';
import { Says } from '../kit/Says.tsx';

/** How a claim compares with a figure. The signal colour is for a difference that people would notice. */
export function ClaimAnswer({
  judged: { answer, noticeable },
  gap,
}: {
  judged: { answer: Answer; noticeable: Noticeable };
  /** As it is written in the units of the reader. */
  gap: string;
}) {
  const isSignal = answer === 'differs' && noticeable === 'yes';
  return (
    <strong className={isSignal ? 'look-here' : undefined}>
      <Says words={claimAnswer(answer, noticeable, gap)} />
    </strong>
  );
}
