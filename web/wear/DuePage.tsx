import { Button, TextInput } from '@mantine/core';
import { useRef, useState } from 'react';
import { Link } from 'react-router';
import { v7 as newId } from 'uuid';
import { DUE_KINDS, type DueKind } from '#contract/due-records.ts';
import { useChange } from '../api/queries.ts';
import { addressOf } from '../api/request.ts';
import { useDue } from '../api/wear-queries.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { useDraft } from '../kit/draft.ts';
import { EditionSelect } from '../shell/EditionSelect.tsx';
import { PageFault } from '../shell/PageFault.tsx';
import { PairSelect } from '../shell/PairSelect.tsx';
import { Taps } from '../shell/Taps.tsx';
import { DuePaper } from './DuePaper.tsx';
import { whenOf } from './due-words.ts';
import { WearLinks } from './WearLinks.tsx';
import classes from './WearPage.module.css';

const KIND_WORDS: Record<DueKind, string> = {
  look: 'looks',
  return: 'returns',
  loan: 'loans',
  calibration: 'calibrations',
  'second look': 'second looks',
};

/** A second look that readers were promised: on a day, at a distance of a pair, or whichever is first. */
function SecondLookForm() {
  const add = useChange('addSecondLook');
  const id = useRef(newId());
  const [{ edition, tag, what, on, km }, put, drop] = useDraft('second look', {
    edition: '',
    tag: '',
    what: '',
    on: '',
    km: '',
  });
  const [asked, setAsked] = useState('');
  const send = () => {
    const atKm = km.trim() === '' ? null : Number(km.replace(',', '.'));
    if (edition === '') setAsked('Of which edition?');
    else if (what.trim() === '') setAsked('What was promised? Such as: after a winter.');
    else if (atKm !== null && !(atKm > 0)) setAsked('A distance is a number of km.');
    else {
      setAsked('');
      add.mutate(
        { body: { id: id.current, edition, tag: tag || null, what, on: on || null, atKm } },
        {
          onSuccess: () => {
            id.current = newId();
            drop({ edition, tag });
          },
        },
      );
    }
  };
  return (
    <form
      noValidate
      aria-label="A second look"
      className={classes.fields}
      onSubmit={(event) => {
        event.preventDefault();
        send();
      }}
    >
      <EditionSelect
        size="xs"
        label="Of the edition"
        value={edition}
        onChange={(edition) => put({ edition })}
      />
      <TextInput
        size="xs"
        w={200}
        label="What was promised"
        placeholder="after 160 km, after snow"
        maxLength={200}
        value={what}
        onChange={(event) => put({ what: event.currentTarget.value })}
      />
      <TextInput
        size="xs"
        type="date"
        label="On"
        value={on}
        onChange={(event) => put({ on: event.currentTarget.value })}
      />
      <TextInput
        size="xs"
        w={90}
        label="or at km"
        inputMode="decimal"
        value={km}
        onChange={(event) => put({ km: event.currentTarget.value })}
      />
      <PairSelect
        size="xs"
        label="of the pair"
        placeholder="a pair"
        value={tag}
        onChange={(tag) => put({ tag })}
      />
      <Button type="submit" size="xs" variant="default" loading={add.isPending}>
        Keep the promise
      </Button>
      <p role="status" className="look-here">
        {asked || add.error?.message}
      </p>
    </form>
  );
}

/** Everything that is due in the house, what is late first; and as a calendar file. */
export function DuePage() {
  const due = useDue();
  const end = useChange('endSecondLook');
  const [kind, setKind] = useState<DueKind | ''>('');
  if (due.isError && !due.data) return <PageFault error={due.error} />;
  if (!due.data) return null;
  const { items } = due.data;
  const rows = items.filter((item) => kind === '' || item.kind === kind);
  const late = items.filter((item) => item.late).length;
  return (
    <>
      <div className={`${classes.page} ${classes.screen}`}>
        <header className={classes.head}>
          <h1>
            What is due{' '}
            <span className="soft">
              {items.length === 0
                ? 'nothing'
                : `${items.length} in all${late > 0 ? `, ${late} now or late` : ''}`}
            </span>
          </h1>
          <WearLinks />
        </header>
        <div className={classes.wearers}>
          <Taps
            asks="Only"
            answers={DUE_KINDS.map((one) => [one, KIND_WORDS[one]] as const)}
            isPressed={(one) => kind === one}
            onTap={(one) => setKind(kind === one ? '' : one)}
          />
          <Button
            component="a"
            size="xs"
            variant="default"
            download
            href={addressOf('getCalendar')}
          >
            As a calendar file
          </Button>
          <Button size="xs" variant="default" onClick={() => window.print()}>
            Print
          </Button>
        </div>
        {rows.length === 0 ? (
          <p>Nothing of it is due.</p>
        ) : (
          <DataTable
            label="Due"
            rows={rows}
            keyOf={({ id }) => id}
            columns={[
              {
                head: 'When',
                cell: (item) => (
                  <span className={item.late ? 'look-here' : undefined}>{whenOf(item)}</span>
                ),
              },
              { head: 'What', cell: ({ what, to }) => <Link to={to}>{what}</Link>, names: true },
              { head: 'Why', cell: ({ why }) => why },
              {
                head: 'End it',
                unseen: true,
                cell: ({ lookId, what }) =>
                  lookId !== null &&
                  (['done', 'dropped'] as const).map((how) => (
                    <Button
                      key={how}
                      size="compact-xs"
                      variant="subtle"
                      aria-label={`${what}: ${how}`}
                      onClick={() => end.mutate({ params: { id: lookId }, body: { how } })}
                    >
                      {how}
                    </Button>
                  )),
              },
            ]}
          />
        )}
        <h2>A second look that readers were promised</h2>
        <SecondLookForm />
      </div>
      <DuePaper items={rows} />
    </>
  );
}
