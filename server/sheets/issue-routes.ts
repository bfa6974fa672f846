/** Handlers of sheets and comparisons as they are written, issued and withdrawn. */

import type { IssuedRecord } from '#contract/issued-records.ts';
import { describeSheetFormat, type SheetFormatId } from '#core/records/sheet-format.ts';
import { distinctSizes, readLabelSlug, type SizeLabel } from '#core/sizing/size-label.ts';
import type { FileHandlers, Handlers } from '../endpoint.ts';
import { writeDocumentHtml } from '../formats/document-html.ts';
import { writeDocumentPdf } from '../formats/document-pdf.ts';
import { writeTablesCsv, writeTablesWorkbook } from '../formats/document-tables.ts';
import { writeCardPng } from '../formats/sheet-card.ts';
import { writeSheetCsv, writeSheetJson, writeSheetWorkbook } from '../formats/sheet-tables.ts';
import { notFound, Refusal, wrongValue } from '../problems.ts';
import type { Stores } from '../stores.ts';
import { draftComparison, issueComparison, viewComparison } from './comparison-issue.ts';
import type { LoopReader } from './loops.ts';
import type { SheetSources } from './sheet-content.ts';
import {
  draftSheet,
  issueSheet,
  offeredPhotographs,
  type PictureReader,
  sheetPictures,
  viewDraft,
} from './sheet-issue.ts';

type IssueHandlers = Pick<
  Handlers,
  | 'getSheetDraft'
  | 'writeWords'
  | 'chooseForSheet'
  | 'issueSheet'
  | 'listSheetsIssued'
  | 'getIssued'
  | 'withdrawIssued'
  | 'listComparisons'
  | 'keepComparison'
  | 'dropComparison'
  | 'getComparisonDraft'
  | 'issueComparison'
>;

interface IssueTerms {
  stores: Stores;
  sources: SheetSources;
  loops: LoopReader;
  readPictures: PictureReader;
}

/** Lines of a list of what was issued. */
const MOST_LINES = 300;

function labelAt(stores: Stores, slug: string, typed: string | undefined): SizeLabel {
  const wanted = typed === undefined ? undefined : readLabelSlug(typed);
  if (typed !== undefined && !wanted)
    throw wrongValue('label', `${typed} is no label; write it as uk-8 or us-men-9.5.`);
  const { id, model } = stores.editions.bySlug(slug);
  const [first] = distinctSizes(stores.pairs.ofEdition(id).map(({ label }) => label));
  const label = wanted ?? first;
  if (!label) throw notFound(`A pair of ${model}`);
  return label;
}

/** What leaves the bench is signed by somebody who is known here. */
function requireSigner(stores: Stores, person: string): void {
  if (!stores.lab.people().some(({ code }) => code === person))
    throw new Refusal(409, 'Say who you are first (the figure at the top): a sheet is signed.');
}

/** What the words belong to: a sheet of an edition, or a kept comparison. */
function requireSubject(stores: Stores, subject: string): void {
  const [editionId = '', label] = subject.split('/');
  if (label === undefined) stores.keptComparisons.byId(subject);
  else if (readLabelSlug(label)) stores.editions.byId(editionId);
  else throw wrongValue('subject', `“${subject}” is no sheet and no comparison.`);
}

