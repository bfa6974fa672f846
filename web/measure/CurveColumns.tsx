import { Button, NativeSelect } from '@mantine/core';
import { useState } from 'react';
import type { CurveTraits } from '#core/catalogue/quantity.ts';
import { columnNames } from '#core/curves/curve-file.ts';
import classes from './CurvePanel.module.css';

/** A column that is none of the signals. */
const OTHER = 'other';

/** Asks which column of a file is which signal, and in which unit. */
export function CurveColumns({
  columns,
  traits,
  onNamed,
}: {
  columns: readonly string[];
  traits: CurveTraits;
  onNamed: (names: string[]) => void;
}) {
  const signals = [traits.x, traits.y] as const;
  const [places, setPlaces] = useState<string[]>(['0', '1']);
  const [names, setNames] = useState(signals.map((signal) => columnNames(signal)[0] ?? ''));
  const put = (list: string[], at: number, value: string) =>
    list.map((before, place) => (place === at ? value : before));
  const isTwice = places[0] === places[1];
  const read = () =>
    onNamed(
      columns.map((_, column) => {
        const signal = places.indexOf(String(column));
        return signal < 0 ? `${OTHER}_${column}` : (names[signal] ?? '');
      }),
    );
  return (
    <fieldset className={classes.columns}>
      <legend>Which column is which?</legend>
      {signals.map((signal, at) => (
        <div key={signal}>
          <NativeSelect
            size="xs"
            label={`The ${signal} is in`}
            data={columns.map((name, place) => ({ value: String(place), label: name }))}
            value={places[at]}
            onChange={(event) => setPlaces(put(places, at, event.currentTarget.value))}
          />
          <NativeSelect
            size="xs"
            label="as"
            aria-label={`The ${signal} is given as`}
            data={columnNames(signal)}
            value={names[at]}
            onChange={(event) => setNames(put(names, at, event.currentTarget.value))}
          />
        </div>
      ))}
      <Button size="xs" disabled={isTwice} onClick={read}>
        Read it so
      </Button>
      {isTwice && <p role="alert">Each signal has a column of its own.</p>}
    </fieldset>
  );
}
