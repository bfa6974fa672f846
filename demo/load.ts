/** Loads the scenario into an empty database, through the same stores as everything else. */
import dayjs from 'dayjs';
import { v7 as uuid7 } from 'uuid';
import { claimRecords, claimTextRecords } from '#contract/claim-records.ts';
import { editionFields } from '#contract/edition-records.ts';
import { footProfile, tryOnFields } from '#contract/fit-records.ts';
import { pairFields } from '#contract/pair-records.ts';
import type { PartId } from '#core/catalogue/construction.ts';
import { QUANTITIES } from '#core/catalogue/quantities.ts';
import { TOOL_NAMES } from '#core/catalogue/tools.ts';
import { readClaims } from '#core/claims/claim-text.ts';
import { PLAIN_READING } from '#core/figures/reading.ts';
import { readPrice } from '#core/sizing/price.ts';
import { canonicalUnit } from '#core/sizing/units.ts';
import { correct } from '#server/corrections.ts';
import { judgeTryOn } from '#server/fit/fit.ts';
import { publishFit } from '#server/fit-outcome.ts';
import { setUpLab } from '#server/lab/set-up.ts';
import { summarisePair } from '#server/measured-pairs.ts';
import type { Db } from '#server/store/database.ts';
import { openStores, type Stores } from '#server/stores.ts';
import { CONSTRUCTION_TRUTHS, STATED_EDITION } from './construction-truths.ts';
import {
  FOOT_TRUTHS,
  NAMED_PART_TRUTHS,
  REFERENCE_TRUTHS,
  TRY_ON_TRUTHS,
  type TryOnTruth,
} from './fit-truths.ts';
import { FULL_BENCH_PAIRS, INSIDE_PAIRS, measureFullBench } from './full-bench.ts';
import { equipInstruments } from './instruments.ts';
import { ENDED_TRUTH, LINE_TRUTHS, PRICE_TRUTHS, SECOND_PAGE, WISH_TRUTHS } from './line-truths.ts';
import { MATCH_TRUTHS } from './match-truths.ts';
import { checkPair } from './matches.ts';
import { demoNoise, demoReadings } from './scenario.ts';
import { issueBeforeWear } from './sheets.ts';
import { QUESTION_TRUTHS, STATED_TRUTHS, type StatedTruth } from './shelf-truths.ts';
import { shoeTruths } from './shoe-truths.ts';
import { measureBySidewall, studyRuler } from './studies.ts';
import {
  DEMO_PEOPLE,
  DEMO_SENDER,
  DEMO_STACKS,
  EDITION_TRUTHS,
  type EditionTruth,
  type PairTruth,
} from './truths.ts';
import { promiseLooks, wearOut } from './wear.ts';

/** Grows when the scenario changes, so that an older demo database is made anew. */
export const SCENARIO_VERSION = 12;

const SCENARIO_SETTING = 'demo-scenario';

/** UUIDv7 of the scenario's own time, so that ids sort as the events did. */
function idAt(time: dayjs.Dayjs): string {
  return uuid7({ msecs: time.valueOf() });
}

function receive(
  stores: Stores,
  edition: EditionTruth,
  pair: PairTruth,
  today: dayjs.Dayjs,
  first: boolean,
): string {
  const at = today.subtract(pair.receivedDaysAgo, 'day').hour(9);
  const id = idAt(at);
  const { name, madeIn, widths, colours } = edition;
  const found = stores.editions.findOrMake({
    maker: { id: idAt(at), name: edition.maker },
    model: { id: idAt(at), name: edition.model },
    edition: { id: idAt(at), ...editionFields.parse({ name, madeIn, widths, colours }) },
  });
  const fields = pairFields.parse({
    tag: pair.tag,
    label: pair.label,
    width: pair.width,
    colour: pair.colour,
    acquisition: pair.acquisition,
    from: pair.from,
    listPrice: pair.listPrice,
    paidPrice: pair.paidPrice,
    receivedOn: at.format('YYYY-MM-DD'),
    returnBy: pair.returnInDays ? today.add(pair.returnInDays, 'day').format('YYYY-MM-DD') : null,
    wornKm: pair.wornKm ?? 0,
    note: pair.note ?? '',
    orderNumber: pair.orderNumber ?? '',
    boughtOn: pair.boughtDaysAgo
      ? today.subtract(pair.boughtDaysAgo, 'day').format('YYYY-MM-DD')
      : null,
    lot: pair.lot ?? '',
  });
  stores.changes.apply(
    {
      id: idAt(at),
      at: at.toISOString(),
      person: 'B1',
      action: 'receivePair',
      subject: id,
      request: fields,
    },
    () => {
      stores.pairs.add(id, found.id, fields);
      const claims = claimRecords(readClaims(edition.claims), edition.claimSource, () => idAt(at));
      if (first) stores.editions.addClaims(found.id, { claims });
      return { id };
    },
  );
  return id;
}

