import { Button, Textarea } from '@mantine/core';
import dayjs from 'dayjs';
import { useState } from 'react';
import { v7 as newId } from 'uuid';
import type { TestersHall } from '#contract/hall-records.ts';
import { nameLabel } from '#core/sizing/size-label.ts';
import { useDraft } from '../kit/draft.ts';
import { keep, useOutbox } from './hall-outbox.ts';
import { todayAtBench } from './hall-view.ts';
import { OutingTaps } from './OutingTaps.tsx';
import { draftOfOuting, freshDraft, type HallOuting, saidOf } from './outing-draft.ts';
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
  const [open, setOpen] = useState(false);
  const [draft, put, drop] = useDraft(`change ${outing.id}`, draftOfOuting(outing));
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
            aria-expanded={open}
            onClick={() => setOpen(!open)}
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
      {open && (
        <OutingTaps
          view={view}
          draft={draft}
          put={put}
          today={today}
          keepWords="Keep the change"
          onKeep={() => {
            void keep({
              path: `/hall/outings/${outing.id}/change`,
              body: saidOf(draft, today, outing),
              about: outing.id,
              words: `change ${words}`,
            });
            drop();
            setOpen(false);
          }}
        />
      )}
    </li>
  );
}

interface SentOuting {
  change: string;
  words: string;
}

/** What became of the outing that was sent last: it is said to be recorded only once the lab has it. */
function SentWords({ sent }: { sent: SentOuting | undefined }) {
  const { waiting } = useOutbox();
  const call = waiting.find(({ id }) => id === sent?.change);
  return (
    <p role="status" className="hall-said">
      {sent && call?.refused && (
        <span className="look-here">
          Not recorded: {sent.words}. {call.refused.detail}
        </span>
      )}
      {sent && call && !call.refused && `Saved on this phone: ${sent.words}. It is being sent.`}
      {sent && !call && `Recorded: ${sent.words}.`}
    </p>
  );
}

function NoteField({ pair }: { pair: TestersHall['pairs'][number] }) {
  const [{ words }, put, drop] = useDraft(`word on ${pair.id}`, { words: '' });
  return (
    <>
      <Textarea
        label={`A word on ${pair.tag}`}
        maxLength={500}
        value={words}
        onChange={(event) => put({ words: event.currentTarget.value })}
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
          drop();
        }}
      >
        Keep the word
      </Button>
    </>
  );
}

/** One page, one thumb: an outing now; below it what was kept, try-ons and words. */
export function TestersPage({ view, aheadMs }: { view: TestersHall; aheadMs: number }) {
  const [{ pairId }, choosePair] = useDraft('pair', { pairId: '' });
  const pair = view.pairs.find(({ id }) => id === pairId) ?? view.pairs[0];
  // Each pair has a draft of its own: what was said of one is not said of another.
  const [draft, put, drop] = useDraft(`outing ${pair?.id}`, freshDraft(view, pair?.id ?? ''));
  const [sent, setSent] = useState<SentOuting>();
  const [all, setAll] = useState(false);
  const today = todayAtBench(aheadMs);
  if (!pair) return <p>No pair has been given to you yet. Ask the lab for one.</p>;
  const keepOuting = () => {
    const words = `${draft.typed} in ${pair.tag}, ${day(draft.on || today)}`;
    const change = keep({
      path: '/hall/outings',
      body: { id: newId(), ...saidOf(draft, today) },
      words,
    });
    drop({ typed: draft.typed, surfaces: draft.surfaces });
    setSent({ change, words });
  };
  return (
    <>
      <PairChoice
        view={view}
        pairId={pair.id}
        onPair={(next) => {
          choosePair({ pairId: next });
          setSent(undefined);
        }}
      />
      <SentWords sent={sent} />
      <OutingTaps
        key={`${pair.id} ${sent?.change}`}
        view={view}
        draft={draft}
        put={(more) => {
          put(more);
          setSent(undefined);
        }}
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
