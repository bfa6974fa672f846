import { Button, FileButton, Kbd } from '@mantine/core';
import { useLayoutEffect, useRef } from 'react';
import type { Instrument, Protocol } from '#contract/lab-records.ts';
import type { LiveGauge } from '#contract/live-gauges.ts';
import type { CurveTraits } from '#core/catalogue/quantity.ts';
import { apparentEi } from '#core/curves/curve-analysis.ts';
import { stackBasisKey } from '#core/figures/basis.ts';
import type { Place } from '#core/figures/hand-order.ts';
import type { Room } from '#core/figures/room.ts';
import { writeNumber } from '#core/sizing/number-words.ts';
import { CurveChart } from '../drawing/CurveChart.tsx';
import { QuantityDrawing } from '../drawing/QuantityDrawing.tsx';
import { useUnits } from '../shell/units.ts';
import { CurveColumns } from './CurveColumns.tsx';
import classes from './CurvePanel.module.css';
import { useCurve } from './curve.ts';
import type { Sitting } from './sitting.ts';

const AXES = {
  angle: 'angle, °',
  displacement: 'displacement, mm',
  moment: 'moment, N·m',
  force: 'force, N',
};

/** Millimetres of a span that a set-up states: `span 120 mm`. */
function spanOf(setup: string): number | undefined {
  const found = /span\s+(\d+(?:\.\d+)?)\s*mm/i.exec(setup);
  return found ? Number(found[1]) : undefined;
}

const digits = (value: number, n = 3) => Number(value.toPrecision(n)).toString();

