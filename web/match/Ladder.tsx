import { memo, useState } from 'react';
import type { MatchFeatureId } from '#core/catalogue/match-feature-ids.ts';
import { matchFeature } from '#core/catalogue/match-features.ts';
import { SIDES, type Side } from '#core/catalogue/quantities.ts';
import { SEEN_INSTEAD } from '#core/catalogue/sights.ts';
import { contradictedSights } from '#core/match/contradicted-sights.ts';
import type { FeatureJudgement } from '#core/match/match.ts';
import { rungPlace } from '#core/match/match-drawing.ts';
import { readFootbedMark, readLabel } from '#core/sizing/printed-label.ts';
import { nameLabel, type SizeLabel } from '#core/sizing/size-label.ts';
import { FieldInput } from '../bench/Field.tsx';
import { GaugeSelect } from '../bench/GaugeSelect.tsx';
import { LiveFigure } from '../bench/LiveFigure.tsx';
import type { BenchCheck } from '../bench/projected.ts';
import { Question } from '../bench/Question.tsx';
import { useSteady } from '../bench/steady.ts';
import { RungMark } from '../drawing/RungMark.tsx';
import { type UnitWords, useUnits } from '../shell/units.ts';
import type { Check } from './check.ts';
import type { LadderEntry } from './entry.ts';
import classes from './Ladder.module.css';

import { isSight, type MatchPlace, orderOf, type RowId } from './rows.ts';
import { SightRow } from './SightRow.tsx';

interface LadderProps {
  bench: Check & { check: BenchCheck };
  /** Of the pair, as received. */
  label: SizeLabel;
  names: Partial<Record<MatchFeatureId, string | undefined>>;
  entry: LadderEntry;
  onName: (feature: MatchFeatureId, name: string) => void;
  onLeaveOut: (feature: MatchFeatureId) => void;
}

const ROW_NAMES = { labels: 'Label, as read', marks: 'Mark under the footbed' };
const ROW_HINTS = {
  labels: 'What stands on each tongue, then on the box: UK 8. Enter alone: as it was received.',
  marks: 'What is stamped or printed on the underside of each footbed. Empty Enter passes over.',
};

/** Right − left, signed: `+4.2 ± 0.7 mm`; against zero how far off the worse shoe stands. */
function differenceWords(
  { id, difference, U, against }: FeatureJudgement,
  units: UnitWords,
): string {
  if (difference === undefined || U === undefined) return '';
  const { kind, decimals } = matchFeature(id);
  const sign = difference > 0 && against === 'other' ? '+' : '';
  const { text } = units.writeKind(kind, difference, decimals, U);
  return against === 'zero' ? `${text} off` : `${sign}${text}`;
}

/** What a row needs of the hand: where it is in this row, and what is half typed beside it. */
interface RowHand {
  /** Set where the hand is in this row. */
  entry: LadderEntry | undefined;
  /** Half typed, by side. */
  left: string;
  right: string;
  box: string;
  onChoose: (place: MatchPlace) => void;
}

/** The rows where the hand is not are told nothing of what is typed: they do not render for it. */
function handIn(row: RowId, entry: LadderEntry): RowHand {
  const here = entry.place?.row === row;
  const draft = (side: MatchPlace['side']) =>
    here && entry.place?.side === side ? '' : entry.draftAt({ row, side } as MatchPlace);
  return {
    entry: here ? entry : undefined,
    left: draft('left'),
    right: draft('right'),
    box: row === 'labels' ? draft('box') : '',
    onChoose: entry.onChoose,
  };
}

function Cell({
  place,
  words,
  name,
  entry,
  draft,
  onChoose,
}: {
  place: MatchPlace;
  words: React.ReactNode;
  name: string;
  entry: LadderEntry | undefined;
  draft: string;
  onChoose: (place: MatchPlace) => void;
}) {
  const label = `${name}, ${place.side}`;
  if (draft)
    return (
      <button
        type="button"
        className={classes.cell}
        aria-label={`${label}, half typed: ${draft}`}
        onClick={() => onChoose(place)}
      >
        <em className={classes.draft}>{draft}…</em>
      </button>
    );
  if (entry?.place?.side !== place.side)
    return (
      <button
        type="button"
        className={classes.cell}
        aria-label={typeof words === 'string' && words ? `${label}: ${words}` : `Take ${label}`}
        onClick={() => onChoose(place)}
      >
        {words || '·'}
      </button>
    );
  return (
    <FieldInput
      ref={entry.ref}
      id="match-entry"
      className={classes.entry}
      label={label}
      text={entry.text}
      fault={entry.fault}
      selections={entry.selections}
      words={place.row === 'labels' || place.row === 'marks'}
      keys={entry.keys}
      onText={entry.onText}
    />
  );
}

