/**
 * Fills a database with a lab of any size, by plain SQL: what speed at scale is measured on. Every
 * derived row is written as the server would write it, which a test holds.
 */

import { randomInt, randomLcg, randomNormal } from 'd3-random';
import { inputsOf, workOut } from '#core/catalogue/computation.ts';
import {
  computedIn,
  type MeasuredQuantityId,
  QUANTITIES,
  type QuantityId,
  SIDES,
} from '#core/catalogue/quantities.ts';
import { TOOL_NAMES } from '#core/catalogue/tools.ts';
import { FULL_SIZE_MM } from '#core/figures/carry.ts';
import { FIGURE_LIMITS } from '#core/limits/figure-limits.ts';
import { pairText, searchTerms } from '#core/sizing/search-terms.ts';
import { lastLength } from '#core/sizing/size-label.ts';
import { canonicalUnit } from '#core/sizing/units.ts';
import { setUpLab } from '#server/lab/set-up.ts';
import { labFacts } from '#server/lab-facts.ts';
import { judgeSlopes, likeness, stepsOf } from '#server/measured-pairs.ts';
import type { Db } from '#server/store/database.ts';
import { openStores } from '#server/stores.ts';
import { keepConsistency } from '#server/studies/consistency.ts';

export interface LabScale {
  editions: number;
  /** Pairs of each edition. */
  pairs: number;
  /** What is read at each shoe; without it what a bench reads of most shoes. */
  read?: readonly MeasuredQuantityId[];
  /** From 0 to 1: another draws another lab. */
  seed?: number;
}

/** What is read at each shoe, three times: lengths and masses whose repeats are averaged. */
const READ: readonly MeasuredQuantityId[] = [
  'mass',
  'heel-stack',
  'midfoot-stack',
  'forefoot-stack',
  'outer-length',
  'heel-width',
  'midfoot-width',
  'ball-width',
  'toe-tip-height',
  'internal-length',
  'internal-ball-width',
  'internal-heel-width',
  'toe-box-width',
  'collar-medial',
  'collar-lateral',
  'collar-rear',
];
const REPEATS = 3;
const EDITIONS_OF_A_MODEL = 4;
const MODELS_OF_A_MAKER = 12;
const SIZES = [7, 8, 8, 8, 9, 10];
const WORN_KM = [0, 0, 0, 0, 60, 400];
const DAY_MS = 86_400_000;
/** Editions whose consistency is worked out in one transaction. */
const EDITIONS_AT_ONCE = 200;
const BEGIN = Date.UTC(2024, 0, 1, 9);

/** UUIDv7 by a counter: the same at every run, in the order of time. */
function idsFrom(): (at: number) => string {
  let n = 0;
  return (at) => {
    n += 1;
    const time = at.toString(16).padStart(12, '0');
    const low = n.toString(16).padStart(12, '0');
    return `${time.slice(0, 8)}-${time.slice(8)}-7000-8000-${low}`;
  };
}