/** A station that is taken as a curve: loops, window, stiffness, loss and return. */
export function CurvePanel({
  sitting,
  place,
  traits,
  protocol,
  setup,
  instrument,
  live,
  room,
  tag,
  onNext,
  onRecorded,
}: {
  sitting: Sitting;
  place: Place;
  traits: CurveTraits;
  protocol: Protocol;
  setup: string;
  instrument: Instrument | undefined;
  live: LiveGauge | undefined;
  room: Room;
  tag: string;
  /** Told what the key that takes a reading does here: run the fixture, or record the curve. */
  onNext: (act: () => void) => void;
  /** The curve is in the book with this stiffness: the hand may go on. */
  onRecorded: (value: number) => void;
}) {
  const units = useUnits();
  const reset = useRef<() => void>(null);
  const definition = units.define(place.quantity);
  const unit = units.unitOf(place.quantity).symbol;
  const curve = useCurve(sitting, place, traits, instrument, room, tag);
  const { state } = curve;
  const { drawn } = state;
  const recorded = state.stored !== undefined;
  const standing = sitting.standingAt(place.quantity, place.side).at(-1);
  const moved =
    recorded &&
    (standing?.curveWindow?.[0] !== state.window[0] ||
      standing?.curveWindow?.[1] !== state.window[1]);
  const windowUnit = AXES[traits.windowOn === 'x' ? traits.x : traits.y].split(', ')[1] ?? '';
  const stiffness = drawn?.stiffness;
  const span = spanOf(setup);
  const connected = live?.state === 'steady' || live?.state === 'moving';
  const recordable =
    drawn !== undefined && !recorded && stiffness !== undefined && instrument !== undefined;
  const run = () => void curve.run(stackBasisKey(protocol.stack));
  const record = () => void curve.send(onRecorded);
  // A key may come as soon as the panel is seen, before effects that run later.
  useLayoutEffect(() =>
    onNext(() => {
      if (state.busy !== '') return;
      if (recordable) record();
      else run();
    }),
  );
  return (
    <div className={classes.panel}>
      <div className={classes.chart}>
        {drawn ? (
          <CurveChart
            loops={drawn.drawn}
            averaged={drawn.averaged}
            x={drawn.x}
            y={drawn.y}
            xName={AXES[traits.x]}
            yName={AXES[traits.y]}
            window={state.window}
            windowOn={traits.windowOn}
            side={place.side}
            name={`${place.quantity}-${tag.toLowerCase()}-${place.side}`}
            says={`${definition.name}, ${place.side}: ${drawn.cycleCount} cycles, ${drawn.counted} counted${
              stiffness ? `, stiffness ${digits(stiffness.mean)} ${unit}` : ''
            }. Window from ${state.window[0]} to ${state.window[1]} ${windowUnit}.`}
            onWindow={curve.setWindow}
          />
        ) : (
          <div className={classes.empty}>
            <QuantityDrawing definition={definition} height={170} />
            <p>
              No curve of the {place.side} shoe yet. Run the fixture, or bring a file with the
              columns{' '}
              <span className="figure">
                {traits.x === 'angle' ? 'angle_deg, moment_nm' : 'displacement_mm, force_n'}
              </span>
              . {setup ? `Set-up: ${setup}.` : 'The protocol states no set-up.'}
            </p>
          </div>
        )}
      </div>
      <div className={classes.side}>
        <div className={classes.buttons}>
          <Button
            size="xs"
            onClick={run}
            disabled={!connected || state.busy !== ''}
            title={connected ? '' : live?.says || 'The fixture is not connected'}
          >
            Run fixture {!recordable && <Kbd ml={6}>Space</Kbd>}
          </Button>
          <FileButton
            accept=".csv,text/csv,text/plain"
            resetRef={reset}
            onChange={(file) => {
              if (file) void curve.readFile(file);
              // A file that was mended is chosen again by the same name.
              reset.current?.();
            }}
          >
            {(props) => (
              <Button {...props} size="xs" variant="default" disabled={state.busy !== ''}>
                Curve from a file…
              </Button>
            )}
          </FileButton>
          {state.busy.startsWith('running') && (
            <Button size="xs" variant="default" onClick={curve.stop}>
              Stop
            </Button>
          )}
        </div>
        <p role="status" className={classes.busy}>
          {state.busy || curve.saved}
        </p>
        {state.faults.length > 0 && (
          <div role="alert" className={classes.faults}>
            {state.faultCount > 1 && (
              <p>{state.faultCount.toLocaleString('en')} faults; nothing was taken.</p>
            )}
            <ul>
              {state.faults.slice(0, 6).map((fault) => (
                <li key={`${fault.line} ${fault.column} ${fault.message}`}>
                  {fault.line > 0 && <span className="figure">line {fault.line}: </span>}
                  {fault.message}
                </li>
              ))}
            </ul>
          </div>
        )}
        {state.columns.length > 0 && (
          <CurveColumns
            columns={state.columns}
            traits={traits}
            onNamed={(names) => void curve.nameColumns(names)}
          />
        )}
        {drawn && (
          <dl className={classes.figures}>
            <div>
              <dt>
                Stiffness, {writeNumber(state.window[0], 0)} to {writeNumber(state.window[1], 0)}{' '}
                {windowUnit}
              </dt>
              <dd className={`figure ${classes.large}`} data-testid="curve-stiffness">
                {stiffness ? `${digits(stiffness.mean)} ${unit}` : '–'}
              </dd>
              {stiffness && (
                <dd className={classes.soft}>
                  {stiffness.n === 1
                    ? 'from one cycle'
                    : `${stiffness.n} cycles scatter by ${digits(stiffness.sd, 2)}`}
                  {traits.x === 'angle' && ` · ${digits((stiffness.mean * 180) / Math.PI)} N·m/rad`}
                </dd>
              )}
              {stiffness && place.quantity === 'three-point' && span !== undefined && (
                <dd className={classes.soft}>
                  apparent EI {digits(apparentEi(stiffness.mean, span))} N·mm² at {span} mm
                </dd>
              )}
            </div>
            <div>
              <dt>Loss · return</dt>
              <dd className="figure">
                {drawn.lossJ && drawn.returnPercent
                  ? `${digits(drawn.lossJ.mean, 2)} J · ${drawn.returnPercent.mean.toFixed(0)} %`
                  : '–'}
              </dd>
              {drawn.set !== undefined && (
                <dd className={classes.soft}>
                  set after {drawn.cycleCount} cycles {digits(drawn.set, 2).replace('-', '\u2212')}{' '}
                  {traits.x === 'angle' ? '°' : 'mm'}
                </dd>
              )}
            </div>
            <div>
              <dt>Cycles</dt>
              <dd>
                {drawn.cycleCount} found, {drawn.counted} counted;{' '}
                {drawn.samples.toLocaleString('en')} samples
              </dd>
              {drawn.gaping > 0 && (
                <dd className="look-here">
                  {drawn.gaping} {drawn.gaping === 1 ? 'loop gapes' : 'loops gape'} by over 2 % of
                  range
                </dd>
              )}
            </div>
          </dl>
        )}
        {drawn?.faults.map((fault) => (
          <p key={fault.code} role="alert" className={classes.fault}>
            {fault.message}
          </p>
        ))}
        {drawn && !recorded && (
          <Button size="xs" onClick={record} disabled={!recordable || state.busy !== ''}>
            Record this curve <Kbd ml={6}>Space</Kbd>
          </Button>
        )}
        {drawn && recorded && (
          <Button
            size="xs"
            variant="default"
            onClick={curve.fitAgain}
            disabled={!moved || !stiffness}
          >
            Fit in this window
          </Button>
        )}
      </div>
    </div>
  );
}
