/** What an instrument touched, and what becomes of it without the instrument's readings. */
import type { EditionRecord } from '#contract/edition-records.ts';
import type { Recall } from '#contract/job-records.ts';
import { judgeTolerance, sideTolerance } from '#core/catalogue/tolerance.ts';
import { claimJudgement, claimOnFile } from '#core/claims/claim.ts';
import { combineFigures, type Figure, figureExpanded } from '#core/figures/figure.ts';
import {
  figuresIn,
  latestFigures,
  type MeasuredPair,
  sessionFigures,
} from '#core/figures/pair-figure.ts';
import { editionName } from '#core/sizing/edition-name.ts';
import { workOutPair } from '../figure-book.ts';
import type { Job } from '../jobs.ts';
import { type LabFacts, labFacts } from '../lab-facts.ts';
import type { StoredPair } from '../store/pairs.ts';
import type { Stores } from '../stores.ts';

const GONE = 'no figure';

/** The verdicts that lean on a pair's latest figures: its claims, and left against right. */
function verdictsOf(
  measured: MeasuredPair,
  { claims, sample }: Pick<EditionRecord, 'claims' | 'sample'>,
  knowledge: LabFacts,
): Map<string, { quantity: Figure['quantity']; about: string; verdict: string }> {
  const verdicts = new Map<
    string,
    { quantity: Figure['quantity']; about: string; verdict: string }
  >();
  for (const session of measured.sessions) {
    const { left, right, pair } = sessionFigures(session);
    for (const figure of figuresIn(pair)) {
      const { quantity } = figure;
      for (const claim of claims.filter(
        (one) => one.quantity === quantity && one.withdrawn === null,
      )) {
        const judged = claimJudgement(claimOnFile(claim, sample), figure, knowledge);
        verdicts.set(`claim ${claim.id}`, {
          quantity,
          about: `claimed ${claim.typed}`,
          verdict: judged.answer,
        });
      }
      const [l, r] = [left[quantity], right[quantity]];
      if (!l || !r) continue;
      const d = combineFigures([
        { figure: r, coefficient: 1 },
        { figure: l, coefficient: -1 },
      ]);
      const tolerance = sideTolerance(quantity, (l.value + r.value) / 2, knowledge.catalogue);
      verdicts.set(`sides ${quantity}`, {
        quantity,
        about: 'left against right',
        verdict: judgeTolerance(d.value, figureExpanded(d), tolerance),
      });
    }
  }
  return verdicts;
}

const shown = (figure: Figure) => ({ value: figure.value, U: figureExpanded(figure) });

function recallPair(stores: Stores, lab: LabFacts, pair: StoredPair, touched: ReadonlySet<string>) {
  const keep = (reading: { id: string }) => !touched.has(reading.id);
  const before = workOutPair(stores, lab, pair);
  const after = workOutPair(stores, lab, pair, keep);
  const edition = stores.editions.byId(pair.editionId);
  const name = editionName(edition);
  const without = latestFigures(after);
  const figures = [...latestFigures(before).values()].flatMap((figure) => {
    const left = without.get(figure.quantity);
    const same = left && left.value === figure.value && left.readings === figure.readings;
    return same
      ? []
      : [{ quantity: figure.quantity, with: shown(figure), without: left ? shown(left) : null }];
  });
  const remaining = verdictsOf(after, edition, lab);
  const verdicts = [...verdictsOf(before, edition, lab)].flatMap(([key, one]) => {
    const left = remaining.get(key)?.verdict ?? GONE;
    const { quantity, about, verdict } = one;
    return left === verdict
      ? []
      : [{ edition: name, tag: pair.tag, quantity, about, with: verdict, without: left }];
  });
  return {
    pair: { tag: pair.tag, edition: name, readings: touched.size, figures },
    verdicts,
    sheet: { slug: edition.slug, edition: name, label: pair.label },
  };
}

/** Rows of each kind that are listed: further ones are counted. */
const MOST_LISTED = 500;

/**
 * Every standing reading of an instrument since a day, with figures, verdicts and sheets behind them:
 * a pair at a time, so that other requests are answered in between.
 */
export async function recallInstrument(
  stores: Stores,
  { id: instrumentId, since }: { id: string; since: string },
  job: Job,
): Promise<Recall> {
  const instrument = stores.instruments.byId(instrumentId);
  const lab = labFacts(stores);
  const recalled: ReturnType<typeof recallPair>[] = [];
  const sheets = new Map<string, Recall['sheets'][number]>();
  const matches: Recall['matches'] = [];
  const counts = { pairs: 0, verdicts: 0, matches: 0 };
  const { onTable, onShelf } = stores.pairRows.counts();
  let readings = 0;
  let done = 0;
  for (const pairId of stores.pairs.ids()) {
    await job.step(done++, onTable + onShelf);
    for (const check of stores.matches.touched(instrumentId, since, pairId)) {
      counts.matches += 1;
      if (matches.length < MOST_LISTED) matches.push(check);
    }
    const touched = new Set(stores.instruments.touched(instrumentId, since, pairId));
    if (touched.size === 0) continue;
    const found = recallPair(stores, lab, stores.pairs.byId(pairId), touched);
    const { slug, label } = found.sheet;
    sheets.set(`${slug} ${label.system} ${label.size}`, found.sheet);
    readings += touched.size;
    counts.pairs += 1;
    counts.verdicts += found.verdicts.length;
    if (recalled.length < MOST_LISTED) recalled.push(found);
  }
  return {
    instrument: instrument.name,
    since,
    readings,
    counts: { ...counts, sheets: sheets.size },
    pairs: recalled.map(({ pair }) => pair).sort((a, b) => a.tag.localeCompare(b.tag)),
    verdicts: recalled.flatMap((found) => found.verdicts).slice(0, MOST_LISTED),
    sheets: [...sheets.values()]
      .sort((a, b) => a.edition.localeCompare(b.edition))
      .slice(0, MOST_LISTED),
    matches: matches.sort((a, b) => a.tag.localeCompare(b.tag)),
  };
}
