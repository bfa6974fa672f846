import { ENDPOINTS, type EndpointName } from '#contract/endpoints.ts';
import { editionName } from '#core/sizing/edition-name.ts';
import { nameLabel } from '#core/sizing/size-label.ts';
import { correct, undoCorrection } from '../corrections.ts';
import type { Handlers } from '../endpoint.ts';
import { Refusal, wrongValue } from '../problems.ts';
import type { Stores } from '../stores.ts';
import { targetsOf, verifyTargets } from '../targets.ts';
import { merge, planMerge, rename } from './renaming.ts';

type CorrectionHandlers = Pick<
  Handlers,
  | 'getEdition'
  | 'rename'
  | 'getMerge'
  | 'findNamed'
  | 'merge'
  | 'setMade'
  | 'movePair'
  | 'freeTag'
  | 'moveSitting'
  | 'reopenSitting'
  | 'correctClaim'
  | 'correctReported'
  | 'withdrawReported'
  | 'undoChange'
  | 'blankChange'
  | 'listChanges'
>;

/** What an address does, as far as the first stop of its summary: `Withdraws a claim`. */
const said = (action: string) =>
  ENDPOINTS[action as EndpointName]?.summary.split(/[;:,.]/)[0] ?? action;

/** How long a tag is at most. */
const LONGEST_TAG = 16;

/** What a pair on the shelf is called once its tag is another's. */
function retiredTag(stores: Stores, tag: string): string {
  for (let n = 1; ; n++) {
    const suffix = `-X${n}`;
    const retired = `${tag.slice(0, LONGEST_TAG - suffix.length)}${suffix}`;
    if (!stores.pairs.isTag(retired)) return retired;
  }
}

function whoseChanges(
  stores: Stores,
  query: {
    pair?: string | undefined;
    edition?: string | undefined;
    instrument?: string | undefined;
    person?: string | undefined;
  },
) {
  if (query.pair) return { kind: 'pair' as const, id: stores.pairs.byTag(query.pair).id };
  if (query.edition)
    return { kind: 'edition' as const, id: stores.editions.bySlug(query.edition).id };
  if (query.instrument) return { kind: 'instrument' as const, id: query.instrument };
  return query.person ? { kind: 'person' as const, id: query.person } : undefined;
}