/** Walks along the first pair of an edition, as the bench does after it was received. */
function walkAlong(stores: Stores, { key, pairs }: EditionTruth, today: dayjs.Dayjs): void {
  const truth = CONSTRUCTION_TRUTHS[key];
  const first = pairs[0];
  if (!truth || !first) return;
  const pair = stores.pairs.byTag(first.tag);
  const at = today.subtract(first.receivedDaysAgo, 'day').hour(9).minute(20);
  const by = { at: at.toISOString(), person: 'B1' };
  const told = { ...by, action: 'sayPart', subject: pair.id, request: truth };
  stores.changes.apply({ id: idAt(at), ...told }, () => {
    stores.editions.setUses(pair.editionId, truth.uses);
    for (const [part, answer] of Object.entries(truth.seen))
      stores.construction.say('seen', { id: pair.id, part: part as PartId, ...by }, answer);
    for (const [part, answer] of Object.entries(truth.stated ?? {}))
      stores.construction.say(
        'stated',
        { id: pair.editionId, part: part as PartId, ...by },
        answer,
      );
    for (const { text, source, mark } of truth.words ?? []) {
      const claimTexts = claimTextRecords(readClaims(text), source, () => idAt(at));
      stores.editions.addClaims(pair.editionId, { claimTexts });
      for (const { id } of claimTexts) stores.construction.markClaim(id, mark);
    }
    return { id: pair.id };
  });
}

/** An edition that is known by its maker's page alone. */
function stateEdition(stores: Stores, truth: StatedTruth, at: dayjs.Dayjs): void {
  const { maker, model, name, claims, source, uses, stated = {}, price } = truth;
  const ids = { maker: idAt(at), model: idAt(at), edition: idAt(at) };
  const told = { at: at.toISOString(), person: 'B1', action: 'addEdition', subject: ids.edition };
  stores.changes.apply({ id: idAt(at), ...told, request: truth }, () => {
    const { id } = stores.editions.findOrMake({
      maker: { id: ids.maker, name: maker },
      model: { id: ids.model, name: model },
      edition: { id: ids.edition, ...editionFields.parse({ name, uses }) },
    });
    const read = readClaims(claims);
    stores.editions.addClaims(id, {
      claims: claimRecords(read, source, () => idAt(at)),
      claimTexts: claimTextRecords(read, source, () => idAt(at)),
    });
    for (const [part, answer] of Object.entries(stated))
      stores.construction.say(
        'stated',
        { id, part: part as PartId, at: told.at, person: told.person },
        answer,
      );
    const asked = price === undefined ? undefined : readPrice(price);
    if (price !== undefined && asked)
      stores.lines.addPrice(id, {
        id: idAt(at),
        typed: price,
        place: source,
        amount: asked.value ?? 0,
        currency: asked.currency ?? 'EUR',
        seenOn: at.format('YYYY-MM-DD'),
      });
    return { id };
  });
}

/** Tries pairs on, as their testers did. */
function tryOn(stores: Stores, truth: TryOnTruth): void {
  const { tag, after, ...answered } = truth;
  const pair = stores.pairs.byTag(tag);
  const at = dayjs(pair.receivedOn).add(after, 'day').hour(17);
  const now = at.toISOString();
  const body = tryOnFields.parse({ id: idAt(at), wornKm: pair.wornKm, ...answered });
  const told = {
    at: now,
    person: body.tester,
    action: 'addTryOn',
    subject: pair.id,
    request: body,
  };
  stores.changes.apply({ id: idAt(at), ...told }, () => {
    stores.tryOns.add(pair.id, body, { at: now, verdict: judgeTryOn(stores, pair, body, now) });
    publishFit(stores, pair.id);
    return { id: body.id };
  });
}

