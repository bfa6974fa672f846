import { Button, Textarea } from '@mantine/core';
import dayjs from 'dayjs';
import { useState } from 'react';
import { v7 as newId } from 'uuid';
import type { TestersHall } from '#contract/hall-records.ts';
import { nameLabel } from '#core/sizing/size-label.ts';
import { keep } from './hall-outbox.ts';
import { todayAtBench } from './hall-view.ts';
import { OutingTaps } from './OutingTaps.tsx';
import {
  draftOfOuting,
  freshDraft,
  type HallOuting,
  keepDraft,
  keptDraft,
  type OutingDraft,
  saidOf,
} from './outing-draft.ts';
import { TryOnTaps } from './TryOnTaps.tsx';
import { WaitingList } from './WaitingList.tsx';

/** Outings that are shown at first. */
const FEW = 5;

const day = (iso: string) => dayjs(iso).format('ddd D MMM');

/** The pair that is worn: the last one first, another by a tap. */
function PairChoice({
  view,
  pairId,
  onPair,
}: {
  view: TestersHall;
  pairId: string;
  onPair: (id: string) => void;
}) {
  const [open, setOpen] = useState(false);
  const pair = view.pairs.find(({ id }) => id === pairId);
  if (!pair) return null;
  return (
    <section aria-label="The pair" className="hall-pair">
      <p>
        <span className="figure">{pair.tag}</span>
        <strong>{pair.name}</strong>
        <span className="soft">
          {nameLabel(pair.label)} · {pair.km.toFixed(0)} km so far
        </span>
      </p>
      {view.pairs.length > 1 && (
        <button
          type="button"
          className="hall-word"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
        >
          another pair
        </button>
      )}
      {open && (
        <ul className="hall-list">
          {view.pairs.map(({ id, tag, name, lastOn }) => (
            <li key={id}>
              <button
                type="button"
                className="hall-row"
                aria-pressed={id === pairId}
                onClick={() => {
                  onPair(id);
                  setOpen(false);
                }}
              >
                <span className="figure">{tag}</span> {name}
                {lastOn && <span className="soft"> last {day(lastOn)}</span>}
              </button>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

/** An outing that was kept: changed with a trace, withdrawn, and had back. */
function KeptOuting({
  outing,
  view,
  today,
}: {
  outing: HallOuting;
  view: TestersHall;
  today: string;
}) {
  const [draft, setDraft] = useState<OutingDraft>();
  const words = `${outing.km.toFixed(1)} km in ${outing.tag}, ${day(outing.on)}`;
  const ground = [...outing.surfaces, outing.wet].filter(Boolean).join(', ');
  const act = (what: 'withdrawal' | 'return') =>
    void keep({
      path: `/hall/outings/${outing.id}/${what}`,
      about: outing.id,
      words: `${what === 'return' ? 'take back the withdrawal of' : 'withdraw'} ${words}`,
    });
  return (
    <li className={outing.withdrawn ? 'hall-withdrawn' : undefined}>
      <span>
        {words} <span className="soft">{ground}</span>
      </span>{' '}
      {outing.withdrawn ? (
        <Button
          size="compact-sm"
          variant="subtle"
          aria-label={`Have back ${words}`}
          onClick={() => act('return')}
        >
          have it back
        </Button>
      ) : (
        <>
          <Button
            size="compact-sm"
            variant="subtle"
            aria-label={`Change ${words}`}
            aria-expanded={draft !== undefined}
            onClick={() => setDraft(draft ? undefined : draftOfOuting(outing))}
          >
            change
          </Button>
          <Button
            size="compact-sm"
            variant="subtle"
            aria-label={`Withdraw ${words}`}
            onClick={() => act('withdrawal')}
          >
            withdraw
          </Button>
        </>
      )}
      {draft && (
        <OutingTaps
          view={view}
          draft={draft}
          put={(more) => setDraft({ ...draft, ...more })}
          today={today}
          keepWords="Keep the change"
          onKeep={() => {
            void keep({
              path: `/hall/outings/${outing.id}/change`,
              body: saidOf(draft, today, outing),
              about: outing.id,
              words: `change ${words}`,
            });
            setDraft(undefined);
          }}
        />
      )}
    </li>
  );
}

function NoteField({ pair }: { pair: TestersHall['pairs'][number] }) {
  const [words, setWords] = useState('');
  return (
    <>
      <Textarea
        label={`A word on ${pair.tag}`}
        maxLength={500}
        value={words}
        onChange={(event) => setWords(event.currentTarget.value)}
      />
      <Button
        variant="default"
        disabled={words.trim() === ''}
        onClick={() => {
          void keep({
            path: '/hall/notes',
            body: { id: newId(), pairId: pair.id, words: words.trim() },
            words: `a word on ${pair.tag}`,
          });
          setWords('');
        }}
      >
        Keep the word
      </Button>
    </>
  );
}

/** One page, one thumb: an outing now; below it what was kept, try-ons and words. */
export function TestersPage({ view, aheadMs }: { view: TestersHall; aheadMs: number }) {
  const [draft, setDraft] = useState(() => keptDraft(view));
  const [said, setSaid] = useState('');
  const [all, setAll] = useState(false);
  const today = todayAtBench(aheadMs);
  const pair = view.pairs.find(({ id }) => id === draft.pairId) ?? view.pairs[0];
  if (!pair) return <p>No pair is yours yet. Ask the bench to give you one.</p>;
  const put = (more: Partial<OutingDraft>) => {
    const next = { ...draft, ...more };
    setDraft(next);
    keepDraft(next);
    setSaid('');
  };
  const keepOuting = () => {
    const words = `${draft.typed} in ${pair.tag}, ${day(draft.on || today)}`;
    void keep({
      path: '/hall/outings',
      body: { id: newId(), ...saidOf({ ...draft, pairId: pair.id }, today) },
      words,
    });
    keepDraft(undefined);
    setDraft({
      ...freshDraft(view),
      pairId: pair.id,
      typed: draft.typed,
      surfaces: draft.surfaces,
    });
    setSaid(`Kept: ${words}.`);
  };
  return (
    <>
      <PairChoice view={view} pairId={pair.id} onPair={(pairId) => put({ pairId })} />
      <p role="status" className="hall-said">
        {said}
      </p>
      <OutingTaps
        key={said}
        view={view}
        draft={{ ...draft, pairId: pair.id }}
        put={put}
        today={today}
        keepWords="Keep this outing"
        onKeep={keepOuting}
      />
      <WaitingList />
      <section aria-label="My outings">
        <h2>My outings</h2>
        {view.outings.length === 0 && <p className="soft">None yet.</p>}
        <ul className="hall-list">
          {view.outings.slice(0, all ? undefined : FEW).map((outing) => (
            <KeptOuting key={outing.id} outing={outing} view={view} today={today} />
          ))}
        </ul>
        {view.outings.length > FEW && !all && (
          <button type="button" className="hall-word" onClick={() => setAll(true)}>
            all {view.outings.length}
          </button>
        )}
      </section>
      <section aria-label="Try-ons">
        <h2>Try-ons</h2>
        <TryOnTaps key={pair.id} pair={pair} />
        <ul className="hall-list">
          {view.tryOns.map(({ id, tag, at, words }) => (
            <li key={id}>
              <span className="figure">{tag}</span> {words} <span className="soft">{day(at)}</span>
            </li>
          ))}
        </ul>
      </section>
      <section aria-label="My words">
        <h2>My words</h2>
        <NoteField key={pair.id} pair={pair} />
        <ul className="hall-list">
          {view.notes.map(({ id, tag, at, words }) => (
            <li key={id}>
              <span className="figure">{tag}</span> {words} <span className="soft">{day(at)}</span>
            </li>
          ))}
        </ul>
      </section>
    </>
  );
}
