import { NativeSelect, Slider } from '@mantine/core';
import { useMemo, useState } from 'react';
import { labelRuler } from '#core/fit/label-ruler.ts';
import { lastLength, nameLabel, REFERENCE_LABEL } from '#core/sizing/size-label.ts';
import { useInsides } from '../api/fit-queries.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { LabelRuler, type RulerMark } from '../drawing/LabelRuler.tsx';
import { FitLinks } from './FitLinks.tsx';
import classes from './FitPage.module.css';

/** Lengths of lasts, mm: what is worn by most, and by children. */
const RANGES = {
  'adults, usual': [240, 310],
  'adults, all': [215, 360],
  children: [95, 215],
} as const;
type Range = keyof typeof RANGES;
const NAMES = Object.keys(RANGES) as Range[];

/** One ruler with feet, lasts and labels of all systems, and the insides of the shoes at hand. */
export function RulerPage() {
  const insides = useInsides();
  const [range, setRange] = useState<Range>('adults, usual');
  const [fromMm, toMm] = RANGES[range];
  const [placed, setPlaced] = useState(lastLength(REFERENCE_LABEL));
  const atMm = Math.min(toMm, Math.max(fromMm, placed));
  const rows = useMemo(() => labelRuler(fromMm, toMm), [fromMm, toMm]);
  const marks = (insides.data?.rows ?? []).flatMap(
    ({ name, label, inside, insole }): RulerMark[] => [
      ...(inside
        ? [{ name: `${name}, ${nameLabel(label)}`, kind: 'inside' as const, ...inside }]
        : []),
      ...(insole
        ? [{ name: `${name}, ${nameLabel(label)}`, kind: 'insole' as const, ...insole }]
        : []),
    ],
  );
  const read = rows.flatMap(({ id, name, school, readAt }) => {
    const words = readAt(atMm);
    return words ? [{ id, name: [name, school].filter(Boolean).join(', '), words }] : [];
  });
  return (
    <div className={classes.page}>
      <header className={classes.head}>
        <h1>The label ruler</h1>
        <FitLinks />
      </header>
      <p className="soft">
        All stand at one place where their formulas give one last. Move along it with the arrow keys
        or the pointer. Women’s labels stand twice: one school counts 1.5 above the men’s number by
        the last, another 1 on the measuring device. Many boxes differ by half a size from either.
      </p>
      <div className={classes.wearer}>
        <NativeSelect
          label="Lasts of"
          data={NAMES}
          value={range}
          onChange={(event) => setRange(event.currentTarget.value as Range)}
        />
        <div className={classes.slider}>
          <Slider
            label={(mm) => `${mm.toFixed(1)} mm`}
            thumbLabel="Last length, mm"
            min={fromMm}
            max={toMm}
            step={0.5}
            value={atMm}
            onChange={setPlaced}
          />
        </div>
      </div>
      <LabelRuler
        rows={rows}
        marks={marks}
        fromMm={fromMm}
        toMm={toMm}
        atMm={atMm}
        onPlace={setPlaced}
      />
      <section aria-label="Read off" aria-live="polite">
        <h2>At a last of {atMm.toFixed(1)} mm</h2>
        <DataTable
          label="Read off"
          rows={read}
          keyOf={({ id }) => id}
          columns={[
            { head: 'On', cell: ({ name }) => name, names: true },
            { head: 'Nearest printed (exact)', cell: ({ words }) => words, figure: true },
          ]}
        />
      </section>
      {marks.length === 0 && (
        <p className="soft">No inside was measured yet: shoes at hand come below the labels.</p>
      )}
    </div>
  );
}