function Naming({
  feature,
  name,
  onName,
}: {
  feature: MatchFeatureId;
  name: string | undefined;
  onName: (name: string) => void;
}) {
  const [text, setText] = useState(name ?? '');
  const keep = () => {
    if (text.trim() !== '' && text.trim() !== name) onName(text.trim());
  };
  return (
    <div className={classes.naming}>
      <label htmlFor={`name-${feature}`}>Name it, for this model:</label>
      <input
        id={`name-${feature}`}
        value={text}
        maxLength={60}
        placeholder={
          feature === 'outsole-small' ? 'heel window, width' : 'tread, heel to toe window'
        }
        onChange={(event) => setText(event.currentTarget.value)}
        onBlur={keep}
        onKeyDown={(event) => {
          if (event.key !== 'Enter') return;
          event.preventDefault();
          keep();
          document.getElementById('match-entry')?.focus();
        }}
      />
    </div>
  );
}

function valueWords(
  bench: LadderProps['bench'],
  feature: MatchFeatureId,
  side: Side,
  units: UnitWords,
) {
  const readings = bench.standingAt(feature, side);
  if (readings.length === 0) return '';
  const mean = readings.reduce((sum, { value }) => sum + value, 0) / readings.length;
  const { kind, decimals } = matchFeature(feature);
  const words = units.writeKind(kind, mean, decimals).value;
  if (readings.length === 1) return words;
  return (
    <>
      {words} <small>×{readings.length}</small>
    </>
  );
}

/** The gauge that this place is taken with, its live figure, and another where there is one. */
function GaugeInHand({ gauge, take }: Pick<LadderEntry, 'gauge' | 'take'>) {
  const { live, instrument, able, choose } = gauge;
  return (
    <>
      <GaugeSelect able={able} instrument={instrument} onChoose={choose} />
      <LiveFigure live={live} instrument={instrument} onTake={take} />
    </>
  );
}

function Hint({
  row,
  entry,
  names,
  onName,
  onLeaveOut,
}: { row: RowId } & Omit<LadderProps, 'bench' | 'label'>) {
  const units = useUnits();
  const measured = row !== 'labels' && row !== 'marks';
  return (
    <tr className={classes.hint}>
      <td colSpan={4}>
        {measured && matchFeature(row).named && (
          <Naming key={row} feature={row} name={names[row]} onName={(name) => onName(row, name)} />
        )}
        <div className={classes.how}>
          <span className="soft">
            {entry.corrects || (measured ? matchFeature(row).how : ROW_HINTS[row])}
          </span>
          {measured && (
            <button type="button" className="plain-link" onClick={() => onLeaveOut(row)}>
              leave out
            </button>
          )}
        </div>
        {measured && <GaugeInHand gauge={entry.gauge} take={entry.take} />}
        <p id="match-entry-fault" role="alert" className={classes.fault}>
          {entry.fault}
        </p>
        {measured && entry.asked && (
          <Question
            asked={entry.asked}
            name={`${names[row] ?? matchFeature(row).name}, ${entry.place?.side}`}
            write={(value) =>
              units.writeKind(matchFeature(row).kind, value, matchFeature(row).decimals).text
            }
            onAnswer={entry.answer}
            onTypeAgain={entry.onTypeAgain}
          />
        )}
      </td>
    </tr>
  );
}

/** What a mark under a footbed is in the shoe’s own size, whichever system it is stamped in. */
function markWords(mark: string, tongue: string, label: SizeLabel): string {
  const own = tongue ? readLabel(tongue) : undefined;
  const read = mark && readFootbedMark(mark, own?.ok ? own.value : label);
  if (!read) return '';
  return `${nameLabel(read.label)}: ${read.agrees ? 'its size' : 'another size'}`;
}

