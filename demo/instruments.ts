/** The instruments of the scenario: calibrated, checked against pieces, one of them overdue. */
import type dayjs from 'dayjs';
import type { ToolName } from '#core/catalogue/tools.ts';
import type { Stores } from '#server/stores.ts';

interface DemoCalibration {
  tool: ToolName;
  certificate: string;
  /** Days ago, and days until due (negative: overdue). */
  done: number;
  due: number;
  U: number;
  zeroU: number;
  gainU: number;
}

const CALIBRATIONS: DemoCalibration[] = [
  {
    tool: 'needle gauge',
    certificate: 'MW-2231',
    done: 330,
    due: 110,
    U: 0.2,
    zeroU: 0.1,
    gainU: 0.001,
  },
  {
    tool: 'caliper',
    certificate: 'MW-2230',
    done: 320,
    due: 45,
    U: 0.06,
    zeroU: 0.03,
    gainU: 0.0005,
  },
  { tool: 'scale', certificate: 'MW-2290', done: 310, due: 55, U: 0.6, zeroU: 0.3, gainU: 0.001 },
  // Overdue by three weeks: its newest readings say so.
  { tool: 'durometer A', certificate: 'MW-2114', done: 386, due: -21, U: 1, zeroU: 0.5, gainU: 0 },
  { tool: 'durometer C', certificate: 'MW-2115', done: 300, due: 65, U: 1, zeroU: 0.5, gainU: 0 },
  {
    tool: 'bend fixture',
    certificate: 'MW-2302',
    done: 280,
    due: 85,
    U: 0.004,
    zeroU: 0,
    gainU: 0.01,
  },
  {
    tool: 'press fixture',
    certificate: 'MW-2303',
    done: 280,
    due: 85,
    U: 2,
    zeroU: 0,
    gainU: 0.01,
  },
];

/** Tools that a stand-in of the demo speaks for. */
export const STAND_IN_TOOLS: ToolName[] = [
  'caliper',
  'needle gauge',
  'scale',
  'durometer A',
  'durometer C',
  'bend fixture',
  'twist fixture',
  'press fixture',
  'room climate',
];

interface DemoChecks {
  tool: ToolName;
  piece: string;
  nominal: number;
  pieceU: number;
  /** Indications, the first 240 days ago, then every 30 days. */
  values: number[];
}

const CHECKS: DemoChecks[] = [
  // The needle wears: it reads a little more each month.
  {
    tool: 'needle gauge',
    piece: 'step block 20 mm',
    nominal: 20,
    pieceU: 0.005,
    values: [20.0, 20.0, 20.1, 20.1, 20.1, 20.2, 20.2, 20.2],
  },
  {
    tool: 'caliper',
    piece: 'gauge block 25 mm',
    nominal: 25,
    pieceU: 0.001,
    values: [25.0, 25.05, 25.0, 25.0, 24.95, 25.0, 25.05, 25.0],
  },
  {
    tool: 'scale',
    piece: 'weight 200 g',
    nominal: 200,
    pieceU: 0.01,
    values: [200, 200, 200.5, 200, 200, 199.5],
  },
];

/** Gives the instruments calibrations, checks and connections. */
export function equipInstruments(
  stores: Stores,
  today: dayjs.Dayjs,
  idAt: (time: dayjs.Dayjs) => string,
): void {
  const byTool = (tool: ToolName) => {
    const found = stores.instruments.all().find((instrument) => instrument.kind === tool);
    if (!found) throw new Error(`no ${tool} in the scenario`);
    return found;
  };
  for (const tool of STAND_IN_TOOLS) {
    const { id, calibrations: _c, driftChecks: _d, ...fields } = byTool(tool);
    stores.instruments.save(id, { ...fields, connection: 'stand-in' });
  }
  for (const { tool, done, due, ...fields } of CALIBRATIONS) {
    const on = today.subtract(done, 'day');
    stores.instruments.addCalibration(byTool(tool).id, {
      ...fields,
      id: idAt(on),
      calibratedOn: on.format('YYYY-MM-DD'),
      dueOn: today.add(due, 'day').format('YYYY-MM-DD'),
    });
  }
  for (const { tool, values, ...piece } of CHECKS)
    values.forEach((value, index) => {
      const at = today.subtract(240 - 30 * index, 'day').hour(8);
      stores.instruments.addDriftCheck(byTool(tool).id, {
        ...piece,
        id: idAt(at),
        at: at.toISOString(),
        value,
        person: 'B1',
      });
    });
}