/** What the lab has learned, from the rows it is learned from. */
const SUMS = `
  INSERT INTO learned_spread (quantity, changed)
  SELECT quantity, count(*) FROM new_shoe_figure GROUP BY quantity;

  INSERT INTO spread_group (learned, edition_id, alike, ss, df)
  SELECT s.n, f.edition_id, f.alike, sum((f.value - c.centre) * (f.value - c.centre)), count(*) - 1
  FROM (
    SELECT edition_id, quantity, alike, avg(value) AS centre
    FROM new_shoe_figure GROUP BY edition_id, quantity, alike HAVING count(*) > 1
  ) c
  JOIN new_shoe_figure f
    ON f.edition_id = c.edition_id AND f.quantity = c.quantity AND f.alike = c.alike
  JOIN learned_spread s ON s.quantity = f.quantity
  GROUP BY s.n, f.edition_id, f.alike;

  UPDATE learned_exponent SET (masses, editions, sxx, sxy, syy) = (
    SELECT count(*), count(DISTINCT f.edition_id),
      total((f.log_length - c.x) * (f.log_length - c.x)),
      total((f.log_length - c.x) * (ln(f.value) - c.y)),
      total((ln(f.value) - c.y) * (ln(f.value) - c.y))
    FROM (
      SELECT edition_id, avg(log_length) AS x, avg(ln(value)) AS y
      FROM new_shoe_figure WHERE quantity = 'mass' GROUP BY edition_id
    ) c
    JOIN new_shoe_figure f ON f.edition_id = c.edition_id AND f.quantity = 'mass'
  );

  INSERT INTO slope_group (by, owner, quantity, basis, n, sxx, sxy, syy)
  SELECT 'size', c.edition_id, c.quantity, c.basis, c.n,
    sum((exp(f.log_length) / ${FULL_SIZE_MM} - c.x) * (exp(f.log_length) / ${FULL_SIZE_MM} - c.x)),
    sum((exp(f.log_length) / ${FULL_SIZE_MM} - c.x) * (f.value - c.y)),
    sum((f.value - c.y) * (f.value - c.y))
  FROM (
    SELECT edition_id, quantity, substr(alike, instr(alike, ' ') + 1) AS basis, count(*) AS n,
      avg(exp(log_length) / ${FULL_SIZE_MM}) AS x, avg(value) AS y
    FROM new_shoe_figure WHERE quantity <> 'mass'
    GROUP BY 1, 2, 3
    HAVING max(exp(log_length)) - min(exp(log_length)) > ${FULL_SIZE_MM} * (1 - 1e-6)
  ) c
  JOIN new_shoe_figure f ON f.edition_id = c.edition_id AND f.quantity = c.quantity
    AND substr(f.alike, instr(f.alike, ' ') + 1) = c.basis
  GROUP BY c.edition_id, c.quantity, c.basis;

  INSERT INTO learned_slope
    (quantity, by, groups, n, sxx, sxy, syy, sxx_squared, explained)
  SELECT quantity, by, count(*), sum(n), sum(sxx), sum(sxy), sum(syy), sum(sxx * sxx),
    sum(sxy * sxy / sxx)
  FROM slope_group
  GROUP BY quantity, by;`;

const iso = (at: number) => new Date(at).toISOString();
const meanOf = (values: readonly number[]) =>
  values.reduce((sum, value) => sum + value, 0) / values.length;

/** What a lab knows of a quantity before it measures. */
function traitsOf(quantity: MeasuredQuantityId) {
  const definition = QUANTITIES[quantity];
  if (!definition) throw new Error(`${quantity} is not in the catalogue`);
  const { plausible, decimals, repeatabilitySd, betweenPairSd, kind, tool } = definition;
  const [least, most] = plausible;
  return {
    quantity,
    centre: least + 0.45 * (most - least),
    spread: 0.04 * (most - least),
    decimals,
    repeat: 0.5 * repeatabilitySd,
    pair: betweenPairSd ?? repeatabilitySd,
    unit: canonicalUnit(kind).symbol,
    tool,
  };
}

/**
 * Fills an empty database.
 * @returns how many pairs and readings it holds
 */
