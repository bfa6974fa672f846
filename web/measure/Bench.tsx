import { NativeSelect } from '@mantine/core';
import { lazy, Suspense, useEffect, useRef, useState } from 'react';
import { Link, useOutletContext } from 'react-router';
import type { Lab, Protocol } from '#contract/lab-records.ts';
import type { PairRecord } from '#contract/pair-records.ts';
import { gaugeTraits } from '#core/catalogue/gauge.ts';
import { type MeasuredQuantityId, nameStation, type Side } from '#core/catalogue/quantities.ts';
import { nameTool } from '#core/catalogue/tools.ts';
import { nameStackBasis, stackBasisKey } from '#core/figures/basis.ts';
import { HAND_ORDERS, type HandOrder, type Place, placeAlong } from '#core/figures/hand-order.ts';
import { judgeRoom } from '#core/figures/room.ts';
import { editionName } from '#core/sizing/edition-name.ts';
import { lastLength, nameLabel } from '#core/sizing/size-label.ts';
import { findDoubtfulReading } from '#core/statistics/outlier.ts';
import { useExpected, useOtherTab } from '../api/queries.ts';
import { GaugeSelect } from '../bench/GaugeSelect.tsx';
import { useInstrument } from '../bench/instrument-choice.ts';
import { LiveFigure } from '../bench/LiveFigure.tsx';
import { useLiveReading } from '../bench/live-reading.ts';
import type { BenchReading } from '../bench/projected.ts';
import { useSteady } from '../bench/steady.ts';
import type { ShellContext } from '../shell/context.ts';
import { useUnits } from '../shell/units.ts';
import { Advice } from './Advice.tsx';
import classes from './Bench.module.css';
import { EntryField } from './EntryField.tsx';
import { useEntry } from './entry.ts';
import { FiguresSoFar } from './FiguresSoFar.tsx';
import { useStationsBeyond } from './one-more.ts';
import { usePlace } from './place.ts';
import { type RoomState, useRoom } from './room.ts';
import { SessionEnd } from './SessionEnd.tsx';
import { Slip } from './Slip.tsx';
import { StationDrawing } from './StationDrawing.tsx';
import { StationRail } from './StationRail.tsx';
import { StationStrips } from './StationStrips.tsx';
import { groupProtocols, offeredProtocols, type SessionTerms, useSitting } from './sitting.ts';

const NoteDialog = lazy(async () => ({
  default: (await import('./ReasonDialogs.tsx')).NoteDialog,
}));
const VoidDialog = lazy(async () => ({
  default: (await import('./ReasonDialogs.tsx')).VoidDialog,
}));
const SessionTermsDialog = lazy(async () => ({
  default: (await import('./SessionTermsDialog.tsx')).SessionTermsDialog,
}));
const RoomDialog = lazy(async () => ({ default: (await import('./RoomDialog.tsx')).RoomDialog }));
const OneMoreDialog = lazy(async () => ({
  default: (await import('./OneMoreDialog.tsx')).OneMoreDialog,
}));
const WhoseSessionDialog = lazy(async () => ({
  default: (await import('./WhoseSessionDialog.tsx')).WhoseSessionDialog,
}));
const CurvePanel = lazy(async () => ({ default: (await import('./CurvePanel.tsx')).CurvePanel }));

type Dialog =
  | { kind: 'note' | 'terms' | 'room' | 'one more' }
  | { kind: 'void'; reading: BenchReading };

function termsInWords(
  { configuration, removed, conditioned, wornKm }: SessionTerms,
  placed: readonly string[],
): string {
  return [
    [configuration, ...placed].join(': '),
    removed ? `without ${removed}` : '',
    wornKm > 0 ? `${wornKm.toFixed(0)} km` : 'new',
    conditioned === null ? '' : conditioned ? 'conditioned' : 'not conditioned',
  ]
    .filter(Boolean)
    .join(', ');
}