/** What the testers said of their feet, a week after the bench began. */
function sayFeet(stores: Stores, idOf: (key: string) => string, at: dayjs.Dayjs): void {
  for (const { code, length, width, usual, known } of FOOT_TRUTHS) {
    const profile = footProfile.parse({
      lengthLeftMm: length[0],
      lengthRightMm: length[1],
      widthLeftMm: width[0],
      widthRightMm: width[1],
      usualLabel: { system: 'uk', size: usual },
      knownShoes: known.map(([edition, size, fits]) => ({
        editionId: idOf(edition),
        label: { system: 'uk', size },
        fits,
      })),
    });
    const told = { at: at.toISOString(), person: code, action: 'saveTester', subject: code };
    stores.changes.apply({ id: idAt(at), ...told, request: profile }, () => {
      stores.testers.save(code, profile, told.at);
      return { code };
    });
  }
}

/** Insoles and laces by their names, moved from pair to pair; and the shoes that fit true. */
function nameParts(stores: Stores, idOf: (key: string) => string, today: dayjs.Dayjs): void {
  const told = (at: dayjs.Dayjs, action: string, subject: string, request: object) => ({
    id: idAt(at),
    at: at.toISOString(),
    person: 'B1',
    action,
    subject,
    request,
  });
  for (const { places, ...part } of NAMED_PART_TRUTHS) {
    const named = today.subtract(28, 'day').hour(10);
    const id = idAt(named);
    stores.changes.apply(told(named, 'saveNamedPart', id, part), () => {
      stores.namedParts.save({ id, ...part });
      return { id };
    });
    for (const { tag, how, ago } of places) {
      const at = today.subtract(ago, 'day').hour(10);
      const on = at.format('YYYY-MM-DD');
      const pairId = stores.pairs.byTag(tag).id;
      stores.changes.apply(told(at, 'moveNamedPart', id, { tag, how, on }), () => {
        stores.namedParts.move({ id, ...part }, { pairId, how }, on);
        return { id };
      });
    }
  }
  for (const key of REFERENCE_TRUTHS) {
    const at = today.subtract(21, 'day').hour(15);
    const change = told(at, 'setFitsTrue', idOf(key), { fitsTrue: true });
    stores.changes.apply(change, () => {
      correct(
        stores,
        { change: change.id },
        { words: 'Named as a shoe that fits true', about: [change.subject] },
        (corrector) => corrector.set('edition', change.subject, { fits_true: 1 }),
      );
      return { id: change.subject };
    });
  }
}

/** Asks makers what their pages leave open; some have answered. */
function askMakers(stores: Stores, today: dayjs.Dayjs): void {
  for (const { edition, question, daysAgo, answer } of QUESTION_TRUTHS) {
    const truth = EDITION_TRUTHS.find(({ key }) => key === edition);
    const [first] = truth?.pairs ?? [];
    if (!first) continue;
    const at = today.subtract(daysAgo, 'day').hour(15);
    const id = idAt(at);
    const editionId = stores.pairs.byTag(first.tag).editionId;
    const asked = { id, editionId, claimId: null, question, askedOn: at.format('YYYY-MM-DD') };
    const told = { at: at.toISOString(), person: 'B1', action: 'askMaker', subject: editionId };
    stores.changes.apply({ id: idAt(at), ...told, request: asked }, () => {
      stores.makerQuestions.ask(asked, 'B1');
      if (answer !== '')
        stores.makerQuestions.answer(id, {
          answer,
          answeredOn: at.add(6, 'day').format('YYYY-MM-DD'),
        });
      return { id };
    });
  }
}