export function issueRoutes({ stores, sources, loops, readPictures }: IssueTerms): IssueHandlers {
  const draftOf = async (slug: string, typed: string | undefined) => {
    const label = labelAt(stores, slug, typed);
    const pictures = await sheetPictures(stores, readPictures, slug, label);
    return draftSheet(stores, sources, loops, { slug, label }, pictures);
  };
  return {
    getSheetDraft: async ({ params, query, now }) =>
      viewDraft(stores, await draftOf(params.edition, query.label), now.slice(0, 10)),
    writeWords: ({ body: { subject, part, blocks }, change, now, person }) => {
      requireSubject(stores, subject);
      stores.sheetWords.write(subject, part, blocks, { at: now, person });
      return { id: change };
    },
    chooseForSheet: ({ body: { subject, ...choices }, change, now, person }) => {
      requireSubject(stores, subject);
      const [editionId = ''] = subject.split('/');
      const offered = new Set(offeredPhotographs(stores, editionId).map(({ id }) => id));
      if (choices.pictures.some((id) => !offered.has(id)))
        throw wrongValue('pictures', 'A sheet shows pictures of its own pairs.');
      stores.sheetWords.choose(subject, choices, { at: now, person });
      return { id: change };
    },
    issueSheet: {
      // Pictures are read before the transaction; figures in it, as they stand then.
      prepare: async ({ params, body, now, person }) => {
        const label = labelAt(stores, params.edition, body.label);
        const pictures = await sheetPictures(stores, readPictures, params.edition, label);
        return () => {
          requireSigner(stores, person);
          const wanted = { slug: params.edition, label };
          const drafted = draftSheet(stores, sources, loops, wanted, pictures);
          issueSheet(stores, drafted, { id: body.id, now, person });
          return { id: body.id };
        };
      },
    },
    listSheetsIssued: () => stores.issued.sheets(MOST_LINES),
    getIssued: ({ params }) => stores.issued.byId(params.id),
    withdrawIssued: ({ params, body, now, person }) => {
      const { kind, revision, withdrawn } = stores.issued.byId(params.id);
      if (kind !== 'sheet' && kind !== 'comparison')
        throw new Refusal(409, 'A decision and a letter stay as they were given.');
      if (withdrawn)
        throw new Refusal(409, `Revision ${revision} was withdrawn already: ${withdrawn.why}.`);
      stores.issued.withdraw({ id: params.id, why: body.reason, person, at: now });
      return { id: params.id };
    },
    listComparisons: () => stores.keptComparisons.all(),
    keepComparison: ({ params, body, now, person }) => {
      for (const slug of body.editions)
        if (slug.startsWith('pair:')) stores.pairs.byTag(slug.slice('pair:'.length));
        else stores.editions.bySlug(slug);
      if (new Set(body.editions).size !== body.editions.length)
        throw wrongValue('editions', 'Each edition is named once.');
      stores.keptComparisons.keep(params.id, body, { at: now, person });
      return { id: params.id };
    },
    dropComparison: ({ params }) => {
      stores.keptComparisons.remove(params.id);
      return { id: params.id };
    },
    getComparisonDraft: ({ params }) => {
      const kept = stores.keptComparisons.byId(params.id);
      return viewComparison(stores, kept, draftComparison(stores, kept, sources));
    },
    issueComparison: ({ params, body, now, person }) => {
      requireSigner(stores, person);
      const kept = stores.keptComparisons.byId(params.id);
      const drafted = draftComparison(stores, kept, sources);
      issueComparison(stores, kept, drafted, { id: body.id, now, person });
      return { id: body.id };
    },
  };
}

/** `Revision 2, 18 Nov 2026, signed B1 · withdrawn 20 Nov 2026: another size · SHA-256 …` */
export function footOf({ revision, at, person, hash, withdrawn }: IssuedRecord): string {
  return [
    `Revision ${revision}, ${at.slice(0, 10)}${person ? `, signed ${person}` : ''}`,
    withdrawn ? `withdrawn ${withdrawn.at.slice(0, 10)}: ${withdrawn.why}` : '',
    `SHA-256 ${hash.slice(0, 16)}`,
  ]
    .filter(Boolean)
    .join(' · ');
}

/** A file of what was issued. */
function fileOf(
  issued: IssuedRecord,
  {
    as,
    layout,
    paper,
  }: { as: SheetFormatId; layout?: 'reader' | 'lab' | undefined; paper: 'a4' | 'letter' },
): Promise<Buffer | string> | string {
  const { content, revision, at, person, hash } = issued;
  const foot = footOf(issued);
  const head = { revision, issuedAt: at, issuedBy: person, hash };
  switch (as) {
    case 'pdf':
      return writeDocumentPdf(content, { layout, paper, foot });
    case 'html':
      return writeDocumentHtml(content, { layout, foot });
    case 'csv':
      return content.data ? writeSheetCsv(content.data) : writeTablesCsv(content);
    case 'xlsx':
      return content.data
        ? writeSheetWorkbook(content.data, head)
        : writeTablesWorkbook(content, head);
    case 'json':
      return content.data
        ? writeSheetJson(content.data, head)
        : `${JSON.stringify({ ...content, issued: head }, null, 2)}\n`;
    case 'png':
      return writeCardPng(content, foot);
  }
}

const plainName = (title: string) =>
  title
    .normalize('NFKD')
    .replace(/[^\w ]+/g, '')
    .trim()
    .replace(/\s+/g, '-')
    .toLowerCase() || 'sheet';

export function issueFileRoutes({
  stores,
  sources,
  loops,
}: Omit<IssueTerms, 'readPictures'>): Pick<FileHandlers, 'getIssuedFile' | 'getSheetCard'> {
  return {
    getIssuedFile: async ({ params, query, response }) => {
      const issued = stores.issued.byId(params.id);
      const file = await fileOf(issued, query);
      const format = describeSheetFormat(query.as);
      response
        .type(format.media)
        .set(
          'Content-Disposition',
          `${format.isShown ? 'inline' : 'attachment'}; filename="${plainName(issued.content.title)}-${issued.revision}.${query.as}"`,
        )
        .send(file);
    },
    getSheetCard: async ({ params, query, response }) => {
      const label = labelAt(stores, params.edition, query.label);
      const { document } = draftSheet(stores, sources, loops, { slug: params.edition, label }, []);
      response.type('image/png').send(await writeCardPng(document, 'Not issued: a draft'));
    },
  };
}
