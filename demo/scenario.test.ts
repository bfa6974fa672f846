/** The scenario: whole, repeatable, invented, and free of the check cases. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { findClaimFaults } from '#core/claims/claim-consistency.ts';
import { readClaims } from '#core/claims/claim-text.ts';
import { studyPairs } from '#core/study/pair-to-pair.ts';
import { deviationOfEdition } from '#server/fit/deviation.ts';
import { evaluateStored, matchOfPair } from '#server/match-of-pair.ts';
import { type Db, openDatabase } from '#server/store/database.ts';
import { openStores } from '#server/stores.ts';
import { bridgeOf, listMethods } from '#server/studies/bridging.ts';
import { pairStudyReadings, verdictOf } from '#server/studies/study-readings.ts';
import { loadedScenario, loadScenario, SCENARIO_VERSION } from './load.ts';
import { demoNoise, demoReadings } from './scenario.ts';
import { STATED_TRUTHS } from './shelf-truths.ts';
import { EDITION_TRUTHS, SIDEWALL_LIP } from './truths.ts';

let db: Db;
beforeAll(() => {
  db = openDatabase(':memory:', '2026-03-01');
  loadScenario(db, '2026-03-01');
});
afterAll(() => db.close());

describe('the demo scenario', () => {
  it('has eleven editions and thirty-two pairs of six makers, and editions that are only stated', () => {
    const editions = openStores(db).editionRows.page({ limit: 100 }).rows;
    const stated = editions.filter(({ pairs }) => pairs.length === 0);
    expect(editions.length - stated.length).toBe(11);
    expect(stated).toHaveLength(1 + STATED_TRUTHS.length);
    for (const { claims } of STATED_TRUTHS) expect(readClaims(claims).unread).toEqual([]);
    expect(new Set(editions.map((edition) => edition.maker)).size).toBe(6);
    expect(editions.reduce((sum, edition) => sum + edition.pairs.length, 0)).toBe(32);
    expect(loadedScenario(db)).toBe(SCENARIO_VERSION);
  });
  it('has stacks on more than one basis and labels in several sizes', () => {
    const bases = new Set(EDITION_TRUTHS.flatMap((e) => e.pairs.map((pair) => pair.protocol)));
    expect([...bases].filter(Boolean).sort()).toEqual(['in', 'out', 'sidewall']);
    const labels = new Set(
      EDITION_TRUTHS.flatMap((e) => e.pairs.map(({ label }) => `${label.system} ${label.size}`)),
    );
    expect(labels.size).toBeGreaterThanOrEqual(5);
  });
  it('has one claim that contradicts itself, and all claims can be read', () => {
    const contradicting = EDITION_TRUTHS.filter((edition) => {
      const read = readClaims(edition.claims);
      expect(read.unread, edition.claims).toEqual([]);
      return findClaimFaults(read.figures).some((fault) => !fault.rounding);
    });
    expect(contradicting.map((edition) => edition.key)).toEqual(['lampround']);
  });
  it('has a shoe that testers find short though its length is true, and one that splits them by width', () => {
    const stores = openStores(db);
    const short = deviationOfEdition(stores, 'pelloway-gravel-lane');
    expect([short.parts, short.causes[0]]).toEqual([
      true,
      expect.stringContaining('its toe box is'),
    ]);
    const byGroup = (group: string) => short.kinds.find((kind) => kind.group === group)?.verdict;
    expect([byGroup('reference'), byGroup('known shoes')]).toEqual(['true', 'short']);
    const { splits } = deviationOfEdition(stores, 'brindlow-roundsman-3');
    expect(splits).toEqual([expect.stringContaining('Testers differ by foot width')]);
  });
  it('has an insole that went from one pair to another', () => {
    const stores = openStores(db);
    const cork = stores.namedParts.all().find(({ name }) => name === 'Cork 3');
    const places = stores.namedParts.placesOf(cork?.id ?? '');
    expect(places.map(({ tag, until }) => [tag, until !== null])).toEqual([
      ['BR-11', false],
      ['NS-01', true],
    ]);
  });
  it('gives the same readings each time', () => {
    const all = () => {
      const noise = demoNoise();
      return EDITION_TRUTHS.flatMap((e) => e.pairs.flatMap((pair) => demoReadings(e, pair, noise)));
    };
    expect(all()).toEqual(all());
    expect(all().length).toBeGreaterThan(180);
  });
  it('voids the slipped reading and keeps it', () => {
    const stores = openStores(db);
    const [session] = stores.sessions.ofPair(stores.pairs.byTag('NS-02').id);
    const voided = session?.readings.filter((reading) => reading.voided !== null);
    expect(voided).toHaveLength(1);
    expect(voided?.[0]?.value).toBeLessThan(5);
  });
  it('has two half sizes in a box, which its check finds, and the right shoe at fault', () => {
    const stores = openStores(db);
    const pair = stores.pairs.byTag('BR-13');
    expect(pair.leftOut).toContain('Two sizes in one box');
    const record = matchOfPair(stores, pair);
    const [check] = record.checks;
    if (!check) throw new Error('no check');
    const { causes } = evaluateStored(stores, record, check);
    expect(causes[0]).toMatchObject({ id: 'two-sizes', confidence: 'sure', atFault: 'right' });
  });
  it('has a pair with a footbed of another size, whose check is open', () => {
    const stores = openStores(db);
    const record = matchOfPair(stores, stores.pairs.byTag('NS-06'));
    const [check] = record.checks;
    if (!check) throw new Error('no check');
    const { causes } = evaluateStored(stores, record, check);
    expect(causes[0]?.id).toBe('wrong-footbed');
    expect(check.decision).toBeNull();
  });
  it('keeps sound pairs', () => {
    const stores = openStores(db);
    for (const tag of ['BR-10', 'NS-01'])
      expect(stores.pairs.byTag(tag).decision?.words).toMatch(/^All 12 features agree/);
  });
  it('has an edition of eight pairs in two lots, whose second stands higher', () => {
    const found = pairStudyReadings(openStores(db), {
      edition: 'tarnhus-lanewalk',
      quantity: 'heel-stack',
    });
    expect(found.pairs.map((pair) => pair.lot)).toEqual([
      ...Array(4).fill('L2-318'),
      ...Array(4).fill('L2-402'),
    ]);
    const study = studyPairs(
      found.readings.value.map((value, at) => ({
        pair: `${found.readings.pair[at]}`,
        side: found.readings.side[at] as 'left',
        trial: at,
        value,
      })),
    );
    const mean = (pairs: { value: number }[]) =>
      pairs.reduce((sum, pair) => sum + pair.value, 0) / pairs.length;
    const values = study?.pairValues ?? [];
    expect(mean(values.slice(4)) - mean(values.slice(0, 4))).toBeGreaterThan(0.2);
  });
  it('has a gauge study whose gauge is poor', () => {
    const stores = openStores(db);
    const [study] = stores.gaugeStudies.all();
    if (!study) throw new Error('no study');
    expect(verdictOf(stores, study)?.verdict).toBe('poor');
  });
  it('has shoes measured by two methods, with a conversion between them', () => {
    const stores = openStores(db);
    const methods = listMethods(stores, 'heel-stack');
    const keyOf = (word: string) =>
      methods.find((one) => one.protocol.includes(word) && one.instrument !== '')?.key ?? '';
    const { bridge } = bridgeOf(stores, {
      quantity: 'heel-stack',
      a: keyOf('Sidewall'),
      b: keyOf('In-shoe 12 / 75 %, insole in'),
    });
    expect(bridge.verdict).toBe('shift');
    expect(bridge.conversion?.intercept).toBeCloseTo(-SIDEWALL_LIP.heel, 0);
  });
  it('uses no pair of figures of the check cases', () => {
    const claims = EDITION_TRUTHS.map((edition) => edition.claims).join(' ');
    for (const figure of [
      '38/30',
      '35/27',
      '20/12',
      '7.10',
      '7.2 oz',
      '9.9 oz',
      '10.65',
      '12.0 oz',
    ])
      expect(claims).not.toContain(figure);
  });
});
