import { NativeSelect } from '@mantine/core';
import { useLocalStorage } from '@mantine/hooks';
import { lazy, Suspense, useEffect, useRef, useState } from 'react';
import { useOutletContext, useParams } from 'react-router';
import type { Lab, PairRecord, Protocol } from '#contract/records.ts';
import { nameStackBasis } from '#core/basis.ts';
import {
  HAND_ORDERS,
  type HandOrder,
  nextPlace,
  type Place,
  placeAlong,
  placesInOrder,
} from '#core/hand-order.ts';
import { questionReading } from '#core/plausibility.ts';
import { QUANTITIES, SIDES, type Side } from '#core/quantities.ts';
import { decideRepeats, MOST_JUDGED } from '#core/repeats.ts';
import { lastLength, nameLabel } from '#core/size-label.ts';
import { readTypedQuantity } from '#core/typed-quantity.ts';
import { useLab, useOtherTab, usePair } from '../api/queries.ts';
import { type ProfileStation, SoleProfile } from '../drawing/SoleProfile.tsx';
import { putOnBench } from '../shell/bench.ts';
import { editionName } from '../shell/names.ts';
import { PageFault } from '../shell/PageFault.tsx';
import type { ShellContext } from '../shell/Shell.tsx';
import { useUnits } from '../shell/units.ts';
import { Advice } from './Advice.tsx';
import { type Asked, EntryField } from './EntryField.tsx';
import { FiguresSoFar } from './FiguresSoFar.tsx';
import classes from './MeasurePage.module.css';
import { SessionEnd } from './SessionEnd.tsx';
import { Slip } from './Slip.tsx';
import { StationStrips } from './StationStrips.tsx';
import { protocolToUse, type Sitting, useSitting } from './sitting.ts';
import { type BenchReading, stands } from './waiting-readings.ts';

const NoteDialog = lazy(async () => ({
  default: (await import('./ReasonDialogs.tsx')).NoteDialog,
}));
const VoidDialog = lazy(async () => ({
  default: (await import('./ReasonDialogs.tsx')).VoidDialog,
}));

/** What is typed and where, kept in the browser until it is entered. */
interface Draft {
  place: Place | null;
  text: string;
}

function sidesOf(record: PairRecord): readonly Side[] {
  const { shoes } = record.pair;
  if (shoes === 'both') return SIDES;
  return shoes === 'left only' ? ['left'] : ['right'];
}

function wantsMore(values: number[], sd: number): boolean {
  if (values.length < 2 || values.length >= 4 || values.length > MOST_JUDGED) return false;
  return decideRepeats(values, sd).action === 'take-two-more';
}

function usePlace(record: PairRecord, protocol: Protocol, sitting: Sitting) {
  const [order, setOrder] = useLocalStorage<HandOrder>({
    key: 'emvex-hand-order',
    defaultValue: 'shoes in turn',
  });
  const [draft, setDraft] = useLocalStorage<Draft>({
    key: `emvex-draft-${record.pair.tag}`,
    defaultValue: { place: null, text: '' },
    getInitialValueInEffect: false,
  });
  const sides = sidesOf(record);
  const places = placesInOrder(protocol.stations, sides, order);
  const stateOf = (place: Place) => {
    const values = sitting.takenAt(place.quantity, place.side);
    const station = protocol.stations.find((one) => one.quantity === place.quantity);
    return { taken: values.length, wantsMore: wantsMore(values, station?.repeatability.sd ?? 0) };
  };
  const known = places.find(
    (place) => place.quantity === draft.place?.quantity && place.side === draft.place.side,
  );
  const first = places[0] ?? { quantity: 'mass' as const, side: 'left' as const };
  const start = () => {
    const { taken, wantsMore: more } = stateOf(first);
    const station = protocol.stations.find((one) => one.quantity === first.quantity);
    return taken < (station?.repeats ?? 1) || more
      ? first
      : nextPlace(first, protocol.stations, sides, order, stateOf);
  };
  const place = known ?? start();
  return {
    place,
    places,
    order,
    setOrder,
    text: draft.text,
    setText: (text: string) => setDraft({ place, text }),
    goTo: (next: Place, text = '') => setDraft({ place: next, text }),
    /** The place after a reading here, counting the one just recorded. */
    after: (recorded: number) =>
      nextPlace(place, protocol.stations, sides, order, (other) => {
        if (other.quantity !== place.quantity || other.side !== place.side) return stateOf(other);
        const values = [...sitting.takenAt(place.quantity, place.side), recorded];
        const station = protocol.stations.find((one) => one.quantity === place.quantity);
        return {
          taken: values.length,
          wantsMore: wantsMore(values, station?.repeatability.sd ?? 0),
        };
      }),
  };
}