export function correctionRoutes(stores: Stores): CorrectionHandlers {
  const nameOf = (id: string) => editionName(stores.editions.byId(id));
  return {
    getEdition: ({ params }) => {
      const edition = stores.editions.bySlug(params.edition);
      const row = stores.editionRows.bySlug(edition.slug);
      const stored = stores.pairs.ofEdition(edition.id);
      const kept = new Map(stored.map((pair) => [pair.tag, pair]));
      const targets = targetsOf(stores, edition.modelId);
      const verified = verifyTargets(stores, stored, targets);
      return {
        edition,
        sharing: {
          maker: stores.names.editionsOf('maker', edition.makerId).length,
          model: stores.names.editionsOf('model', edition.modelId).length,
        },
        pairs: row.pairs.map((pair) => ({
          ...pair,
          id: kept.get(pair.tag)?.id ?? '',
          lot: kept.get(pair.tag)?.lot ?? '',
        })),
        targets: targets.map((target) => ({
          ...target,
          verified: verified
            .filter(({ quantity }) => quantity === target.quantity)
            .map(({ tag, word }) => ({ tag, word })),
        })),
      };
    },
    rename: (call) => {
      const { id } = call.params;
      const { kind, name } = call.body;
      const before = stores.names.byId(kind, id);
      correct(
        stores,
        call,
        {
          words: `Renamed ${kind} ${before.full} to ${name || 'no name of its own'}`,
          about: stores.names.editionsOf(kind, id),
        },
        (corrector) => rename(stores, corrector, kind, id, name),
      );
      return { id };
    },
    getMerge: ({ params, query }) => planMerge(stores, query.kind, params.id, query.into),
    findNamed: ({ params, query }) => {
      const named = stores.names.byId(query.kind, params.id);
      const same = stores.names.beside(named, query.name);
      return { id: same && same.id !== named.id && same.mergedInto === null ? same.id : null };
    },
    merge: (call) => {
      const { id: from } = call.params;
      const { kind, into, oneBuild } = call.body;
      const names = [from, into].map((id) => stores.names.byId(kind, id).full);
      const about = [from, into].flatMap((id) => stores.names.editionsOf(kind, id));
      correct(
        stores,
        call,
        { words: `Merged ${names[0]} into ${names[1]}`, about: [...about, from, into] },
        (corrector) => merge(stores, corrector, { kind, from, into, oneBuild }),
      );
      const [edition = from] = stores.names.editionsOf(kind, into);
      return { id: into, editionSlug: stores.editions.byId(edition).slug };
    },
    setMade: (call) => {
      const { id } = call.params;
      const { madeIn, widths, colours, sample } = call.body;
      const before = stores.editions.byId(id);
      correct(
        stores,
        call,
        { words: `Sizes, widths and colours of ${nameOf(id)}`, about: [id] },
        (corrector) => {
          corrector.set('edition', id, {
            made_system: madeIn?.system ?? null,
            made_from: madeIn?.from ?? null,
            made_to: madeIn?.to ?? null,
            half_sizes: madeIn ? Number(madeIn.halfSizes) : null,
            sample_system: sample?.system ?? null,
            sample_size: sample?.size ?? null,
          });
          for (const width of before.widths)
            if (!widths.includes(width))
              corrector.list('edition_width', { edition_id: id, width }, false);
          for (const width of widths)
            corrector.list('edition_width', { edition_id: id, width }, true);
          for (const colour of before.colours)
            if (!colours.includes(colour))
              corrector.list('edition_colour', { edition_id: id, colour }, false);
          for (const colour of colours)
            corrector.list('edition_colour', { edition_id: id, colour }, true);
        },
      );
      return { id };
    },
    movePair: (call) => {
      const { id } = call.params;
      const pair = stores.pairs.byId(id);
      const target = stores.editions.bySlug(call.body.edition);
      if (target.id === pair.editionId)
        throw wrongValue('edition', `${pair.tag} is of ${editionName(target)} already.`);
      if (stores.issued.isNoted(id) && !call.body.noteStays)
        throw new Refusal(
          409,
          `A return note of ${pair.tag} was issued. It keeps the name ${nameOf(pair.editionId)}, and whoever has it reads that name. Move the pair knowing that, or leave it.`,
          [{ field: 'noteStays', message: 'its return note keeps the old name' }],
        );
      correct(
        stores,
        call,
        {
          words: `Moved ${pair.tag} from ${nameOf(pair.editionId)} to ${editionName(target)}`,
          about: [id, pair.editionId, target.id],
        },
        (corrector) => corrector.set('pair', id, { edition_id: target.id }),
      );
      return { id, editionSlug: target.slug };
    },
    freeTag: (call) => {
      const { id } = call.params;
      const { tag, shelved } = stores.pairs.byId(id);
      if (!shelved)
        throw new Refusal(
          409,
          `${tag} is on the table. Its tag can be given free once the pair is on the shelf.`,
        );
      const retired = retiredTag(stores, tag);
      correct(
        stores,
        call,
        { words: `Gave the tag ${tag} free; the pair is ${retired} now`, about: [id] },
        (corrector) => corrector.set('pair', id, { tag: retired }),
      );
      return { id, tag: retired };
    },
    moveSitting: (call) => {
      const { id } = call.params;
      const sitting = stores.sessions.byId(id);
      const from = stores.pairs.byId(sitting.pairId);
      const into = stores.pairs.byTag(call.body.tag);
      if (from.id === into.id) throw wrongValue('tag', `It was taken on ${into.tag} already.`);
      const held = into.shoes.split(' ')[0];
      const other = stores.sessions
        .ofSession(id)
        .find(({ side }) => into.shoes !== 'both' && side !== held);
      if (other)
        throw wrongValue(
          'tag',
          `Of ${into.tag} there is the ${held} shoe only, and this sitting has readings of the ${other.side}.`,
        );
      correct(
        stores,
        call,
        {
          words: `Moved the sitting of ${sitting.startedAt.slice(0, 10)} from ${from.tag} to ${into.tag}, ${nameLabel(into.label)}`,
          about: [id, from.id, into.id],
        },
        (corrector) => corrector.set('occasion', id, { pair_id: into.id }),
      );
      return { id };
    },
    reopenSitting: (call) => {
      const { id } = call.params;
      const { pairId, startedAt, finishedAt } = stores.sessions.byId(id);
      if (finishedAt === null) throw new Refusal(409, 'This sitting is open.');
      if (stores.sessions.openOf(pairId).length > 0)
        throw new Refusal(409, 'Another sitting of this pair is open. Finish that one first.');
      const { tag } = stores.pairs.byId(pairId);
      correct(
        stores,
        call,
        {
          words: `Reopened the sitting of ${startedAt.slice(0, 10)} on ${tag}`,
          about: [id, pairId],
        },
        (corrector) => corrector.set('sitting', id, { finished_at: null }),
      );
      return { id };
    },
    correctClaim: (call) => {
      const { id } = call.params;
      const { editionId, typed } = stores.editions.claimById(id);
      let ids: string[] = [];
      correct(
        stores,
        call,
        { words: `Corrected a claim of ${nameOf(editionId)}: ${typed}`, about: [id, editionId] },
        (corrector) => {
          const set = (claim: string, withdrawn: string | null) => {
            corrector.set('claim', claim, { withdrawn });
            corrector.set('claim_text', claim, { withdrawn });
          };
          set(id, 'corrected');
          ids = stores.editions.addClaims(editionId, call.body, 'the correction was undone');
          for (const added of ids) set(added, null);
        },
      );
      return { ids };
    },
    correctReported: (call) => {
      const { id } = call.params;
      const { editionId } = stores.editions.reportedById(id);
      const { label, ...figure } = call.body;
      const value = stores.editions.readReported(call.body);
      correct(
        stores,
        call,
        { words: `Corrected a reported figure of ${nameOf(editionId)}`, about: [id, editionId] },
        (corrector) =>
          corrector.set('reported_figure', id, {
            ...figure,
            value,
            label_system: label?.system ?? null,
            label_size: label?.size ?? null,
          }),
      );
      return { id };
    },
    withdrawReported: (call) => {
      const { id } = call.params;
      const { editionId, withdrawn } = stores.editions.reportedById(id);
      if (withdrawn !== null) throw new Refusal(409, 'This figure is withdrawn already.');
      correct(
        stores,
        call,
        { words: `Withdrew a reported figure of ${nameOf(editionId)}`, about: [id, editionId] },
        (corrector) => corrector.set('reported_figure', id, { withdrawn: call.body.reason }),
      );
      return { id };
    },
    undoChange: (call) => {
      undoCorrection(stores, call, call.params.id);
      return { id: call.params.id };
    },
    blankChange: ({ params, body, now }) => {
      stores.changes.blank(params.id, body.reason, now);
      return { id: params.id };
    },
    listChanges: ({ query }) =>
      stores.audit.page({ ...query, of: whoseChanges(stores, query) }, said),
  };
}
