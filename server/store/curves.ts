/** Curves as they were taken: samples in the unit of their quantity, never rewritten. */

import type { MeasuredQuantityId, Side } from '#core/catalogue/quantities.ts';
import type { Curve } from '#core/curves/curve-cycles.ts';
import type { CurveFile } from '#core/curves/curve-file.ts';
import { notFound } from '../problems.ts';
import type { Db } from './database.ts';

export interface CurveFields {
  id: string;
  sessionId: string;
  side: Side;
  quantity: MeasuredQuantityId;
  instrumentId: string;
  takenAt: string;
}

type CurveRow = CurveFields & { samples: Buffer; n: number; seconds: Buffer | null };

function pack({ x, y }: Curve): Buffer {
  const both = new Float64Array(2 * x.length);
  both.set(x);
  both.set(y, x.length);
  return Buffer.from(both.buffer);
}

/** A blob lies at any offset of its buffer; doubles want one of their own. */
const doubles = (blob: Buffer) => new Float64Array(Uint8Array.from(blob).buffer);

function unpack(samples: Buffer, n: number): Curve {
  const both = doubles(samples);
  return { x: both.slice(0, n), y: both.slice(n, 2 * n) };
}

export function curveStore(db: Db) {
  const insert = db.prepare(
    `INSERT INTO curve (id, occasion, side, quantity, instrument_id, taken_at, samples, n, seconds)
     VALUES
       (@id, (SELECT n FROM occasion WHERE id = @sessionId), @side, @quantity, @instrumentId,
        @takenAt, @samples, @n, @seconds)`,
  );
  const select = db.prepare<[string], CurveRow>(
    `SELECT c.id, o.id AS sessionId, c.side, c.quantity, c.instrument_id AS instrumentId,
       c.taken_at AS takenAt, c.samples, c.n, c.seconds
     FROM curve c JOIN occasion o ON o.n = c.occasion WHERE c.id = ?`,
  );
  return {
    add: (fields: CurveFields, { curve, time }: CurveFile) =>
      insert.run({
        ...fields,
        samples: pack(curve),
        n: curve.x.length,
        seconds: time ? Buffer.from(time.buffer, time.byteOffset, time.byteLength) : null,
      }),
    byId(id: string): CurveFields & CurveFile {
      const row = select.get(id);
      if (!row) throw notFound('This curve');
      const { samples, n, seconds, ...fields } = row;
      return { ...fields, curve: unpack(samples, n), time: seconds ? doubles(seconds) : undefined };
    },
  };
}

export type CurveStore = ReturnType<typeof curveStore>;