function Bench({ record, lab, protocol }: { record: PairRecord; lab: Lab; protocol: Protocol }) {
  const sitting = useSitting(record, lab, protocol);
  const at = usePlace(record, protocol, sitting);
  const units = useUnits();
  const { openHelp } = useOutletContext<ShellContext>();
  const field = useRef<HTMLInputElement>(null);
  const [fault, setFault] = useState('');
  const [asked, setAsked] = useState<Asked | null>(null);
  const [correcting, setCorrecting] = useState<BenchReading | null>(null);
  const [dialog, setDialog] = useState<
    { kind: 'note' } | { kind: 'void'; reading: BenchReading } | null
  >(null);
  const [otherTab, setOtherTab] = useState(false);
  useOtherTab(record.pair.tag, () => setOtherTab(true));

  const { place } = at;
  const definition = QUANTITIES[place.quantity];
  const station = protocol.stations.find((one) => one.quantity === place.quantity);
  const gauge = lab.instruments.find((one) => one.id === station?.instrumentId);
  const unit = units.unitOf(place.quantity);
  const sides = sidesOf(record);
  const label = record.pair.label;

  useEffect(() => field.current?.focus(), [place.quantity, place.side]);
  // A dialog that closes gives the focus back to the hand.
  useEffect(() => {
    if (!dialog) field.current?.focus();
  }, [dialog]);

  function leave(): void {
    setFault('');
    setAsked(null);
    setCorrecting(null);
  }

  function enter(
    typed: string,
    value: number,
    bareUnit: string,
    note = '',
    side: Side = place.side,
  ): void {
    const next = correcting ? place : at.after(value);
    sitting.record({
      quantity: place.quantity,
      side,
      typed,
      unit: bareUnit,
      supersedes: correcting ?? undefined,
      reason: correcting ? 'mistyped' : '',
      note,
    });
    leave();
    at.goTo(side === place.side ? next : place);
    field.current?.focus();
  }

  function submit(): void {
    const text = at.text.trim();
    if (text === '') {
      leave();
      at.goTo(placeAlong(place, at.places, 1));
      return;
    }
    const read = readTypedQuantity(text, definition.kind, unit.symbol);
    if (!read.ok) {
      setFault(read.fault.message);
      return;
    }
    const others = (side: Side) =>
      sitting
        .standingAt(place.quantity, side)
        .filter((reading) => reading.id !== correcting?.id)
        .map((reading) => reading.value);
    const question = questionReading({
      quantity: place.quantity,
      side: place.side,
      value: read.value.value,
      bare: read.value.bare,
      unit: read.value.enteredUnit,
      soFar: { left: others('left'), right: others('right') },
      repeatabilitySd: station?.repeatability.sd ?? definition.repeatabilitySd,
    });
    if (question) {
      setFault('');
      setAsked({ text, value: read.value.value, question });
      return;
    }
    enter(text, read.value.value, unit.symbol);
  }

  /** Answers the question about an odd reading: as typed, or as the correction reads it. */
  function answer(correction: Asked['question']['corrections'][number] | null): void {
    if (!asked) return;
    if (!correction) {
      enter(asked.text, asked.value, unit.symbol, 'asked about, kept as typed');
      return;
    }
    const note = `typed ${asked.text}: ${correction.reason}`;
    if (correction.unit) enter(asked.text, correction.value, correction.unit, note);
    else if (correction.side)
      enter(asked.text, correction.value, unit.symbol, note, correction.side);
    else
      enter(
        `${Number(correction.value.toPrecision(12))} ${definition.kind === 'mass' ? 'g' : 'mm'}`,
        correction.value,
        unit.symbol,
        note,
      );
  }

  function correctLast(): void {
    const last = sitting.readings.findLast(stands);
    if (!last) return;
    at.goTo({ quantity: last.quantity, side: last.side }, last.typed);
    setCorrecting(last);
    setAsked(null);
  }

  function voidLast(): void {
    const last = sitting.standingAt(place.quantity, place.side).at(-1);
    if (last) setDialog({ kind: 'void', reading: last });
    else setFault('There is no reading here to void.');
  }

  function move(next: Place): void {
    leave();
    at.goTo(next);
    field.current?.focus();
  }

  function stationAlong(step: number): void {
    const index = protocol.stations.findIndex((one) => one.quantity === place.quantity);
    const count = protocol.stations.length;
    const next = protocol.stations[(index + step + count) % count];
    if (next) move({ quantity: next.quantity, side: place.side });
  }

  function otherShoe(): void {
    const other = sides.find((side) => side !== place.side);
    if (other) move({ quantity: place.quantity, side: other });
  }

  const { pair } = sitting.figures;
  const drawn: ProfileStation[] = protocol.stations.flatMap((one) => {
    const { at: share, name } = QUANTITIES[one.quantity];
    // The insole lies on the stack's own stations; the drawing names the stack there.
    if (share === undefined || one.quantity.endsWith('insole')) return [];
    const figure = pair[one.quantity];
    const taking = one.quantity === place.quantity;
    const words = figure ? wordsOf(figure) : taking ? 'taking' : 'to do';
    return [
      {
        key: one.quantity,
        name,
        at: share,
        words,
        state: taking ? ('taking' as const) : figure ? ('done' as const) : ('to do' as const),
        onChoose: () => move({ quantity: one.quantity, side: place.side }),
      },
    ];
  });
  function wordsOf(figure: NonNullable<(typeof pair)['mass']>): string {
    return units.writeOf(figure).text;
  }

  return (
    <div className={classes.bench}>
      <section className={classes.main} aria-label="Measure">
        <header className={classes.head}>
          <div>
            <h1>
              {definition.name}{' '}
              <span className={classes.pairName}>
                {record.pair.tag} {editionName(record.edition)}, {nameLabel(label)}
              </span>
            </h1>
            <p className="soft">
              Station {protocol.stations.findIndex((s) => s.quantity === place.quantity) + 1} of{' '}
              {protocol.stations.length} · {definition.datum}
            </p>
          </div>
        </header>
        {otherTab && (
          <p role="status" className={classes.notice}>
            {record.pair.tag} is open in another tab too. Readings from both are kept, none is
            overwritten.
          </p>
        )}
        <SoleProfile
          heel={pair['heel-stack']?.value}
          forefoot={pair['forefoot-stack']?.value}
          length={lastLength(label)}
          stations={drawn}
          says={`Side of the sole of ${record.pair.tag} to scale. ${drawn
            .map((one) => `${one.name}: ${one.words}`)
            .join('. ')}.`}
        />
        <StationStrips
          sitting={sitting}
          place={place}
          sides={sides}
          gauge={gauge}
          repeatabilitySd={station?.repeatability.sd ?? definition.repeatabilitySd}
        />
        <div className={classes.entry}>
          <EntryField
            ref={field}
            place={place}
            trial={sitting.takenAt(place.quantity, place.side).length + 1}
            unit={unit.symbol}
            text={at.text}
            correcting={correcting}
            fault={fault}
            asked={asked}
            onText={(text) => {
              at.setText(text);
              setFault('');
              setAsked(null);
            }}
            onSubmit={submit}
            onAnswer={answer}
            onLeave={() => {
              leave();
              at.setText('');
              field.current?.focus();
            }}
            onBack={correctLast}
            onStation={stationAlong}
            onOther={sides.length > 1 ? otherShoe : undefined}
            onNote={() => setDialog({ kind: 'note' })}
            onVoid={voidLast}
            onHelp={openHelp}
          />
          <Advice
            sitting={sitting}
            place={place}
            station={station}
            gauge={gauge}
            onVoid={(reading) => setDialog({ kind: 'void', reading })}
          />
        </div>
        <FiguresSoFar record={record} lab={lab} sitting={sitting} quantity={place.quantity} />
        <footer className={classes.foot}>
          <ProtocolChoice record={record} lab={lab} protocol={protocol} />
          <NativeSelect
            size="xs"
            label="Order of the hand"
            w={170}
            data={[...HAND_ORDERS]}
            value={at.order}
            onChange={(event) => at.setOrder(event.currentTarget.value as HandOrder)}
          />
          <NativeSelect
            size="xs"
            label="Measured by"
            w={110}
            data={[
              { value: '', label: 'nobody' },
              ...lab.people.map((person) => ({ value: person.code, label: person.code })),
            ]}
            value={sitting.person}
            onChange={(event) => sitting.setPerson(event.currentTarget.value)}
          />
          <SessionEnd sitting={sitting} protocol={protocol} sides={sides} />
        </footer>
      </section>
      <Slip sitting={sitting} onVoid={(reading) => setDialog({ kind: 'void', reading })} />
      <Suspense fallback={null}>
        {dialog?.kind === 'void' && (
          <VoidDialog
            reading={dialog.reading}
            onClose={() => setDialog(null)}
            onVoid={(reading, reason) => {
              setDialog(null);
              sitting.voidReading(reading, reason);
            }}
          />
        )}
        {dialog?.kind === 'note' && (
          <NoteDialog
            onClose={() => setDialog(null)}
            onNote={(text) => {
              setDialog(null);
              sitting.addNote(text);
            }}
          />
        )}
      </Suspense>
    </div>
  );
}

