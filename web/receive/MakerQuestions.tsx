import { Button, NativeSelect, Textarea, TextInput } from '@mantine/core';
import dayjs from 'dayjs';
import { useRef } from 'react';
import { Link } from 'react-router';
import { v7 as newId } from 'uuid';
import type { MakerQuestion } from '#contract/desk-records.ts';
import { useQuestions } from '../api/guide-queries.ts';
import { useChange } from '../api/queries.ts';
import { useDraft } from '../kit/draft.ts';
import classes from './ReceivePage.module.css';

const today = () => dayjs().format('YYYY-MM-DD');

function AnswerForm({ question }: { question: MakerQuestion }) {
  const give = useChange('answerQuestion');
  const [{ answer }, put, drop] = useDraft(`answer ${question.id}`, { answer: question.answer });
  return (
    <form
      aria-label={`Answer to: ${question.question}`}
      onSubmit={(event) => {
        event.preventDefault();
        give.mutate(
          { params: { id: question.id }, body: { answer, answeredOn: today() } },
          { onSuccess: () => drop({ answer }) },
        );
      }}
    >
      <Textarea
        size="xs"
        label="What the maker answered"
        autosize
        minRows={1}
        value={answer}
        error={give.isError ? give.error.message : undefined}
        onChange={(event) => put({ answer: event.currentTarget.value })}
      />
      <Button size="compact-sm" type="submit" variant="default" my={6} loading={give.isPending}>
        Keep the answer
      </Button>
    </form>
  );
}

/** Questions with their answers, those that wait first. */
export function QuestionLines({
  questions,
  named = false,
}: {
  questions: readonly MakerQuestion[];
  /** Says of which edition. */
  named?: boolean;
}) {
  const withdraw = useChange('withdrawQuestion');
  return (
    <ul className={classes.links}>
      {questions.map((question) => (
        <li key={question.id}>
          {named && (
            <>
              <Link to={`/editions/${question.slug}`}>{question.name}</Link>:{' '}
            </>
          )}
          {question.question}
          <span className="soft">
            {question.claim && `, of “${question.claim}”`}, asked{' '}
            {dayjs(question.askedOn).format('D MMM YYYY')}
            {question.askedBy && ` by ${question.askedBy}`}
          </span>
          {question.answeredOn ? (
            <p>
              Answered {dayjs(question.answeredOn).format('D MMM YYYY')}: {question.answer}
            </p>
          ) : (
            <>
              <AnswerForm question={question} />
              <Button
                size="compact-sm"
                variant="subtle"
                aria-label={`Withdraw: ${question.question}`}
                onClick={() =>
                  withdraw.mutate({
                    params: { id: question.id },
                    body: { reason: 'withdrawn at the desk' },
                  })
                }
              >
                withdraw
              </Button>
            </>
          )}
        </li>
      ))}
    </ul>
  );
}

/** What its maker is asked of an edition, beside its claims. */
export function MakerQuestions({
  edition,
  claims,
}: {
  edition: { id: string; slug: string };
  claims: readonly { id: string; typed: string }[];
}) {
  const questions = useQuestions(edition.slug).data?.questions ?? [];
  const ask = useChange('askMaker');
  const id = useRef(newId());
  const [{ question, claimId }, put, drop] = useDraft(`question ${edition.id}`, {
    question: '',
    claimId: '',
  });
  return (
    <section aria-label="Asked of the maker">
      <h2>Asked of the maker</h2>
      <QuestionLines questions={questions} />
      <form
        aria-label="A question to the maker"
        className={classes.acts}
        onSubmit={(event) => {
          event.preventDefault();
          ask.mutate(
            {
              body: {
                id: id.current,
                editionId: edition.id,
                claimId: claimId || null,
                question,
                askedOn: today(),
              },
            },
            {
              onSuccess: () => {
                id.current = newId();
                drop();
              },
            },
          );
        }}
      >
        <TextInput
          size="xs"
          label="Question"
          placeholder="on which size was the drop taken?"
          value={question}
          error={ask.isError ? ask.error.message : undefined}
          onChange={(event) => put({ question: event.currentTarget.value })}
          style={{ flex: 1 }}
        />
        <NativeSelect
          size="xs"
          label="Of the claim"
          value={claimId}
          data={[
            { value: '', label: 'none in particular' },
            ...claims.map((claim) => ({ value: claim.id, label: claim.typed })),
          ]}
          onChange={(event) => put({ claimId: event.currentTarget.value })}
        />
        <Button size="xs" type="submit" variant="default" mt={22} loading={ask.isPending}>
          Ask
        </Button>
      </form>
    </section>
  );
}