const SeenRow = memo(function SeenRow({
  row,
  bench,
  label,
  ...hand
}: { row: 'labels' | 'marks' } & Pick<LadderProps, 'bench' | 'label'> & RowHand) {
  const { entry, onChoose } = hand;
  const { seen } = bench.check;
  const texts = row === 'labels' ? seen.labels : seen.marks;
  const cell = (side: Side) => (
    <Cell
      place={{ row, side }}
      words={texts[side]}
      name={ROW_NAMES[row]}
      entry={entry}
      draft={hand[side]}
      onChoose={onChoose}
    />
  );
  return (
    <tr className={classes.row} data-active={entry !== undefined}>
      <td>{cell('left')}</td>
      <th scope="row">
        {row === 'labels' ? (
          <span className={classes.box}>
            Label · box
            <Cell
              place={{ row, side: 'box' }}
              words={seen.labels.box}
              name="Label on the box"
              entry={entry}
              draft={hand.box}
              onChoose={onChoose}
            />
          </span>
        ) : (
          <span className={classes.name}>{ROW_NAMES.marks}</span>
        )}
      </th>
      <td>{cell('right')}</td>
      <td className={classes.words}>
        {row === 'marks' &&
          SIDES.map((side) => (
            <div key={side}>{markWords(seen.marks[side], seen.labels[side], label)}</div>
          ))}
      </td>
    </tr>
  );
});

const FeatureRow = memo(function FeatureRow({
  feature,
  bench,
  names,
  ...hand
}: {
  feature: MatchFeatureId;
} & Pick<LadderProps, 'bench' | 'names'> &
  RowHand) {
  const { entry, onChoose } = hand;
  const units = useUnits();
  const judgement = bench.found?.judgements.find((one) => one.id === feature);
  const name = names[feature] ?? matchFeature(feature).name;
  const skipped = bench.check.seen.skipped.includes(feature);
  const look = SEEN_INSTEAD[feature];
  const isSeenAlike = look !== undefined && bench.check.seen.sights[look]?.state === 'sound';
  const cell = (side: Side) => (
    <Cell
      place={{ row: feature, side }}
      words={valueWords(bench, feature, side, units)}
      name={name}
      entry={entry}
      draft={hand[side]}
      onChoose={onChoose}
    />
  );
  const taken = judgement && judgement.verdict !== 'not taken';
  return (
    <tr
      className={classes.row}
      data-active={entry !== undefined}
      data-verdict={judgement?.verdict}
      data-skipped={skipped}
    >
      <td>{cell('left')}</td>
      <th scope="row">
        <button
          type="button"
          className={classes.name}
          onClick={() => onChoose({ row: feature, side: 'left' })}
        >
          {name}
        </button>
        {judgement && <RungMark place={rungPlace(judgement)} verdict={judgement.verdict} />}
      </th>
      <td>{cell('right')}</td>
      <td className={classes.words}>
        {skipped && !taken ? (isSeenAlike ? 'alike, seen' : 'left out') : null}
        {judgement && taken && (
          <>
            <b>
              {judgement.verdict}
              {judgement.askAgain ? ': take both again' : ''}
            </b>
            <span className="figure">{differenceWords(judgement, units)}</span>
          </>
        )}
      </td>
    </tr>
  );
});

/** The ladder: features down the middle, the shoes at the sides, the difference on its rung. */
export function Ladder(props: LadderProps) {
  const { bench, names, entry } = props;
  const onSee = useSteady(bench.see);
  const contradicted = contradictedSights(bench.found?.judgements ?? []);
  const untaken = (bench.found?.judgements ?? [])
    .filter(({ verdict }) => verdict === 'not taken')
    .map(({ id }) => id)
    .join(' ');
  return (
    <table className={classes.ladder} aria-label="Match ladder">
      <colgroup>
        <col />
        <col />
        <col />
        <col />
      </colgroup>
      <thead>
        <tr>
          <th scope="col" data-side="left" className="left">
            Left
          </th>
          <th scope="col">right smaller · tolerance hatched · larger</th>
          <th scope="col" data-side="right" className="right">
            Right
          </th>
          <th scope="col">right less left</th>
        </tr>
      </thead>
      <tbody>
        {orderOf(bench.check.kind).flatMap((row) => {
          if (isSight(row))
            return [
              <SightRow
                key={row}
                checkId={bench.check.id}
                id={row}
                sight={bench.check.seen.sights[row]}
                disabled={bench.check.decision !== null}
                contradictedBy={(contradicted[row] ?? []).join(', ')}
                untaken={untaken}
                onSee={onSee}
              />,
            ];
          return [
            row === 'labels' || row === 'marks' ? (
              <SeenRow
                key={row}
                row={row}
                bench={bench}
                label={props.label}
                {...handIn(row, entry)}
              />
            ) : (
              <FeatureRow
                key={row}
                feature={row}
                bench={bench}
                names={names}
                {...handIn(row, entry)}
              />
            ),
            ...(entry.place?.row === row
              ? [
                  <Hint
                    key={`${row} hint`}
                    row={row}
                    entry={entry}
                    names={names}
                    onName={props.onName}
                    onLeaveOut={props.onLeaveOut}
                  />,
                ]
              : []),
          ];
        })}
      </tbody>
    </table>
  );
}