function chosenKey(tag: string): string {
  return `emvex-protocol-${tag}`;
}

function ProtocolChoice({
  record,
  lab,
  protocol,
}: {
  record: PairRecord;
  lab: Lab;
  protocol: Protocol;
}) {
  const [, choose] = useLocalStorage<string | null>({
    key: chosenKey(record.pair.tag),
    defaultValue: null,
  });
  return (
    <NativeSelect
      size="xs"
      label="Protocol"
      className={classes.protocol}
      title={nameStackBasis(protocol.stack)}
      data={lab.protocols.map((one) => ({ value: one.id, label: one.name }))}
      value={protocol.id}
      onChange={(event) => choose(event.currentTarget.value)}
    />
  );
}

/** Measure: one pair, one station at a time, by keyboard. */
export function MeasurePage() {
  const { tag = '' } = useParams();
  const pair = usePair(tag);
  const lab = useLab();
  const [chosen] = useLocalStorage<string | null>({
    key: chosenKey(tag),
    defaultValue: null,
    getInitialValueInEffect: false,
  });
  useEffect(() => {
    if (pair.data) putOnBench(pair.data.pair.tag);
  }, [pair.data]);
  if (pair.isError && !pair.data) return <PageFault error={pair.error} />;
  if (!pair.data || !lab.data) return null;
  const protocol = protocolToUse(lab.data, pair.data, chosen);
  if (!protocol) return null;
  return (
    <Bench
      key={`${pair.data.pair.id} ${protocol.id}`}
      record={pair.data}
      lab={lab.data}
      protocol={protocol}
    />
  );
}
