import { Button } from '@mantine/core';
import { useMemo, useState } from 'react';
import { drawClaims } from '#core/practice/score.ts';
import { CLAIM_ANSWERS } from '#core/records/claim-verdict.ts';
import { useUnits } from '../shell/units.ts';
import type { LessonProps } from './lesson.ts';

/** Six claims against figures with their doubt, one after another. */
export function ClaimLesson({ seed, onDone }: LessonProps) {
  const units = useUnits();
  const claims = useMemo(() => drawClaims(seed), [seed]);
  const [said, setSaid] = useState<string[]>([]);
  const claim = claims[said.length];
  const last = claims[said.length - 1];
  const rightOf = (words: readonly string[]) =>
    words.filter((word, at) => word === claims[at]?.answer).length;
  const say = (word: string) => {
    const words = [...said, word];
    setSaid(words);
    if (words.length < claims.length) return;
    const missed = claims.flatMap((one, at) => (one.answer === words[at] ? [] : [one.answer]));
    onDone({
      right: rightOf(words),
      asked: claims.length,
      found: [],
      missed: [...new Set(missed)],
      imagined: [],
      stations: [],
    });
  };
  return (
    <>
      {last && (
        <p role="status">
          {said.at(-1) === last.answer ? 'Right' : `The bench says: ${last.answer}`}. Claimed{' '}
          {last.claimed} mm stands for {last.claimed - last.halfWidth} to{' '}
          {last.claimed + last.halfWidth} mm; measured{' '}
          {units.write('heel-stack', last.measured.value, last.measured.U).text}.
        </p>
      )}
      {claim ? (
        <section aria-label={`Claim ${said.length + 1} of ${claims.length}`}>
          <h3>
            {said.length + 1} of {claims.length}: claimed {claim.claim}, measured{' '}
            {units.write('heel-stack', claim.measured.value, claim.measured.U).text}
          </h3>
          {CLAIM_ANSWERS.map((word) => (
            <Button key={word} size="xs" variant="default" m={3} onClick={() => say(word)}>
              {word}
            </Button>
          ))}
        </section>
      ) : (
        <section aria-label="How it went">
          <h3>
            {rightOf(said)} of {claims.length} right
          </h3>
        </section>
      )}
    </>
  );
}
