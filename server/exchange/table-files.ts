/** Tables that leave the bench: each is what its page is answered, with units in the heads. */
import type { z } from 'zod';
import { ENDPOINTS } from '#contract/endpoints.ts';
import type { TableFile } from '#contract/table-file-records.ts';
import { type Catalogue, describeQuantity } from '#core/catalogue/quantities.ts';
import { SHELF_FACTS } from '#core/sheet/shelf.ts';
import { nameLabel } from '#core/sizing/size-label.ts';
import { canonicalUnit } from '#core/sizing/units.ts';
import type { FileCall, FileHandlers, Handlers } from '../endpoint.ts';
import { type PlainTable, writePlainCsv, writePlainWorkbook } from '../formats/plain-table.ts';
import type { Stores } from '../stores.ts';

type Asked =
  | 'getShelf'
  | 'getComparison'
  | 'getPairStudy'
  | 'listSideDifferences'
  | 'getGaugeStudy'
  | 'listChanges';
/** What the pages of these tables are answered by. */
export type TableSources = Pick<Handlers, Asked>;
type AnswerTo<N extends Asked> = z.output<(typeof ENDPOINTS)[N]['answer']>;
type Query = Readonly<Record<string, string | undefined>>;

const PAGE = 200;

export function tableFiles({
  stores,
  sources,
  now,
}: {
  stores: Stores;
  sources: TableSources;
  now: () => string;
}): Pick<FileHandlers, 'getTableFile'> {
  async function ask<N extends Asked>(name: N, query: object, params = {}): Promise<AnswerTo<N>> {
    const endpoint = ENDPOINTS[name] as { query?: z.ZodType };
    const handler = sources[name] as (call: unknown) => unknown;
    const asked = endpoint.query?.parse(query) ?? {};
    return (await handler({ params, query: asked, now: now() })) as AnswerTo<N>;
  }
  const headOf = (quantity: string, catalogue: Catalogue): string => {
    const { name, kind } = describeQuantity(quantity, catalogue);
    const { symbol } = canonicalUnit(kind);
    return symbol ? `${name}, ${symbol}` : name;
  };

  async function shelf(query: Query): Promise<PlainTable> {
    const catalogue = stores.lab.catalogue();
    const rows: AnswerTo<'getShelf'>['rows'] = [];
    let page: AnswerTo<'getShelf'>;
    do {
      page = await ask('getShelf', { ...query, from: rows.length, limit: PAGE });
      rows.push(...page.rows);
    } while (page.rows.length === PAGE);
    const columns = page.columns.map(({ column }) => column);
    const factHeads: Record<string, string> = {
      worn: 'Worn, km',
      life: 'Life, km',
      price: 'Price',
      cost: 'Cost per km',
    };
    const isFact = (column: string) => (SHELF_FACTS as readonly string[]).includes(column);
    return {
      name: 'Shelf',
      heads: [
        'Name',
        'Pair',
        'Uses',
        'Answers',
        'Steps outside',
        'Own place',
        'Size runs',
        'Currency',
        ...columns.flatMap((column) => {
          const head = isFact(column) ? (factHeads[column] ?? column) : headOf(column, catalogue);
          return [head, `${head}, from`, `${head}, to`, `${head}, how known`];
        }),
      ],
      rows: rows.map((row) => [
        row.name,
        row.tag,
        row.uses.map(({ discipline }) => discipline).join('; '),
        row.place,
        row.steps,
        row.own,
        row.size,
        row.currency,
        ...columns.flatMap((column) => {
          const figure = row.figures[column];
          return figure
            ? [figure.value, figure.low, figure.high, figure.evidence]
            : [null, null, null, null];
        }),
      ]),
      about: [
        ['asked for', query.words ?? ''],
        ['read as', page.said.join('; ')],
        ['figures stand at', nameLabel(page.label)],
        ['range', 'in 95 of 100 cases; what is stated: within its rounding'],
      ],
    };
  }

  async function comparison(query: Query): Promise<PlainTable> {
    const catalogue = stores.lab.catalogue();
    const { label, wornKm, editions, rows } = await ask('getComparison', query);
    return {
      name: 'Comparison',
      heads: [
        'Quantity',
        'A noticeable step',
        ...editions.flatMap(({ name }) => [
          name,
          `${name}, ±`,
          `${name}, less the yardstick`,
          `${name}, terms`,
        ]),
      ],
      rows: rows.map(({ quantity, noticeable, cells }) => [
        headOf(quantity, catalogue),
        noticeable,
        ...cells.flatMap(({ figure, stated, difference, terms, words }) => [
          figure?.value ?? stated?.value ?? null,
          figure?.U ?? stated?.halfWidth ?? null,
          difference?.difference ?? null,
          stated && !figure ? stated.provenance : `${terms}${words ? `: ${words}` : ''}`,
        ]),
      ]),
      about: [
        ['figures stand at', nameLabel(label)],
        ['worn, km', wornKm],
        ['yardstick', editions[0]?.name ?? ''],
      ],
    };
  }

  async function pairStudy(query: Query): Promise<PlainTable> {
    const study = await ask('getPairStudy', query);
    const { pair, side, value } = study.readings;
    const head = headOf(study.quantity, stores.lab.catalogue());
    return {
      name: 'Pairs of one edition',
      heads: ['Pair', 'Lot', 'Received', 'Left out', 'Side', head],
      rows: value.map((reading, at) => {
        const of = study.pairs[pair[at] ?? 0];
        return [
          of?.tag ?? '',
          of?.lot ?? '',
          of?.receivedOn ?? '',
          of?.leftOut ?? false,
          side[at] ?? '',
          reading,
        ];
      }),
      about: [
        ['edition', study.edition.name],
        ['label', nameLabel(study.label)],
        ['basis', study.basis?.words ?? 'none'],
        ...study.carried.map(({ tag }): [string, string] => ['carried', tag]),
        ...study.claims.map(({ typed }): [string, string] => ['claimed', typed]),
      ],
    };
  }

  async function sides(query: Query): Promise<PlainTable> {
    const differences = await ask('listSideDifferences', query);
    const head = headOf(query.quantity ?? '', stores.lab.catalogue());
    return {
      name: 'Right less left',
      heads: ['Pair', 'Edition', `Right less left: ${head}`],
      rows: differences.map(({ tag, edition, difference }) => [tag, edition, difference]),
      about: [
        ['quantity', headOf(query.quantity ?? '', stores.lab.catalogue())],
        ['edition', query.edition ?? 'all'],
      ],
    };
  }

  async function gaugeStudy({ id = '' }: Query): Promise<PlainTable> {
    const study = await ask('getGaugeStudy', {}, { id });
    return {
      name: 'Gauge study',
      heads: ['Part', 'Operator', 'Trial', headOf(study.quantity, stores.lab.catalogue()), 'Typed'],
      // While it is run its readings stay hidden.
      rows: (study.readings ?? []).map(({ part, operator, trial, value, typed }) => [
        part,
        operator,
        trial,
        value,
        typed,
      ]),
      about: [
        ['study', study.name],
        [
          'gauge',
          stores.instruments.all().find((one) => one.id === study.instrumentId)?.name ?? '',
        ],
        ['planned', study.plannedAt],
        ['ended before its last turn', study.ended],
        ['readings', study.readings ? study.readings.length : 'hidden while it is run'],
      ],
    };
  }

  async function changes(query: Query): Promise<PlainTable> {
    const rows: AnswerTo<'listChanges'>['rows'] = [];
    let after: string | null | undefined;
    do {
      const page = await ask('listChanges', { ...query, limit: PAGE, ...(after ? { after } : {}) });
      rows.push(...page.rows);
      after = page.more;
    } while (after);
    return {
      name: 'Record of changes',
      heads: ['When, UTC', 'Who', 'What', 'About', 'Undone', 'Taken out', 'Id', 'What was said'],
      rows: rows.map((row) => [
        row.at,
        row.person,
        row.what,
        row.about?.name ?? row.subject,
        row.undo === 'undone',
        row.blankedWhy,
        row.id,
        row.detail.slice(0, LONGEST_CELL),
      ]),
      about: Object.entries(query).map(([what, said]): [string, string] => [what, said ?? '']),
    };
  }

  const tables: Record<TableFile, (query: Query) => Promise<PlainTable>> = {
    shelf,
    comparison,
    'pair-study': pairStudy,
    sides,
    'gauge-study': gaugeStudy,
    changes,
  };

  return {
    async getTableFile({ params, query, response }: FileCall<'getTableFile'>) {
      const { as, ...asked } = query;
      const table = await tables[params.of](asked as Query);
      const day = now().slice(0, 10);
      response.attachment(`${params.of}-${day}.${as}`);
      if (as === 'csv') response.type('text/csv; charset=utf-8').send(writePlainCsv(table));
      else
        response
          .type('application/vnd.openxmlformats-officedocument.spreadsheetml.sheet')
          .send(
            await writePlainWorkbook({ ...table, about: [...table.about, ['written', now()]] }),
          );
    },
  };
}

/** What a cell of a workbook may hold. */
const LONGEST_CELL = 32_000;
