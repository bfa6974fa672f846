import { Button, Modal, Radio, Stack, Textarea, TextInput } from '@mantine/core';
import { memo, useState } from 'react';
import { Link } from 'react-router';
import type { MatchRecord } from '#contract/match-records.ts';
import { findingOf, isSameFinding } from '#core/match/left-right-finding.ts';
import type { EvaluatedCheck } from '#core/match/match-check.ts';
import { matchWords } from '#core/wording/match-sentences.ts';
import { useChange } from '../api/queries.ts';
import { addressOf } from '../api/request.ts';
import type { BenchCheck } from '../bench/projected.ts';
import { useDraft } from '../kit/draft.ts';
import { Says } from '../kit/Says.tsx';
import { returnWords } from '../shell/return-words.ts';
import classes from './CheckBench.module.css';
import type { Check } from './check.ts';

type What = 'keep' | 'keep and note' | 'return';

const TITLES: Record<What, string> = {
  keep: 'Keep this pair',
  'keep and note': 'Keep it, and note',
  return: 'Return this pair',
};

function DecideDialog({
  what,
  record,
  check,
  bench,
  onClose,
}: {
  what: What;
  record: MatchRecord;
  check: BenchCheck;
  bench: Check;
  onClose: () => void;
}) {
  const decide = useChange('decideMatch');
  const [{ note, worn }, put, drop] = useDraft(`decision ${check.id}`, {
    note: check.decision?.note ?? '',
    worn: record.pair.wornKm > 0 ? 'worn' : '',
  });
  const needsNote = what === 'keep and note' && note.trim() === '';
  const submit = async () => {
    // What was typed last is to be there before the verdict is written.
    await bench.arrived();
    decide.mutate(
      {
        params: { id: check.id },
        body: {
          decision: what,
          note,
          unworn: what === 'return' && worn !== '' ? worn === 'unworn' : null,
          decidedAt: new Date().toISOString(),
        },
      },
      {
        onSuccess: () => {
          drop();
          onClose();
        },
      },
    );
  };
  return (
    <Modal opened onClose={onClose} title={TITLES[what]}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (!needsNote) void submit();
        }}
      >
        <Stack gap="sm">
          {what === 'return' && (
            <>
              <p>{returnWords(record.pair.returnBy)}</p>
              <Radio.Group
                label="Has it been worn?"
                value={worn}
                onChange={(worn) => put({ worn })}
              >
                <Stack gap={6} mt={4}>
                  <Radio value="unworn" label="Unworn, tried indoors only" data-autofocus />
                  <Radio value="worn" label="Worn" />
                </Stack>
              </Radio.Group>
              <p className="soft">
                Its figures are left out of the model’s, unless you include them by hand.
              </p>
            </>
          )}
          <Textarea
            label={what === 'keep and note' ? 'What to note' : 'A note, if any'}
            maxLength={1000}
            autosize
            minRows={2}
            value={note}
            onChange={(event) => put({ note: event.currentTarget.value })}
          />
          {decide.error && (
            <p role="alert" className="look-here">
              {decide.error.message}
            </p>
          )}
          <Button type="submit" loading={decide.isPending} disabled={needsNote}>
            {TITLES[what]}
          </Button>
        </Stack>
      </form>
    </Modal>
  );
}

function IncludeForm({ record }: { record: MatchRecord }) {
  const count = useChange('countPair');
  const { countsAnyway, id } = record.pair;
  const [{ reason }, put, drop] = useDraft(`counted anyway ${id}`, { reason: '' });
  if (countsAnyway)
    return (
      <p>
        Counted in the model’s figures all the same: {countsAnyway}.{' '}
        <button
          type="button"
          className="plain-link"
          onClick={() => count.mutate({ params: { id }, body: { reason: '' } })}
        >
          Leave it out
        </button>
      </p>
    );
  return (
    <form
      className={classes.include}
      onSubmit={(event) => {
        event.preventDefault();
        if (reason.trim())
          count.mutate({ params: { id }, body: { reason } }, { onSuccess: () => drop() });
      }}
    >
      <TextInput
        size="xs"
        label="Left out of the model’s figures. Count it all the same, because"
        value={reason}
        maxLength={200}
        onChange={(event) => put({ reason: event.currentTarget.value })}
      />
      <Button type="submit" size="xs" variant="default" disabled={reason.trim() === ''}>
        Count it
      </Button>
    </form>
  );
}

