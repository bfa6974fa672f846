/** Curves as they were taken: samples in the unit of their quantity, never rewritten. */

import type { Curve } from '#core/curve-cycles.ts';
import type { MeasuredQuantityId, Side } from '#core/quantities.ts';
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

type CurveRow = CurveFields & { samples: Buffer; n: number };

function pack({ x, y }: Curve): Buffer {
  const both = new Float64Array(2 * x.length);
  both.set(x);
  both.set(y, x.length);
  return Buffer.from(both.buffer);
}

function unpack(samples: Buffer, n: number): Curve {
  // A blob lies at any offset of its buffer; doubles want one of their own.
  const both = new Float64Array(Uint8Array.from(samples).buffer);
  return { x: both.slice(0, n), y: both.slice(n, 2 * n) };
}

export function curveStore(db: Db) {
  const insert = db.prepare(
    `INSERT INTO curve (id, session_id, side, quantity, instrument_id, taken_at, samples, n)
     VALUES (@id, @sessionId, @side, @quantity, @instrumentId, @takenAt, @samples, @n)`,
  );
  const select = db.prepare<[string], CurveRow>(
    `SELECT id, session_id AS sessionId, side, quantity, instrument_id AS instrumentId,
       taken_at AS takenAt, samples, n
     FROM curve WHERE id = ?`,
  );
  return {
    add: (fields: CurveFields, curve: Curve) =>
      insert.run({ ...fields, samples: pack(curve), n: curve.x.length }),
    byId(id: string): CurveFields & { curve: Curve } {
      const row = select.get(id);
      if (!row) throw notFound('This curve');
      const { samples, n, ...fields } = row;
      return { ...fields, curve: unpack(samples, n) };
    },
  };
}

export type CurveStore = ReturnType<typeof curveStore>;