export function fillLab(
  db: Db,
  { editions, pairs, read = READ, seed = 0.42 }: LabScale,
): { pairs: number; readings: number } {
  const newId = idsFrom();
  const stores = openStores(db);
  const source = randomLcg(seed);
  const normal = randomNormal.source(source)(0, 1);
  const draw = <T>(from: readonly T[]) => from[randomInt.source(source)(from.length)()] as T;

  const addLike = db.prepare(
    `INSERT INTO new_shoe_figure (pair_id, quantity, edition_id, alike, value, log_length)
     VALUES (?, ?, ?, ?, ?, ?)`,
  );

  let readings = 0;
  const editionIds: string[] = [];
  db.transaction(() => {
    setUpLab(stores, TOOL_NAMES, () => newId(BEGIN - DAY_MS));
    const protocol = stores.protocols.all().find(({ name }) => name === 'Full bench');
    if (!protocol) throw new Error('no protocol to measure by');
    const required = protocol.stations.filter((station) => !station.optional);
    const traits = read.map(traitsOf);
    const done = required.filter(({ quantity }) => read.includes(quantity)).length;
    const instruments = new Map(stores.instruments.all().map(({ kind, id }) => [kind, id]));

    const addMaker = db.prepare('INSERT INTO maker (id, name) VALUES (?, ?)');
    const addModel = db.prepare('INSERT INTO model (id, maker_id, name) VALUES (?, ?, ?)');
    const addEdition = db.prepare(
      'INSERT INTO edition (id, model_id, name, slug) VALUES (?, ?, ?, ?)',
    );
    const addClaim = db.prepare(
      `INSERT INTO claim (id, edition_id, quantity, typed, value, half_width, stated_basis, source)
       VALUES (?, ?, 'heel-stack', ?, ?, 0.5, '{}', 'box')`,
    );
    const addPair = db.prepare(
      `INSERT INTO pair
         (id, tag, edition_id, label_system, label_size, width, colour, shoes, acquisition,
          obtained_from, links_pay, maker_saw_text, currency, received_on, worn_km, note, shelved)
       VALUES (?, ?, ?, 'uk', ?, '', '', 'both', 'bought', '', 0, 0, 'EUR', ?, ?, '', 0)`,
    );
    const addOccasion = db.prepare(
      `INSERT INTO occasion (id, kind, pair_id, person, started_at)
       VALUES (?, 'sitting', ?, ?, ?)`,
    );
    const addSitting = db.prepare(
      `INSERT INTO sitting
         (occasion, protocol_id, configuration, removed, worn_km, finished_at)
       VALUES (?, ?, 'as sold', '', ?, ?)`,
    );
    const addReading = db.prepare(
      `INSERT INTO reading
         (id, occasion, side, quantity, trial, typed, unit, value, instrument_id, taken_at, entered)
       VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, 'typed')`,
    );
    const addFigure = db.prepare(
      'INSERT INTO sitting_figure (occasion, quantity, value) VALUES (?, ?, ?)',
    );
    const addRepeats = db.prepare(
      'INSERT INTO learned_repeats (protocol_id, quantity, tool, changed) VALUES (?, ?, ?, ?)',
    );
    const learned = new Map(
      traits.map(({ quantity, tool }) => [
        quantity,
        addRepeats.run(protocol.id, quantity, tool, editions * pairs).lastInsertRowid,
      ]),
    );
    const addScatter = db.prepare(
      'INSERT INTO repeat_scatter (learned, occasion, ss, df) VALUES (?, ?, ?, ?)',
    );
    const placePair = db.prepare('INSERT INTO pair_place (pair_id, terms) VALUES (?, ?)');
    const placeEdition = db.prepare(
      'INSERT INTO edition_place (edition_id, terms, name) VALUES (?, ?, ?)',
    );
    const addSummary = db.prepare(
      `INSERT INTO pair_summary
         (pair_id, readings, stations_done, stations, heel_mm, forefoot_mm, mass_g)
       VALUES (?, ?, ?, ?, ?, ?, ?)`,
    );

    let makerId = '';
    let makerName = '';
    let modelId = '';
    for (let edition = 0; edition < editions; edition++) {
      const editionAt = BEGIN + edition * 3_600_000;
      const model = Math.floor(edition / EDITIONS_OF_A_MODEL);
      if (edition % (EDITIONS_OF_A_MODEL * MODELS_OF_A_MAKER) === 0) {
        makerId = newId(editionAt);
        makerName = `Maker ${1 + Math.floor(model / MODELS_OF_A_MAKER)}`;
        addMaker.run(makerId, makerName);
      }
      if (edition % EDITIONS_OF_A_MODEL === 0) {
        modelId = newId(editionAt);
        addModel.run(modelId, makerId, `Model ${model + 1}`);
      }
      const editionId = newId(editionAt);
      editionIds.push(editionId);
      const name = `build ${1 + (edition % EDITIONS_OF_A_MODEL)}`;
      addEdition.run(editionId, modelId, name, `edition-${edition + 1}`);
      const modelName = `Model ${model + 1}`;
      const names = [makerName, modelName, name];
      const editionTerms = searchTerms(names.join(' ')).join(' ');
      placeEdition.run(editionId, editionTerms, names.join('\t'));
      const truth = new Map(
        traits.map((one) => [one.quantity, one.centre + one.spread * normal()]),
      );
      const claimed = Math.round((truth.get('heel-stack') ?? 0) + normal());
      addClaim.run(newId(editionAt), editionId, `${claimed} mm`, claimed);

      for (let nth = 0; nth < pairs; nth++) {
        const number = edition * pairs + nth + 1;
        let at = editionAt + nth * DAY_MS;
        const pairId = newId(at);
        const worn = draw(WORN_KM);
        const label = { system: 'uk' as const, size: draw(SIZES) };
        const tag = `P-${String(number).padStart(6, '0')}`;
        addPair.run(pairId, tag, editionId, label.size, iso(at).slice(0, 10), worn);
        placePair.run(
          pairId,
          searchTerms(
            pairText({ tag, maker: makerName, model: modelName, edition: name, label }),
          ).join(' '),
        );
        const began = iso(at);
        const occasion = addOccasion.run(newId(at), pairId, draw(['B1', 'B2']), began)
          .lastInsertRowid as number;
        addSitting.run(occasion, protocol.id, worn, iso(at + DAY_MS / 6));
        const shown: Partial<Record<QuantityId, number>> = {};
        const bySide: Record<string, Partial<Record<MeasuredQuantityId, number>>> = {
          left: {},
          right: {},
        };
        for (const { quantity, decimals, repeat, pair, unit, tool } of traits) {
          const ofPair = (truth.get(quantity) ?? 0) + pair * normal();
          let ss = 0;
          for (const side of SIDES) {
            const ofShoe = ofPair + 0.3 * pair * normal();
            const values: number[] = [];
            for (let trial = 1; trial <= REPEATS; trial++) {
              at += 5000;
              const typed = Math.max(0, ofShoe + repeat * normal()).toFixed(decimals);
              values.push(Number(typed));
              addReading.run(
                newId(at),
                occasion,
                side,
                quantity,
                trial,
                `${typed} ${unit}`,
                unit,
                Number(typed),
                instruments.get(tool),
                iso(at),
              );
              readings += 1;
            }
            const centre = meanOf(values);
            ss += values.reduce((sum, value) => sum + (value - centre) ** 2, 0);
            (bySide[side] as Record<string, number>)[quantity] = centre;
          }
          shown[quantity] = ((bySide.left?.[quantity] ?? 0) + (bySide.right?.[quantity] ?? 0)) / 2;
          addScatter.run(learned.get(quantity), occasion, ss, 2 * (REPEATS - 1));
        }
        for (const { id, computed } of computedIn(QUANTITIES)) {
          if (!computed) continue;
          const ofShoes = SIDES.flatMap((side) => {
            const inputs = inputsOf(computed).map(
              (part) => bySide[side]?.[part as MeasuredQuantityId],
            );
            return workOut(computed, inputs)?.value ?? [];
          });
          if (ofShoes.length > 0) shown[id as QuantityId] = meanOf(ofShoes);
        }
        for (const [quantity, value] of Object.entries(shown))
          addFigure.run(occasion, quantity, value);
        const { 'heel-stack': heel = 0, 'forefoot-stack': forefoot = 0, mass = 0 } = shown;
        const lastMm = lastLength(label);
        if (worn <= FIGURE_LIMITS.sameWear.value)
          for (const [quantity, value] of Object.entries(shown))
            addLike.run(
              pairId,
              quantity,
              editionId,
              likeness(quantity as QuantityId, lastMm, protocol, QUANTITIES),
              value,
              Math.log(lastMm),
            );
        addSummary.run(
          pairId,
          read.length * SIDES.length * REPEATS,
          2 * done,
          2 * required.length,
          heel,
          forefoot,
          mass,
        );
      }
    }
    db.exec(SUMS);
    for (const find of stores.learned.due(stepsOf({ catalogue: QUANTITIES }))) find();
    for (const row of stores.learned.slopes())
      stores.learned.takeSlope(row.quantity, row.by, false, judgeSlopes(QUANTITIES).isInUse(row));
  })();
  // Read back from the file, some at a time: a log of all that was written is slow to read.
  db.pragma('wal_checkpoint(TRUNCATE)');
  const lab = labFacts(stores);
  for (let first = 0; first < editionIds.length; first += EDITIONS_AT_ONCE)
    db.transaction(() => {
      for (const editionId of editionIds.slice(first, first + EDITIONS_AT_ONCE))
        keepConsistency(stores, lab, { editionId, quantity: '' });
    })();
  return { pairs: editions * pairs, readings };
}