/** What was decided, and what follows from it. */
function Decided({
  record,
  check,
  found,
  onAgain,
  onOther,
}: {
  record: MatchRecord;
  check: BenchCheck;
  /** What the same readings show by the tolerances and gauges of today. */
  found: EvaluatedCheck;
  onAgain: () => void;
  onOther: () => void;
}) {
  const { decision } = check;
  if (!decision) return null;
  const { finding } = record.pair;
  const back = decision.decision === 'return';
  const pdf = addressOf('getReturnNote', { id: check.id });
  return (
    <section aria-label="Decision" className={classes.decided}>
      <h2 className={back ? 'look-here' : undefined}>
        {back ? 'To be returned' : decision.decision === 'keep' ? 'Kept' : 'Kept, with a note'}
      </h2>
      <p>
        {decision.words} {decision.note}
      </p>
      {finding && !isSameFinding(finding, findingOf(found)) && (
        <p className="soft">
          By the tolerances and gauges of today: <Says words={matchWords(found.verdict)} /> The
          decision stays as it was.
        </p>
      )}
      {back && <p>{returnWords(record.pair.returnBy)}</p>}
      <div className={classes.buttons}>
        {back && (
          <>
            <Button component="a" href={pdf} size="xs" target="_blank">
              Return note, PDF
            </Button>
            <Button
              component={Link}
              to={`/pairs/${record.pair.tag}/return-note`}
              size="xs"
              variant="default"
            >
              Print it
            </Button>
            {record.pair.replacedBy.length === 0 && (
              <Button
                component={Link}
                to={`/receive?replaces=${record.pair.tag}`}
                size="xs"
                variant="default"
              >
                Receive the replacement
              </Button>
            )}
          </>
        )}
        <Button
          component={Link}
          to={`/pairs/${record.pair.tag}/decision`}
          size="xs"
          variant="default"
        >
          As issued
        </Button>
        <Button size="xs" variant="default" onClick={onAgain}>
          Check again
        </Button>
        <Button size="xs" variant="subtle" onClick={onOther}>
          Decide otherwise…
        </Button>
      </div>
      {back && record.pair.replacedBy.length > 0 && (
        <p>
          Replaced by{' '}
          {record.pair.replacedBy.map((tag) => (
            <Link key={tag} to={`/pairs/${tag}/match`}>
              {tag}
            </Link>
          ))}
          .
        </p>
      )}
      {back && <IncludeForm record={record} />}
    </section>
  );
}

/** The buttons that decide, the advised one first. */
export const Decision = memo(function Decision({
  record,
  bench,
  check,
  found,
}: {
  record: MatchRecord;
  bench: Check;
  check: BenchCheck;
  found: EvaluatedCheck;
}) {
  const [what, setWhat] = useState<What | null>(null);
  const [again, setAgain] = useState(false);
  const choices: What[] = ['keep', 'keep and note', 'return'];
  const decided = check.decision && !again;
  return (
    <>
      {decided ? (
        <Decided
          record={record}
          check={check}
          found={found}
          onAgain={() => bench.begin(check.kind)}
          onOther={() => setAgain(true)}
        />
      ) : (
        <div className={classes.buttons} id="decide">
          {choices.map((choice) => (
            <Button
              key={choice}
              size="sm"
              variant={choice === found.verdict.advice ? 'filled' : 'default'}
              onClick={() => setWhat(choice)}
            >
              {choice === 'keep' ? 'Keep…' : choice === 'return' ? 'Return…' : 'Keep and note…'}
            </Button>
          ))}
        </div>
      )}
      {what && (
        <DecideDialog
          what={what}
          record={record}
          check={check}
          bench={bench}
          onClose={() => {
            setWhat(null);
            setAgain(false);
          }}
        />
      )}
    </>
  );
});
