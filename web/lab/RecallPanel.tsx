import { Button, TextInput } from '@mantine/core';
import { useQueryClient } from '@tanstack/react-query';
import dayjs from 'dayjs';
import { useState } from 'react';
import { Link } from 'react-router';
import { v7 as newId } from 'uuid';
import type { Instrument } from '#contract/lab-records.ts';
import { labelSlug, nameLabel } from '#core/sizing/size-label.ts';
import { useJob } from '../api/jobs.ts';
import { useChange } from '../api/queries.ts';
import { useRecall } from '../api/record-queries.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { useDraft } from '../kit/draft.ts';
import { useUnits } from '../shell/units.ts';
import { JobBar } from './JobBar.tsx';
import classes from './LabPage.module.css';

const ALWAYS = '2000-01-01';

const counted = (n: number, what: string) =>
  `${n.toLocaleString('en')} ${n === 1 ? what : `${what}s`}`;
const NONE = { pairs: 0, verdicts: 0, sheets: 0, matches: 0 };

/** What an instrument touched since a day, what becomes of it without, and the way to take it out. */
export function RecallPanel({ instrument }: { instrument: Instrument }) {
  const units = useUnits();
  const [since, setSince] = useState('');
  const [asked, setAsked] = useState(false);
  const [{ reason }, put, drop] = useDraft(`recall ${instrument.id}`, { reason: '' });
  const [fault, setFault] = useState('');
  const from = since || ALWAYS;
  const [job] = useState(() => newId());
  const recall = useRecall(instrument.id, from, job, asked);
  const progress = useJob(job, recall.isFetching);
  const client = useQueryClient();
  const stop = () => {
    setAsked(false);
    void client.cancelQueries({ queryKey: ['figures', 'recall', instrument.id] });
  };
  const take = useChange('recallInstrument');
  const found = recall.data;
  const counts = found?.counts ?? NONE;
  const voidAll = () => {
    if (reason.trim() === '') {
      setFault('A reason is needed: needle bent, found at the check of 3 March.');
      return;
    }
    take.mutate(
      { params: { id: instrument.id }, body: { since: from, reason: reason.trim() } },
      { onError: (error) => setFault(error.message), onSuccess: () => drop() },
    );
  };
  const lastGood = [...instrument.driftChecks].map((check) => check.at.slice(0, 10)).at(-2);
  return (
    <div>
      <h3 className={classes.heading}>Recall</h3>
      <p>
        Found out, or doubted? This lists every reading, verdict and sheet that {instrument.name}{' '}
        touched, and what becomes of them without it.
      </p>
      <div className={classes.add}>
        <TextInput
          size="xs"
          type="date"
          label="Since"
          description={
            lastGood
              ? `the check before last was on ${dayjs(lastGood).format('D MMM YYYY')}`
              : 'empty: ever'
          }
          value={since}
          onChange={(event) => setSince(event.currentTarget.value)}
        />
        <Button
          size="xs"
          variant="default"
          style={{ alignSelf: 'end' }}
          onClick={() => setAsked(true)}
          loading={recall.isFetching}
        >
          List what it touched
        </Button>
      </div>
      {asked && recall.isFetching && (
        <JobBar progress={progress} name="Looking through" of="pairs" onStop={stop} />
      )}
      {asked && found && (
        <div data-testid="recall">
          <p style={{ margin: '10px 0' }}>
            <strong>
              {found.readings.toLocaleString('en')} {found.readings === 1 ? 'reading' : 'readings'}
            </strong>{' '}
            of {counted(counts.pairs, 'pair')}; {counted(counts.verdicts, 'verdict')} and{' '}
            {counted(counts.sheets, 'sheet')} lean on them.
            {counts.pairs > found.pairs.length &&
              ` The first ${found.pairs.length.toLocaleString('en')} pairs are listed.`}
          </p>
          {found.sheets.length > 0 && (
            <p>
              Sheets:{' '}
              {found.sheets.map((sheet, index) => (
                <span key={`${sheet.slug} ${nameLabel(sheet.label)}`}>
                  {index > 0 && '; '}
                  <Link to={`/sheets/${sheet.slug}?label=${labelSlug(sheet.label)}`}>
                    {sheet.edition}, {nameLabel(sheet.label)}
                  </Link>
                </span>
              ))}
            </p>
          )}
          {found.matches.length > 0 && (
            <p>
              Left was held against right with it:{' '}
              {found.matches.map((match, index) => (
                <span key={`${match.tag} ${index}`}>
                  {index > 0 && '; '}
                  <Link to={`/pairs/${match.tag}/match`}>{match.tag}</Link>
                  {match.decision && ` (${match.decision})`}
                </span>
              ))}
              . Check these pairs again: what was decided is not changed by a recall.
            </p>
          )}
          {found.verdicts.length > 0 && (
            <DataTable
              rows={found.verdicts}
              keyOf={(one) => `${one.tag} ${one.quantity} ${one.about}`}
              columns={[
                {
                  head: 'Verdict on',
                  cell: (one) =>
                    `${one.tag}, ${units.define(one.quantity).name.toLowerCase()}: ${one.about}`,
                },
                { head: 'With it', cell: (one) => one.with },
                { head: 'Without', cell: (one) => one.without },
              ]}
            />
          )}
          <DataTable
            rows={found.pairs}
            keyOf={(one) => one.tag}
            columns={[
              {
                head: 'Pair',
                cell: (one) => (
                  <>
                    <Link to={`/pairs/${one.tag}/measure`}>{one.tag}</Link>{' '}
                    <span className="soft">{one.edition}</span>
                  </>
                ),
              },
              { head: 'Readings', cell: (one) => one.readings, figure: true },
              {
                head: 'Figures with it, and without',
                cell: (one) =>
                  one.figures.map((figure) => (
                    <span key={figure.quantity} style={{ display: 'block' }}>
                      {units.define(figure.quantity).name}{' '}
                      <span className="figure">
                        {units.write(figure.quantity, figure.with.value, figure.with.U).text}
                      </span>
                      {' → '}
                      <span className="figure">
                        {figure.without
                          ? units.write(figure.quantity, figure.without.value, figure.without.U)
                              .text
                          : 'no figure'}
                      </span>
                    </span>
                  )),
              },
            ]}
          />
          {found.readings > 0 && (
            <div className={classes.add}>
              <TextInput
                size="xs"
                w={340}
                aria-label="Why they are voided"
                placeholder="why: needle bent, found at a check"
                value={reason}
                error={fault}
                maxLength={200}
                onChange={(event) => {
                  put({ reason: event.currentTarget.value });
                  setFault('');
                }}
              />
              <Button size="xs" onClick={voidAll} loading={take.isPending}>
                Void these {found.readings.toLocaleString('en')} readings
              </Button>
            </div>
          )}
          <p className="soft">
            They leave the figures and stay in the record, each with the reason.
          </p>
        </div>
      )}
      {take.isSuccess && <p role="status">Voided {take.data.voided} readings.</p>}
    </div>
  );
}
