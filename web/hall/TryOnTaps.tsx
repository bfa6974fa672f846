import { Button } from '@mantine/core';
import { useState } from 'react';
import { v7 as newId } from 'uuid';
import type { HallBodyIn } from '#contract/hall-calls.ts';
import type { TestersHall } from '#contract/hall-records.ts';
import { useDraft } from '../kit/draft.ts';
import { Taps } from '../shell/Taps.tsx';
import { keep } from './hall-outbox.ts';

type Answers = HallBodyIn<'addTryOn'>['answers'];

const WIDTHS = [
  [-2, 'tight'],
  [-1, 'a little tight'],
  [0, 'right'],
  [1, 'a little loose'],
  [2, 'loose'],
] as const;
const PLACES = ['toe', 'ball', 'midfoot', 'heel'] as const;

/** A try-on in a few taps; the bench asks for more, and measures. */
export function TryOnTaps({ pair }: { pair: TestersHall['pairs'][number] }) {
  const [open, setOpen] = useState(false);
  const [{ answers }, change, drop] = useDraft(`try-on ${pair.id}`, { answers: {} as Answers });
  if (!open)
    return (
      <Button variant="default" onClick={() => setOpen(true)}>
        {pair.askTryOn ? `How does ${pair.tag} fit?` : `Try ${pair.tag} on again`}
      </Button>
    );
  const put = (more: Answers) => change({ answers: { ...answers, ...more } });
  const isEmpty = Object.keys(answers).length === 0;
  return (
    <form
      aria-label={`Try ${pair.tag} on`}
      onSubmit={(event) => {
        event.preventDefault();
        void keep({
          path: '/hall/try-ons',
          body: { id: newId(), pairId: pair.id, answers },
          words: `a try-on of ${pair.tag}`,
        });
        drop();
        setOpen(false);
      }}
    >
      <p>{pair.tag} on the feet, laced, standing:</p>
      <Taps
        className="hall-taps"
        asks="Room before the longest toe"
        answers={[
          ['short', 'short'],
          ['right', 'right'],
          ['long', 'long'],
        ]}
        isPressed={(room) => answers.toeRoom === room}
        onTap={(toeRoom) => put({ toeRoom })}
      />
      <Taps
        className="hall-taps"
        asks="The heel, walking"
        answers={[
          ['none', 'stays'],
          ['a little', 'slips a little'],
          ['lifts', 'lifts'],
        ]}
        isPressed={(heel) => answers.heel === heel}
        onTap={(heel) => put({ heel })}
      />
      {PLACES.map((place) => (
        <Taps
          key={place}
          className="hall-taps hall-five"
          asks={`Width at the ${place}`}
          answers={WIDTHS}
          isPressed={(width) => answers.width?.[place] === width}
          onTap={(width) => put({ width: { ...answers.width, [place]: width } })}
        />
      ))}
      <Taps
        className="hall-taps"
        asks="Toes touch on a quick stop"
        answers={[
          [true, 'yes'],
          [false, 'no'],
        ]}
        isPressed={(touch) => answers.toesTouch === touch}
        onTap={(toesTouch) => put({ toesTouch })}
      />
      <Button type="submit" disabled={isEmpty}>
        Keep the try-on
      </Button>
    </form>
  );
}
