import { TextInput } from '@mantine/core';
import { useState } from 'react';
import {
  EYELET_ROWS,
  FOOT_PLACES,
  FOOTBEDS_AGAINST,
  HEEL_HOLDS,
  LACE_PULLS,
  PAINS,
  SORE_PLACES,
  TOE_ROOMS,
  TRY_ON_AFTER,
} from '#core/fit/try-on.ts';
import { Taps } from '../shell/Taps.tsx';
import { Choice } from './Choice.tsx';
import classes from './FitPage.module.css';
import { type Draft, type SorePlace, widthWord } from './try-on-draft.ts';

type Answers = Draft['answers'];

const asWords = <T extends string>(words: readonly T[]) =>
  words.map((word) => [word, word] as const);
const YES = [
  [true, 'yes'],
  [false, 'no'],
] as const;
const WIDTHS = [-2, -1, 0, 1, 2].map((width) => [width, widthWord(width)] as const);

/** A length in mm that was measured with a ruler; nothing typed is not measured. */
function Millimetres({
  label,
  value,
  most,
  onChange,
}: {
  label: string;
  value: number | undefined;
  most: number;
  onChange: (value: number | undefined) => void;
}) {
  const [typed, setTyped] = useState(value === undefined ? '' : String(value));
  const number = Number(typed.replace(',', '.'));
  const isOdd = typed.trim() !== '' && !(Number.isFinite(number) && Math.abs(number) <= most);
  return (
    <TextInput
      size="xs"
      w={84}
      label={label}
      inputMode="decimal"
      value={typed}
      error={isOdd ? `a length in mm, up to ${most}` : undefined}
      onChange={(event) => {
        const text = event.currentTarget.value;
        setTyped(text);
        const length = Number(text.replace(',', '.'));
        onChange(
          text.trim() !== '' && Number.isFinite(length) && Math.abs(length) <= most
            ? length
            : undefined,
        );
      }}
    />
  );
}

/** The questions, in the order of the hand: every answer may be left out. */
export function Questions({
  answers,
  answer,
}: {
  answers: Answers;
  answer: (more: Partial<Answers>) => void;
}) {
  const sore = answers.sore ?? [];
  const toggle = (place: SorePlace) =>
    answer({ sore: sore.includes(place) ? sore.filter((one) => one !== place) : [...sore, place] });
  return (
    <>
      <div className={classes.pair}>
        <Choice
          asks="Room before the longest toe"
          answers={asWords(TOE_ROOMS)}
          value={answers.toeRoom}
          onChange={(toeRoom) => answer({ toeRoom })}
        />
        <Millimetres
          label="or mm"
          value={answers.toeGapMm}
          most={80}
          onChange={(toeGapMm) => answer({ toeGapMm })}
        />
      </div>
      <div className={classes.pair}>
        <Choice
          asks="The heel lifts"
          answers={asWords(HEEL_HOLDS)}
          value={answers.heel}
          onChange={(heel) => answer({ heel })}
        />
        <Millimetres
          label="or mm"
          value={answers.heelMm}
          most={80}
          onChange={(heelMm) =>
            answer({ heelMm: heelMm === undefined ? undefined : Math.abs(heelMm) })
          }
        />
      </div>
      {FOOT_PLACES.map((place) => (
        <Choice
          key={place}
          asks={`Width at the ${place}`}
          answers={WIDTHS}
          value={answers.width?.[place]}
          onChange={(width) => answer({ width: { ...answers.width, [place]: width } })}
        />
      ))}
      <Taps
        className={classes.wide}
        asks="Sore"
        answers={asWords(SORE_PLACES)}
        isPressed={(place) => sore.includes(place)}
        onTap={toggle}
      />
      <Choice
        asks="Toes touch on a quick stop"
        answers={YES}
        value={answers.toesTouch}
        onChange={(toesTouch) => answer({ toesTouch })}
      />
      <Choice
        asks="Laces are pulled"
        answers={asWords(LACE_PULLS)}
        value={answers.pull}
        onChange={(pull) => answer({ pull })}
      />
      <Choice
        asks="The rows of eyelets"
        answers={asWords(EYELET_ROWS)}
        value={answers.rows}
        onChange={(rows) => answer({ rows })}
      />
      <Choice
        asks="After"
        answers={asWords(TRY_ON_AFTER)}
        value={answers.after}
        onChange={(after) => answer({ after })}
      />
      <Choice
        asks="Pain"
        answers={asWords(PAINS)}
        value={answers.pain}
        onChange={(pain) => answer({ pain })}
      />
      <details className={classes.wide}>
        <summary>More: laces, the footbed beside a known one, worn outside</summary>
        <div className={classes.questions}>
          <Choice
            asks="Laces were let out for the toes"
            answers={YES}
            value={answers.lacesLetOut}
            onChange={(lacesLetOut) => answer({ lacesLetOut })}
          />
          <Choice
            asks="Top eyelet used"
            answers={YES}
            value={answers.topEyeletUsed}
            onChange={(topEyeletUsed) => answer({ topEyeletUsed })}
          />
          <div className={classes.pair}>
            <Choice
              asks="Its footbed beside that of a shoe that fits"
              answers={asWords(FOOTBEDS_AGAINST)}
              value={answers.footbed}
              onChange={(footbed) => answer({ footbed })}
            />
            <Millimetres
              label="gap before it, mm"
              value={answers.insoleGapMm}
              most={80}
              onChange={(insoleGapMm) =>
                answer({
                  insoleGapMm: insoleGapMm === undefined ? undefined : Math.abs(insoleGapMm),
                })
              }
            />
          </div>
          <Choice
            asks="An eyelet fewer than usual is used"
            answers={YES}
            value={answers.eyeletsFewer}
            onChange={(eyeletsFewer) => answer({ eyeletsFewer })}
          />
          <Choice
            asks="Worn outside, and the shop takes it back no more"
            answers={YES}
            value={answers.wornOutside}
            onChange={(wornOutside) => answer({ wornOutside })}
          />
        </div>
      </details>
    </>
  );
}
