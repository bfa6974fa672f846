import { Button, Radio } from '@mantine/core';
import type { PackageConflict } from '#contract/package-records.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import classes from './PackageConflicts.module.css';

/** One thing that two labs say differently, and what becomes of it. */
function Conflict({
  conflict,
  answer,
  onAnswer,
}: {
  conflict: PackageConflict;
  answer: string;
  onAnswer: (answer: string) => void;
}) {
  const { what, differences, answers } = conflict;
  return (
    <li className={classes.conflict}>
      <Radio.Group size="sm" label={what} value={answer} onChange={onAnswer}>
        {differences.length > 0 && (
          <DataTable
            label={`How they differ: ${what}`}
            rows={differences}
            keyOf={({ field }) => field}
            columns={[
              { head: 'What', cell: ({ field }) => field, names: true },
              { head: 'Here', cell: ({ ours }) => ours },
              { head: 'In the package', cell: ({ theirs }) => theirs },
            ]}
          />
        )}
        <div className={classes.answers}>
          {answers.map((one) => (
            <Radio key={one.answer} size="xs" value={one.answer} label={one.words} />
          ))}
        </div>
      </Radio.Group>
    </li>
  );
}

/** What must be settled before a package is taken in, one by one or all at once. */
export function PackageConflicts({
  conflicts,
  count,
  answers,
  onAnswers,
}: {
  conflicts: readonly PackageConflict[];
  count: number;
  answers: Readonly<Record<string, string>>;
  onAnswers: (answers: Record<string, string>) => void;
}) {
  const answerAll = (wanted: string) =>
    onAnswers(
      Object.fromEntries(
        conflicts.flatMap(({ key, safe, answers: offered }) => [
          [key, offered.some(({ answer }) => answer === wanted) ? wanted : (answers[key] ?? safe)],
        ]),
      ),
    );
  const differing = conflicts.filter(({ kind }) => kind === 'differs').length;
  return (
    <section aria-label="What the two labs say differently">
      <h3>
        {count} {count === 1 ? 'thing is' : 'things are'} said differently
      </h3>
      <p className="soft">
        As it stands below, this lab stays as it is. Change what you know better.
      </p>
      {differing > 1 && (
        <p className={classes.all}>
          <Button size="compact-xs" variant="default" onClick={() => answerAll('keep')}>
            Keep ours everywhere
          </Button>{' '}
          <Button size="compact-xs" variant="default" onClick={() => answerAll('take')}>
            Take theirs everywhere
          </Button>
        </p>
      )}
      <ul className={classes.conflicts}>
        {conflicts.map((conflict) => (
          <Conflict
            key={conflict.key}
            conflict={conflict}
            answer={answers[conflict.key] ?? conflict.safe}
            onAnswer={(answer) => onAnswers({ ...answers, [conflict.key]: answer })}
          />
        ))}
      </ul>
    </section>
  );
}
