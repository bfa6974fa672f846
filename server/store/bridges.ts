/** A lab's own conversions between two methods. */
import type { KeptBridgeRecord, Method } from '#contract/study-records.ts';
import type { QuantityId } from '#core/catalogue/quantities.ts';
import type { KeptBridge, MethodTerms } from '#core/figures/conversions.ts';
import { notFound } from '../problems.ts';
import type { Db } from './database.ts';

interface BridgeRow {
  id: string;
  quantity: string;
  fromMethod: string;
  toMethod: string;
  found: string;
  keptAt: string;
  person: string;
  retired: string;
}

type Found = Pick<KeptBridgeRecord, 'shoes' | 'conversion' | 'conversionU' | 'words'>;

/** What of a method belongs to the basis of a figure. */
export function methodTerms({ stack, setup }: Pick<Method, 'stack' | 'setup'>): MethodTerms {
  return { ...(stack ? { stack } : {}), ...(setup ? { setup } : {}) };
}

export function bridgeStore(db: Db) {
  const selectAll = db.prepare<[], BridgeRow>(
    `SELECT id, quantity, from_method AS fromMethod, to_method AS toMethod, found,
       kept_at AS keptAt, person, retired
     FROM bridge ORDER BY kept_at DESC, id DESC`,
  );
  const insert = db.prepare(
    `INSERT INTO bridge (id, quantity, from_method, to_method, found, kept_at, person)
     VALUES (@id, @quantity, @fromMethod, @toMethod, @found, @keptAt, @person)`,
  );
  const retire = db.prepare("UPDATE bridge SET retired = @reason WHERE id = @id AND retired = ''");

  const all = (): KeptBridgeRecord[] =>
    selectAll.all().map(({ fromMethod, toMethod, found, ...row }) => ({
      ...row,
      quantity: row.quantity as KeptBridgeRecord['quantity'],
      from: JSON.parse(fromMethod) as Method,
      to: JSON.parse(toMethod) as Method,
      ...(JSON.parse(found) as Found),
    }));

  return {
    all,
    keep(
      bridge: { id: string; quantity: QuantityId; from: Method; to: Method } & Found,
      at: string,
      person: string,
    ): void {
      const { id, quantity, from, to, ...found } = bridge;
      insert.run({
        id,
        quantity,
        fromMethod: JSON.stringify(from),
        toMethod: JSON.stringify(to),
        found: JSON.stringify(found),
        keptAt: at,
        person,
      });
    },
    retire(id: string, reason: string): void {
      if (retire.run({ id, reason }).changes === 0) throw notFound('This bridge, in use,');
    },
    /** Those in use, as the core carries figures over them. */
    inUse: (): KeptBridge[] =>
      all()
        .filter((bridge) => bridge.retired === '')
        .map(({ id, quantity, from, to, conversion }) => ({
          id,
          quantity,
          from: methodTerms(from),
          to: methodTerms(to),
          conversion,
        })),
  };
}

export type BridgeStore = ReturnType<typeof bridgeStore>;
