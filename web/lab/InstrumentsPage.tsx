import { Button } from '@mantine/core';
import dayjs from 'dayjs';
import { Link } from 'react-router';
import type { Instrument } from '#contract/lab-records.ts';
import { calibrationOn } from '#core/catalogue/gauge.ts';
import { withUnit } from '#core/sizing/number-words.ts';
import { judgeDrift } from '#core/study/drift.ts';
import { useGauges } from '../api/gauges.ts';
import { useLab } from '../api/queries.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import classes from './LabPage.module.css';

/** Due date of the calibration in force, in words. */
function Due({ instrument }: { instrument: Instrument }) {
  const calibration = calibrationOn(instrument, dayjs().format('YYYY-MM-DD'));
  if (!calibration) return <span className="soft">usual values, not calibrated</span>;
  const due = dayjs(calibration.dueOn);
  const overdue = due.isBefore(dayjs(), 'day');
  return (
    <span className={overdue ? 'look-here' : undefined}>
      {overdue ? 'overdue since ' : 'to '}
      {due.format('D MMM YYYY')}
    </span>
  );
}

function LastCheck({ instrument }: { instrument: Instrument }) {
  const last = instrument.driftChecks.at(-1);
  if (!last) return <span className="soft">–</span>;
  const gauge = calibrationOn(instrument, last.at) ?? instrument;
  const { verdict } = judgeDrift(last, { ...gauge, resolution: instrument.resolution });
  return (
    <span className={verdict === 'drifted' ? 'look-here' : undefined}>
      {verdict}, {dayjs(last.at).format('D MMM')}
    </span>
  );
}

/** All instruments with how each stands: calibration, drift, connection. */
export function InstrumentsPage() {
  const lab = useLab();
  const { gauges, strangers } = useGauges();
  if (!lab.data) return null;
  const stateOf = (instrument: Instrument) => {
    if (instrument.connection === '') return 'typed by hand';
    return gauges.find((gauge) => gauge.instrumentId === instrument.id)?.state ?? 'reaching';
  };
  return (
    <section>
      <div className={classes.heading}>
        <h2>Instruments</h2>
        <Button component={Link} to="/lab/instruments/new" size="xs">
          Add an instrument
        </Button>
      </div>
      <DataTable
        rows={lab.data.instruments}
        keyOf={(one) => one.id}
        columns={[
          {
            head: 'Instrument',
            cell: (one) => (
              <>
                <Link to={`/lab/instruments/${one.id}`}>{one.name}</Link>
                {one.retired && <span className="soft"> out of use</span>}
              </>
            ),
          },
          { head: 'Kind', cell: (one) => one.kind },
          {
            head: 'Reads to',
            cell: (one) => withUnit(String(one.resolution), one.unit),
            figure: true,
          },
          { head: 'Calibrated', cell: (one) => <Due instrument={one} /> },
          { head: 'Last check', cell: (one) => <LastCheck instrument={one} /> },
          {
            head: 'Connection',
            cell: (one) => <span data-testid={`connection-${one.name}`}>{stateOf(one)}</span>,
          },
        ]}
      />
      {strangers.map((stranger) => (
        <p key={`${stranger.name} ${stranger.address}`} className="look-here">
          A gauge at {stranger.address} calls itself {stranger.name}, and no instrument here has
          that name. Name the instrument as the gauge does.
        </p>
      ))}
      <p className="soft" style={{ marginTop: 8 }}>
        Until a tool is calibrated, the usual values of such a tool stand: common practice. A gauge
        that talks is set up by its address, such as 127.0.0.1:4641; the lines it speaks are
        described in docs/formats.md.
      </p>
    </section>
  );
}