function roomInWords(room: RoomState): string {
  if (room.temperatureC === undefined) return 'not recorded';
  const humidity = room.humidityPct === undefined ? '' : ` · ${room.humidityPct.toFixed(0)} %`;
  return `${room.temperatureC.toFixed(1)} °C${humidity}`;
}

/** The bench: one pair, one protocol, one station at a time, by keyboard. */
export function Bench({
  record,
  lab,
  protocol,
  onProtocol,
}: {
  record: PairRecord;
  lab: Lab;
  protocol: Protocol;
  onProtocol: (id: string) => void;
}) {
  const sitting = useSitting(record, lab, protocol);
  const beyond = useStationsBeyond(record.pair.tag, protocol, sitting);
  const { stations } = beyond;
  const at = usePlace(record, stations, sitting);
  const units = useUnits();
  const { openHelp } = useOutletContext<ShellContext>();
  const field = useRef<HTMLInputElement>(null);
  /** What Space does at a station that is taken as a curve. */
  const curveKey = useRef<() => void>(() => undefined);
  const [dialog, setDialog] = useState<Dialog | null>(null);
  const [otherTab, setOtherTab] = useState(false);
  useOtherTab(record.pair.tag, () => setOtherTab(true));

  const { place, station, sides } = at;
  const { tag, label } = record.pair;
  const definition = units.define(place.quantity);
  const { able, instrument, choose } = useInstrument(lab, station?.tool, definition);
  const taken = sitting.standingAt(place.quantity, place.side).length;
  const reading = useLiveReading(instrument, station?.tool ?? definition.tool, {
    ...place,
    tag,
    basis: stackBasisKey(protocol.stack),
    words: nameStation(place.quantity, place.side, units.catalogue),
    taken,
  });
  const { live } = reading;
  const room = useRoom();
  const focus = () => field.current?.focus();
  const expected = useExpected(tag, protocol.id, sitting.terms);
  const entry = useEntry(sitting, at, instrument, reading, room, expected.data, focus);

  // biome-ignore lint/correctness/useExhaustiveDependencies(place.quantity): the field is given the focus at each new place
  // biome-ignore lint/correctness/useExhaustiveDependencies(place.side): as above
  useEffect(() => field.current?.focus(), [place.quantity, place.side]);
  // A dialog that closes gives the focus back to the hand.
  useEffect(() => {
    if (!dialog && sitting.askAbout === undefined) field.current?.focus();
  }, [dialog, sitting.askAbout]);

  const move = useSteady((next: Place) => {
    entry.leave();
    at.goTo(next);
    focus();
  });
  const goTo = useSteady((quantity: MeasuredQuantityId, side: Side = place.side) =>
    move({ quantity, side }),
  );
  const askToVoid = useSteady((reading: BenchReading) => setDialog({ kind: 'void', reading }));

  function stationAlong(step: number): void {
    const index = stations.findIndex((one) => one.quantity === place.quantity);
    const count = stations.length;
    const next = stations[(index + step + count) % count];
    if (next) move({ quantity: next.quantity, side: place.side });
  }

  /** Where one more thing was named with its figure: entered once the hand is there. */
  const entering = useRef(false);
  useEffect(() => {
    if (!entering.current) return;
    entering.current = false;
    entry.submit();
  });

  function measureOneMore(quantity: MeasuredQuantityId, side: Side = place.side, typed = ''): void {
    beyond.ask(quantity);
    entry.leave();
    at.goTo({ quantity, side: sides.includes(side) ? side : place.side }, typed);
    entering.current = typed !== '';
    focus();
  }

  /** Read by code that comes when it is wanted: most sittings want no more. */
  async function readOneMoreThing(): Promise<void> {
    const { readOneMore } = await import('#core/figures/one-more.ts');
    const read = readOneMore(at.text.trim().slice(1), units.catalogue);
    if (!read.ok) entry.setFault(read.fault.message);
    else measureOneMore(read.value.quantity, read.value.side, read.value.typed);
  }

  function otherShoe(): void {
    const other = sides.find((side) => side !== place.side);
    if (other) move({ quantity: place.quantity, side: other });
  }

  /** The reading that the bench doubts, else the last. */
  function voidHere(): void {
    const here = sitting.standingAt(place.quantity, place.side);
    const doubtful = findDoubtfulReading(
      here.map(({ value }) => value),
      {
        repeatabilitySd: station?.repeatability.sd ?? definition.repeatabilitySd,
        resolution: instrument ? gaugeTraits(instrument, new Date().toISOString()).resolution : 0,
      },
    );
    const aimedAt = doubtful ? here[doubtful.index] : here.at(-1);
    if (aimedAt) setDialog({ kind: 'void', reading: aimedAt });
    else entry.setFault('There is no reading here to void.');
  }

  const nth = stations.findIndex((one) => one.quantity === place.quantity) + 1;
  const datum = `${station?.setup ? `${station.setup}: ` : ''}${definition.datum}`;
  const verdict = judgeRoom(room);
  return (
    <div className={classes.bench}>
      <section className={classes.main} aria-label="Measure">
        <header>
          <h1>
            {definition.name}{' '}
            <span className={classes.pairName}>
              {tag} {editionName(record.edition)}, {nameLabel(label)}
            </span>
          </h1>
          <p className={`soft ${classes.datum}`} title={datum}>
            Station {nth} of {stations.length} ·{' '}
            <Link to={`/guide#${definition.id}`}>how it is taken</Link> · {datum}
          </p>
          {stations.length > 3 && (
            <StationRail
              sitting={sitting}
              place={place}
              places={at.places}
              sides={sides}
              stations={stations}
              onChoose={goTo}
            />
          )}
        </header>
        {otherTab && (
          <p role="status" className={classes.notice}>
            {tag} is open in another tab too. Readings from both are kept, none is overwritten.
          </p>
        )}
        {definition.curve ? (
          <Suspense fallback={<div style={{ height: 320 }} />}>
            <CurvePanel
              key={`${place.quantity} ${place.side}`}
              sitting={sitting}
              place={place}
              traits={definition.curve}
              protocol={protocol}
              setup={station?.setup ?? ''}
              instrument={instrument}
              live={live}
              room={room}
              tag={tag}
              onNext={(act) => {
                curveKey.current = act;
              }}
              onRecorded={(value) => {
                at.goTo(at.after(value));
                focus();
              }}
            />
          </Suspense>
        ) : (
          <>
            <StationDrawing
              sitting={sitting}
              quantity={place.quantity}
              sides={sides}
              stations={stations}
              length={lastLength(label)}
              tag={tag}
              onChoose={goTo}
            />
            <StationStrips
              sitting={sitting}
              place={place}
              sides={sides}
              gauge={instrument}
              repeatabilitySd={station?.repeatability.sd ?? definition.repeatabilitySd}
            />
          </>
        )}
        <div className={classes.entry}>
          <EntryField
            ref={field}
            place={place}
            trial={sitting.takenAt(place.quantity, place.side).length + 1}
            unit={units.unitOf(place.quantity).symbol}
            text={at.text}
            entry={entry}
            onText={(text) => {
              at.setText(text);
              entry.setFault('');
            }}
            onSubmit={() => {
              if (at.text.trim().startsWith('+')) void readOneMoreThing();
              else if (entry.submit()) move(placeAlong(place, at.places, 1));
            }}
            onLeave={() => {
              entry.leave();
              at.goTo(place);
              focus();
            }}
            onStation={stationAlong}
            onOther={sides.length > 1 ? otherShoe : undefined}
            onNote={() => setDialog({ kind: 'note' })}
            onVoid={voidHere}
            onTake={definition.curve ? () => curveKey.current() : entry.take}
            onHelp={openHelp}
            onOneMore={() => setDialog({ kind: 'one more' })}
            onGrade={(word) => {
              at.setText(word);
              entering.current = true;
              focus();
            }}
          />
          <div>
            <Advice
              sitting={sitting}
              place={place}
              station={station}
              gauge={instrument}
              onVoid={askToVoid}
            />
            {!instrument && (
              <p className="look-here">
                The lab has no {nameTool(station?.tool ?? definition.tool)}: add one under Lab,
                Instruments, or go on to the next station.
              </p>
            )}
            {!definition.curve && (
              <LiveFigure live={live} instrument={instrument} onTake={entry.take} />
            )}
          </div>
        </div>
        <FiguresSoFar record={record} lab={lab} sitting={sitting} quantity={place.quantity} />
        <footer className={classes.foot}>
          <NativeSelect
            size="xs"
            label="Protocol"
            className={classes.protocol}
            title={nameStackBasis(protocol.stack)}
            data={groupProtocols(offeredProtocols(lab, record), record.edition.uses).map(
              ({ group, items }) => ({
                group,
                items: items.map(({ id, name, version }) => ({
                  value: id,
                  label: version > 1 ? `${name}, version ${version}` : name,
                })),
              }),
            )}
            value={protocol.id}
            onChange={(event) => onProtocol(event.currentTarget.value)}
          />
          <NativeSelect
            size="xs"
            label="Order of the hand"
            w={142}
            data={[...HAND_ORDERS]}
            value={at.order}
            onChange={(event) => at.setOrder(event.currentTarget.value as HandOrder)}
          />
          <GaugeSelect able={able} instrument={instrument} onChoose={choose} />
          <button
            type="button"
            className={classes.terms}
            onClick={() => setDialog({ kind: 'terms' })}
          >
            <span>Shoes</span>
            {termsInWords(
              sitting.terms,
              (sitting.open ? sitting.session?.placed : undefined) ??
                record.placed.map(({ name }) => name),
            )}
          </button>
          <button
            type="button"
            className={classes.terms}
            onClick={() => setDialog({ kind: 'room' })}
            disabled={room.source === 'live'}
          >
            <span>Room{room.source === 'live' ? ', live' : ''}</span>
            <span className="figure">{roomInWords(room)}</span>{' '}
            {verdict !== 'not recorded' && (
              <strong className={verdict === 'out' ? 'look-here' : undefined}>{verdict}</strong>
            )}
          </button>
          <SessionEnd sitting={sitting} protocol={protocol} sides={sides} />
        </footer>
      </section>
      <Slip sitting={sitting} instruments={lab.instruments} onVoid={askToVoid} />
      <Suspense fallback={null}>
        {sitting.askAbout !== undefined && (
          <WhoseSessionDialog
            beganBy={sitting.askAbout}
            person={sitting.person}
            onChoose={sitting.choose}
          />
        )}
        {dialog?.kind === 'void' && (
          <VoidDialog
            reading={dialog.reading}
            here={sitting.standingAt(dialog.reading.quantity, dialog.reading.side)}
            onClose={() => setDialog(null)}
            onVoid={(readings, reason) => {
              setDialog(null);
              for (const reading of readings) sitting.voidReading(reading, reason);
            }}
          />
        )}
        {dialog?.kind === 'note' && (
          <NoteDialog
            draft={`note ${tag}`}
            onClose={() => setDialog(null)}
            onNote={(text) => {
              setDialog(null);
              sitting.addNote(text);
            }}
          />
        )}
        {dialog?.kind === 'terms' && (
          <SessionTermsDialog
            draft={`shoes ${sitting.open ? sitting.session?.id : tag}`}
            terms={sitting.terms}
            conditioning={protocol.conditioning}
            onClose={() => setDialog(null)}
            onDescribe={(terms) => {
              setDialog(null);
              sitting.describe(terms);
            }}
          />
        )}
        {dialog?.kind === 'one more' && (
          <OneMoreDialog
            onClose={() => setDialog(null)}
            onChoose={(quantity) => {
              setDialog(null);
              measureOneMore(quantity);
            }}
          />
        )}
        {dialog?.kind === 'room' && <RoomDialog room={room} onClose={() => setDialog(null)} />}
      </Suspense>
    </div>
  );
}
