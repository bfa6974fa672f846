/** Every view of the bench with the demo scenario, and going to one without loading the program anew. */
import type { Page } from '@playwright/test';

export const VIEWS: [name: string, path: string][] = [
  ['receive', '/receive'],
  ['a pair received', '/pairs/KK-01/receive'],
  ['the walk along a shoe', '/pairs/KK-03/walk'],
  ['a check under way', '/pairs/NS-06/match'],
  ['a check decided', '/pairs/BR-13/match'],
  ['a check to begin', '/pairs/PL-01/match'],
  ['return note', '/pairs/BR-13/return-note'],
  ['decision as issued', '/pairs/BR-11/decision'],
  ['a pair tried on', '/pairs/NS-01/fit'],
  ['a tester', '/testers/T1'],
  [
    'from label to label',
    '/fit/labels?from=norrolt-stairwell-mid-cut&to=brindlow-roundsman-2&label=uk-8',
  ],
  ['all labels', '/fit/matrix'],
  ['what to take for a foot', '/fit/foot?tester=T4&sock=thick'],
  ['the label ruler', '/fit/ruler'],
  ['lacing', '/fit/lacing?edition=norrolt-stairwell-mid-cut'],
  ['insoles and laces', '/fit/insoles'],
  ['true to its label', '/editions/pelloway-gravel-lane/fit'],
  ['a worn pair', '/pairs/KK-04/wear'],
  ['what is due', '/due'],
  ['a fair panel', '/panel'],
  ['which pair tomorrow', '/testers/T1/rotation'],
  ['how long an edition lasts', '/editions/kestvane-kerb/life'],
  ['looks and lives', '/lab/wear'],
  ['the hall', '/lab/hall'],
  ['measure', '/pairs/NS-05/measure'],
  ['sheets', '/sheets'],
  ['sheet', '/sheets/wrenfold-latch-low?label=uk-8'],
  ['sheet for a reader', '/sheets/kestvane-kerb?label=eu-42&view=reader'],
  ['words of a sheet', '/sheets/norrolt-stairwell-mid-cut?label=uk-8&view=write'],
  ['card of a sheet', '/sheets/kestvane-kerb?label=eu-42&view=card'],
  ['shelf', '/shelf?words=under+320+g,+drop+4+to+6'],
  ['one pair or two', '/one-or-two'],
  ['tags', '/tags'],
  ['calculators', '/guide/calculators'],
  ['a calculator', '/guide/calculators/carry'],
  [
    'compare',
    '/compare?editions=norrolt-stairwell-mid-cut,wrenfold-latch-low,pelloway-gravel-lane',
  ],
  [
    'many editions against a yardstick',
    '/compare?editions=norrolt-stairwell-mid-cut,wrenfold-latch-low,pelloway-gravel-lane,kestvane-kerb,tarnhus-lanewalk,brindlow-roundsman-3',
  ],
  ['instruments', '/lab'],
  ['a new instrument', '/lab/instruments/new'],
  ['protocols', '/lab/protocols'],
  ['a new protocol', '/lab/protocols/new'],
  ['quantities', '/lab/quantities'],
  ['tolerances', '/lab/tolerances'],
  ['people', '/lab/people'],
  ['record of changes', '/lab/changes'],
  ['tables of others', '/lab/tables'],
  ['the whole lab', '/lab/whole'],
  ['copies of the book', '/lab/copies'],
  ['pairs held against each other', '/pairs/NS-01/match/against/NS-06'],
  ['a delivery', '/deliveries/tarnhus-lanewalk/L2-402'],
  ['an edition', '/editions/kestvane-kerb'],
  ['an edition without a pair', '/editions/new'],
  ['a line of versions', '/editions/brindlow-roundsman-3/line'],
  ['the wish list', '/wishes'],
  ['uses', '/lab/uses'],
  ['files', '/lab/files'],
  ['pairs studied', '/studies?edition=tarnhus-lanewalk&quantity=heel-stack'],
  ['sides studied', '/studies/sides'],
  ['gauges studied', '/studies/gauges'],
  ['two methods', '/studies/methods'],
  ['planner', '/studies/planner'],
  ['guide', '/guide'],
  ['the shoe, part by part', '/guide/shoe/counter'],
  ['rules of a use', '/guide/uses/court'],
  [
    'a choice',
    '/guide/choose?use=trekking&aim=long+ways+with+a+load&matters=protection,dry+feet&second=walking+and+work',
  ],
  ['what an edition suits', '/guide/suits/kestvane-kerb?aim=rounds+on+foot'],
  ['schools', '/guide/schools'],
  ['words', '/guide/words'],
  ['practice', '/guide/practice'],
  ['a round of practice', '/guide/practice/measure'],
  ['the booklet', '/guide/booklet'],
  ['five minutes with a pair', '/guide/tour/PL-01'],
  ['the desk', '/desk'],
];

const NOWHERE = 'Nothing here';

/**
 * Goes to an address as a link of the page does, by way of none: the program is read once and not for every view, and
 * nothing of the view before is left.
 */
export async function goWithin(page: Page, path: string): Promise<void> {
  const push = (address: string) =>
    page.evaluate((to) => {
      window.history.pushState(null, '', to);
      window.dispatchEvent(new PopStateEvent('popstate', { state: null }));
    }, address);
  await push('/nowhere');
  await page.waitForFunction((title) => document.title.startsWith(title), NOWHERE);
  await push(path);
  await page.waitForFunction((title) => !document.title.startsWith(title), NOWHERE);
  await page.getByRole('heading', { level: 1 }).first().waitFor();
}

/** Views that show what gauges show at the moment. */
export const LIVE: readonly string[] = ['measure', 'instruments', 'a check under way'];

/** Elements of the page that change within some milliseconds. */
async function changesWithin(ms: number): Promise<string[]> {
  const seen = new Set<string>();
  const observer = new MutationObserver((records) => {
    for (const { target } of records) seen.add(target.nodeName);
  });
  observer.observe(document.body, { subtree: true, childList: true, attributes: true });
  await new Promise((rested) => setTimeout(rested, ms));
  observer.disconnect();
  return [...seen];
}

/** What still changes on a page by itself once it has fetched what it shows; what comes late is waited for. */
export async function restless(page: Page): Promise<string[]> {
  let changes: string[] = [];
  for (let look = 0; look < 25; look += 1) {
    changes = await page.evaluate(changesWithin, 400);
    if (changes.length === 0) break;
  }
  return changes;
}