/** Puts editions into their lines, with prices seen of them, and writes down what is wished for. */
function drawLines(stores: Stores, today: dayjs.Dayjs): void {
  const slugs = new Map(
    EDITION_TRUTHS.map(({ key, pairs: [first] }) => [
      key,
      first ? stores.pairs.byTag(first.tag).editionId : '',
    ]),
  );
  const idOf = (key: string) =>
    slugs.get(key) ?? stores.editions.bySlug(`${STATED_EDITION.maker}-${key}`.toLowerCase()).id;
  const day = (ago: number) => today.subtract(ago, 'day').format('YYYY-MM-DD');
  const change = (at: dayjs.Dayjs, action: string, subject: string, request: object) => ({
    id: idAt(at),
    at: at.toISOString(),
    person: 'B1',
    action,
    subject,
    request,
  });
  for (const { edition, kind, of } of LINE_TRUTHS) {
    const told = change(today.subtract(29, 'day').hour(9), 'placeInLine', idOf(edition), {
      kind,
      of,
    });
    stores.changes.apply(told, () => {
      correct(
        stores,
        { change: told.id },
        { words: 'Place in the line', about: [told.subject] },
        (corrector) =>
          corrector.list('edition_kin', { edition_id: told.subject, kind, of_id: idOf(of) }, true),
      );
      return { id: told.subject };
    });
  }
  const ended = change(
    today.subtract(28, 'day').hour(9),
    'placeInLine',
    idOf(ENDED_TRUTH.edition),
    ENDED_TRUTH,
  );
  stores.changes.apply(ended, () => {
    correct(
      stores,
      { change: ended.id },
      { words: 'Made no more', about: [ended.subject] },
      (corrector) =>
        corrector.set('edition', ended.subject, {
          still_made: 'no',
          made_until: day(ENDED_TRUTH.daysAgo),
        }),
    );
    return { id: ended.subject };
  });
  for (const { edition, typed, place, daysAgo } of PRICE_TRUTHS) {
    const at = today.subtract(daysAgo, 'day').hour(11);
    const told = change(at, 'addPrice', idOf(edition), { typed, place });
    const { value, currency = 'EUR' } = readPrice(typed) ?? { value: null };
    stores.changes.apply(told, () => {
      const price = {
        id: idAt(at),
        typed,
        place,
        amount: value ?? 0,
        currency,
        seenOn: day(daysAgo),
      };
      stores.lines.addPrice(told.subject, price);
      return { id: price.id };
    });
  }
  const page = change(
    today.subtract(27, 'day').hour(9),
    'addClaims',
    idOf(SECOND_PAGE.edition),
    SECOND_PAGE,
  );
  stores.changes.apply(page, () => {
    const claims = claimRecords(readClaims(SECOND_PAGE.claims), SECOND_PAGE.source, () =>
      idAt(today),
    );
    return { ids: stores.editions.addClaims(page.subject, { claims }) };
  });
  for (const { dueInDays, ...wish } of WISH_TRUTHS) {
    const at = today.subtract(9, 'day').hour(16);
    const id = idAt(at);
    const dueOn = dueInDays === null ? null : today.add(dueInDays, 'day').format('YYYY-MM-DD');
    stores.changes.apply(change(at, 'addWish', id, wish), () => {
      stores.wishes.add({ id, ...wish, dueOn }, at.toISOString());
      return { id };
    });
  }
}

