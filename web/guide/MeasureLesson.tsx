import { Button, Checkbox, Kbd, NativeSelect, Switch } from '@mantine/core';
import { useHotkeys } from '@mantine/hooks';
import { useMemo, useRef, useState } from 'react';
import { SIDES, type Side } from '#core/catalogue/quantities.ts';
import {
  layTable,
  normalOf,
  type PracticeStation,
  STATIONS,
  seeded,
  showReading,
  TABLE_FAULT_IDS,
  TABLE_FAULTS,
  type TableFault,
  type Technique,
} from '#core/practice/lessons.ts';
import { scoreFaults, scoreStations, type TakenReading } from '#core/practice/score.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { useUnits } from '../shell/units.ts';
import classes from './Guide.module.css';
import type { LessonProps } from './lesson.ts';

/** Two readings of each shoe at each station. */
const TRIALS = 2;
const ORDER = STATIONS.flatMap((station) =>
  SIDES.flatMap((side) => Array.from({ length: TRIALS }, () => ({ station, side }))),
);

const TOOLS: Record<PracticeStation, string> = {
  mass: 'scale',
  'heel-stack': 'needle gauge',
  'forefoot-stack': 'needle gauge',
  'ball-width': 'caliper',
};

/** What a hand can put right, at the table. */
function TechniqueForm({
  technique,
  labels,
  onChange,
}: {
  technique: Technique;
  labels: Record<Side, string>;
  onChange: (technique: Technique) => void;
}) {
  return (
    <fieldset className={classes.asked}>
      <legend>The table as it stands</legend>
      <p>
        Labels: left {labels.left}, right {labels.right}
      </p>
      <NativeSelect
        size="xs"
        label="The scale is read"
        value={technique.look}
        data={['straight', 'from the side']}
        onChange={(event) =>
          onChange({ ...technique, look: event.currentTarget.value as Technique['look'] })
        }
      />
      <NativeSelect
        size="xs"
        label="The needle touches"
        value={technique.touch}
        data={['light', 'firm']}
        onChange={(event) =>
          onChange({ ...technique, touch: event.currentTarget.value as Technique['touch'] })
        }
      />
      <NativeSelect
        size="xs"
        label="Heel station, % of length"
        value={String(technique.stationPercent)}
        data={['8', '12', '16', '17']}
        onChange={(event) =>
          onChange({ ...technique, stationPercent: Number(event.currentTarget.value) })
        }
      />
      <Switch
        label="Caliper zeroed"
        checked={technique.zeroed}
        onChange={(event) => onChange({ ...technique, zeroed: event.currentTarget.checked })}
      />
      <Switch
        label="Twenty minutes in the shade"
        checked={technique.cooled}
        onChange={(event) => onChange({ ...technique, cooled: event.currentTarget.checked })}
      />
    </fieldset>
  );
}

/** Measure two shoes that are made up; then say what was wrong on the table. */
export function MeasureLesson({ seed, onDone }: LessonProps) {
  const units = useUnits();
  const table = useMemo(() => layTable(seed), [seed]);
  const [technique, setTechnique] = useState(table.found);
  const [readings, setReadings] = useState<TakenReading[]>([]);
  const [named, setNamed] = useState<TableFault[]>([]);
  const [done, setDone] = useState(false);
  const uniform = useRef(seeded(seed + 1));
  const [noise, setNoise] = useState(() => normalOf(seeded(seed + 2)));
  const at = ORDER[readings.length];
  const live = at ? showReading(table, at, technique, noise) : 0;
  const take = () => {
    if (!at || done) return;
    setReadings([...readings, { ...at, value: live }]);
    setNoise(normalOf(uniform.current));
  };
  // Space on a button presses that button: the key is the page's elsewhere.
  useHotkeys([['space', take]], ['INPUT', 'TEXTAREA', 'SELECT', 'BUTTON', 'A']);
  const scores = scoreStations(table, readings);
  const faults = scoreFaults(table.faults, named);
  const finish = () => {
    setDone(true);
    onDone({
      right: faults.found.length,
      asked: table.faults.length,
      found: faults.found.map((fault) => TABLE_FAULTS[fault]),
      missed: faults.missed.map((fault) => TABLE_FAULTS[fault]),
      imagined: faults.imagined.map((fault) => TABLE_FAULTS[fault]),
      stations: scores,
    });
  };
  const words = (list: readonly TableFault[]) =>
    list.map((fault) => TABLE_FAULTS[fault].toLowerCase()).join('; ') || 'nothing';
  return (
    <>
      {!done && (
        <TechniqueForm technique={technique} labels={table.labels} onChange={setTechnique} />
      )}
      {at && (
        <section aria-label="In hand">
          <h3>
            {units.define(at.station).name}, {at.side}, with the {TOOLS[at.station]}
          </h3>
          <p>
            <span className="figure" data-testid="practice-live" style={{ fontSize: '2rem' }}>
              {units.write(at.station, live).text}
            </span>{' '}
            <Button size="xs" onClick={take} title="Key: Space">
              Take reading <Kbd ml={6}>Space</Kbd>
            </Button>{' '}
            <span className="soft">
              {readings.length + 1} of {ORDER.length}
            </span>
          </p>
          <p role="status" className="soft">
            {readings.length > 0 &&
              `Taken: ${units.write(readings.at(-1)?.station ?? 'mass', readings.at(-1)?.value ?? 0).text}`}
          </p>
          {readings.length > 0 && (
            <Button
              size="compact-xs"
              variant="default"
              onClick={() => setReadings(readings.slice(0, -1))}
            >
              Take the last one back
            </Button>
          )}
        </section>
      )}
      {!at && !done && (
        <section aria-label="What was wrong">
          <Checkbox.Group
            label="What was wrong on this table?"
            value={named}
            onChange={(value) => setNamed(value as TableFault[])}
          >
            {TABLE_FAULT_IDS.map((fault) => (
              <Checkbox key={fault} value={fault} label={TABLE_FAULTS[fault]} mt={4} />
            ))}
          </Checkbox.Group>
          <Button size="xs" mt={10} onClick={finish}>
            Say so
          </Button>
        </section>
      )}
      {done && (
        <section aria-label="How it went">
          <h3 role="status">
            Found {faults.found.length} of {table.faults.length}
          </h3>
          <p>There was: {words(table.faults)}.</p>
          {faults.missed.length > 0 && <p>Missed: {words(faults.missed)}.</p>}
          {faults.imagined.length > 0 && <p>Not there: {words(faults.imagined)}.</p>}
          <DataTable
            label="Your figures against the truth"
            rows={scores}
            keyOf={({ quantity }) => quantity}
            columns={[
              { head: 'Station', cell: ({ quantity }) => units.define(quantity).name, names: true },
              {
                head: 'Off the truth',
                cell: ({ quantity, bias }) => units.span(quantity, bias),
                figure: true,
              },
              {
                head: 'Your repeats',
                cell: ({ quantity, sd }) =>
                  sd === null ? '–' : units.span(quantity, sd).replace('+', ''),
                figure: true,
              },
            ]}
          />
        </section>
      )}
    </>
  );
}
