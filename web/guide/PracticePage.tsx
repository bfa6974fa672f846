import { Button } from '@mantine/core';
import { Link } from 'react-router';
import type { PracticeRound } from '#contract/desk-records.ts';
import type { QuantityId } from '#core/catalogue/quantities.ts';
import { LESSON_IDS, LESSONS, SCATTER, STATIONS } from '#core/practice/lessons.ts';
import { usePractice } from '../api/guide-queries.ts';
import { usePerson } from '../api/person.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { useUnits } from '../shell/units.ts';
import classes from './Guide.module.css';

const roundWords = ({ lesson, result }: PracticeRound): string => {
  const { found, missed, imagined, right, asked } = result;
  if (lesson === 'measure')
    return `found ${found.length} of ${found.length + missed.length}${imagined.length > 0 ? `, named ${imagined.length} that ${imagined.length === 1 ? 'was' : 'were'} not there` : ''}`;
  return `${right} of ${asked} right`;
};

/** Own repeatability over rounds beside the lab's: a strip for each station. */
function Progress({
  rounds,
  lab,
}: {
  rounds: readonly PracticeRound[];
  lab: { quantity: string; sd: number }[];
}) {
  const units = useUnits();
  const measured = rounds.filter(({ lesson }) => lesson === 'measure');
  return (
    <DataTable
      label="Own repeatability beside the lab’s"
      rows={STATIONS.map((quantity) => ({
        quantity,
        own: measured
          .flatMap(
            ({ result }) => result.stations.find((one) => one.quantity === quantity)?.sd ?? [],
          )
          .slice(0, 5),
        bias: measured
          .flatMap(
            ({ result }) => result.stations.find((one) => one.quantity === quantity)?.bias ?? [],
          )
          .slice(0, 5),
        lab: lab.find((one) => one.quantity === quantity)?.sd ?? SCATTER[quantity],
      }))}
      keyOf={({ quantity }) => quantity}
      columns={[
        {
          head: 'Station',
          cell: ({ quantity }) => units.define(quantity as QuantityId).name,
          names: true,
        },
        {
          head: 'Your repeats, the latest first',
          cell: ({ quantity, own }) =>
            own.map((sd) => units.span(quantity as QuantityId, sd).replace('+', '')).join(', ') ||
            'none yet',
          figure: true,
        },
        {
          head: 'This lab',
          cell: ({ quantity, lab: sd }) => units.span(quantity as QuantityId, sd).replace('+', ''),
          figure: true,
        },
        {
          head: 'Off the truth',
          cell: ({ quantity, bias }) =>
            bias.map((by) => units.span(quantity as QuantityId, by)).join(', ') || '–',
          figure: true,
        },
      ]}
    />
  );
}

/** Practice on shoes that are made up: what to take up, and how it went so far. */
export function PracticePage() {
  const [person] = usePerson();
  const practice = usePractice(person);
  const rounds = practice.data?.rounds ?? [];
  return (
    <>
      <h2>Practice</h2>
      <p>
        Shoes that are made up, on gauges that are simulated. Something is wrong on most tables, as
        it happens. Ten minutes make a new hand usable; nothing of it enters the book’s readings.
      </p>
      <div className={classes.ways}>
        {LESSON_IDS.map((id) => {
          const { name, says, minutes } = LESSONS[id];
          const last = rounds.find(({ lesson }) => lesson === id);
          return (
            <section key={id} aria-label={name}>
              <h3>{name}</h3>
              <p>{says}</p>
              <p className="soft">
                About {minutes} minutes.{' '}
                {last ? `Last time ${roundWords(last)}.` : 'Not taken yet.'}
              </p>
              <Button
                size="xs"
                component={Link}
                to={`/guide/practice/${id}`}
                aria-label={`Begin: ${name}`}
              >
                Begin
              </Button>
            </section>
          );
        })}
      </div>
      {rounds.length > 0 && practice.data && (
        <section aria-label="Progress">
          <h2>Progress{person && ` of ${person}`}</h2>
          <p className="soft">
            Standard deviation of repeats. Who repeats as the lab does is as good as its hands; a
            figure that is off the truth in the same way each time is a technique, not a scatter.
          </p>
          <Progress rounds={rounds} lab={practice.data.lab} />
          <DataTable
            label="Rounds"
            rows={rounds}
            keyOf={({ id }) => id}
            columns={[
              { head: 'On', cell: ({ at }) => at.slice(0, 16).replace('T', ' '), names: true },
              { head: 'Lesson', cell: ({ lesson }) => LESSONS[lesson].name },
              { head: 'It went', cell: roundWords },
              {
                head: 'Took',
                cell: ({ result }) => `${Math.round(result.seconds)} s`,
                figure: true,
              },
            ]}
          />
        </section>
      )}
    </>
  );
}