function measure(
  stores: Stores,
  edition: EditionTruth,
  pair: PairTruth,
  pairId: string,
  today: dayjs.Dayjs,
  noise: (sd: number) => number,
): void {
  const readings = demoReadings(edition, pair, noise);
  if (!pair.protocol || readings.length === 0) return;
  const wanted = DEMO_STACKS[pair.protocol];
  const instruments = stores.instruments.all();
  const protocol = stores.protocols
    .all()
    .find(({ stack }) => stack.place === wanted.place && stack.insole === wanted.insole);
  if (!protocol) throw new Error(`no protocol for ${pair.protocol}`);
  let at = today.subtract(Math.max(1, pair.receivedDaysAgo - 1), 'day').hour(10);
  const person = pair.receivedDaysAgo % 2 === 0 ? 'B2' : 'B1';
  const sessionId = idAt(at);
  stores.changes.apply(
    {
      id: idAt(at),
      at: at.toISOString(),
      person,
      action: 'startSession',
      subject: sessionId,
      request: { pairId },
    },
    () => {
      stores.sessions.start({
        id: sessionId,
        pairId,
        protocolId: protocol.id,
        person,
        configuration: 'as sold',
        removed: '',
        conditioned: null,
        wornKm: pair.wornKm ?? 0,
        startedAt: at.toISOString(),
      });
      for (const { quantity, side, typed, voided } of readings) {
        at = at.add(20, 'second');
        const id = idAt(at);
        stores.sessions.record({
          ...PLAIN_READING,
          ...PLAIN_READING,
          id,
          occasionId: sessionId,
          side,
          quantity,
          typed,
          unit: canonicalUnit(QUANTITIES[quantity].kind).symbol,
          instrumentId:
            instruments.find(
              ({ kind }) =>
                kind === protocol.stations.find((station) => station.quantity === quantity)?.tool,
            )?.id ?? '',
          takenAt: at.toISOString(),
        });
        if (voided) stores.readings.void(id, voided, at.toISOString());
      }
      if (!pair.upTo) stores.sessions.finish(sessionId, at.toISOString());
      return { id: sessionId };
    },
  );
  summarisePair(stores, pairId);
}

/** The version of the scenario that a database holds, or undefined. */
export function loadedScenario(db: Db): number | undefined {
  return openStores(db).lab.setting<number>(SCENARIO_SETTING);
}

/**
 * Fills an empty database with the scenario as of a day.
 * @param day ISO date; events lie before it, return dates after
 */
export function loadScenario(db: Db, day: string): void {
  const stores = openStores(db);
  const today = dayjs(day);
  const noise = demoNoise();
  const truth = shoeTruths();
  db.transaction(() => {
    const start = today.subtract(300, 'day');
    setUpLab(stores, TOOL_NAMES, () => idAt(start));
    equipInstruments(stores, today, idAt);
    stores.lab.writeSetting('sender', DEMO_SENDER);
    for (const person of DEMO_PEOPLE) stores.lab.addPerson({ id: idAt(start), ...person });
    for (const edition of EDITION_TRUTHS)
      edition.pairs.forEach((pair, index) => {
        const pairId = receive(stores, edition, pair, today, index === 0);
        measure(stores, edition, pair, pairId, today, noise);
        if (![...FULL_BENCH_PAIRS, ...INSIDE_PAIRS].includes(pair.tag)) return;
        const at = today.subtract(Math.max(1, pair.receivedDaysAgo - 3), 'day').hour(9);
        const { tag, wornKm = 0 } = pair;
        measureFullBench(stores, { id: pairId, tag, wornKm }, truth, at, idAt);
      });
    for (const edition of EDITION_TRUTHS) walkAlong(stores, edition, today);
    stateEdition(stores, STATED_EDITION, today.subtract(30, 'day').hour(9));
    for (const truth of STATED_TRUTHS)
      stateEdition(stores, truth, today.subtract(26, 'day').hour(10));
    askMakers(stores, today);
    drawLines(stores, today);
    for (const truth of MATCH_TRUTHS) {
      const received = dayjs(stores.pairs.byTag(truth.tag).receivedOn);
      checkPair(stores, truth, received.add(truth.after, 'day').hour(8), idAt);
    }
    const editionOf = new Map(
      EDITION_TRUTHS.map(({ key, pairs: [first] }) => [
        key,
        first ? stores.pairs.byTag(first.tag).editionId : '',
      ]),
    );
    const idOf = (key: string) => editionOf.get(key) ?? '';
    sayFeet(stores, idOf, today.subtract(26, 'day').hour(12));
    nameParts(stores, idOf, today);
    for (const truth of TRY_ON_TRUTHS) tryOn(stores, truth);
    issueBeforeWear(stores, today.subtract(19, 'day').hour(16));
    wearOut(stores, idAt);
    promiseLooks(stores, idAt, today);
    measureBySidewall(stores, today.subtract(20, 'day').hour(9), idAt);
    studyRuler(stores, today.subtract(12, 'day').hour(9), idAt);
    stores.lab.writeSetting(SCENARIO_SETTING, SCENARIO_VERSION);
  })();
}
