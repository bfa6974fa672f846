import { Button } from '@mantine/core';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { v7 as newId } from 'uuid';
import { LESSONS, type LessonId } from '#core/practice/lessons.ts';
import { usePractice } from '../api/guide-queries.ts';
import { usePerson } from '../api/person.ts';
import { useChange } from '../api/queries.ts';
import { ClaimLesson } from './ClaimLesson.tsx';
import type { LessonDone } from './lesson.ts';
import { MatchLesson } from './MatchLesson.tsx';
import { MeasureLesson } from './MeasureLesson.tsx';

/** Seeds follow from the last one: nobody meets the same table twice by chance. */
const FIRST_SEED = 1000;
const seedAfter = (last: number | undefined) => (last === undefined ? FIRST_SEED : last + 37);

/** A round of practice, from the table to what was right. */
export function PracticeRoundPage() {
  const { lesson = '' } = useParams();
  const [person] = usePerson();
  const practice = usePractice(person);
  const add = useChange('addRound');
  const [began, setBegan] = useState(() => Date.now());
  const [again, setAgain] = useState(0);
  const [kept, setKept] = useState(false);
  // The seed of a round stands while it lasts: what is kept of it must not change it.
  const [seedOf, setSeedOf] = useState<number>();
  if (!(lesson in LESSONS))
    return (
      <p role="alert">
        There is no lesson “{lesson.slice(0, 60)}”. <Link to="/guide/practice">All lessons</Link>
      </p>
    );
  if (seedOf === undefined && practice.isLoading) return null;
  const seed = seedOf ?? seedAfter(practice.data?.rounds[0]?.seed);
  if (seedOf === undefined) setSeedOf(seed);
  const id = lesson as LessonId;
  const finish: LessonDone = (result) => {
    setKept(true);
    add.mutate({
      body: {
        id: newId(),
        lesson: id,
        seed: seed + again,
        result: { ...result, seconds: Math.round((Date.now() - began) / 1000) },
      },
    });
  };
  const Lesson = { measure: MeasureLesson, match: MatchLesson, decide: ClaimLesson }[id];
  return (
    <>
      <h2>{LESSONS[id].name}</h2>
      <p>{LESSONS[id].says}</p>
      <Lesson key={seed + again} seed={seed + again} onDone={finish} />
      {add.isError && (
        <p role="alert" className="look-here">
          The round was not kept: {add.error.message}
        </p>
      )}
      <p style={{ marginTop: 14 }}>
        {kept && (
          <Button
            size="xs"
            onClick={() => {
              setKept(false);
              setBegan(Date.now());
              setAgain(again + 1);
            }}
          >
            Another round
          </Button>
        )}{' '}
        <Link to="/guide/practice">All lessons, and progress</Link>
      </p>
    </>
  );
}
