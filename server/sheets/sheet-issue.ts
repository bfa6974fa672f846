/** Sheets as they are written, issued in revisions, warned of and withdrawn. */

import { existsSync, readFileSync } from 'node:fs';
import type { SheetDraft } from '#contract/issue-records.ts';
import { calibrationOn } from '#core/catalogue/gauge.ts';
import type { SheetWarning } from '#core/records/sheet-change.ts';
import type { BenchDocument, DocumentPicture } from '#core/sheet/document.ts';
import { changesBetween, type GoneReading, sheetWarnings } from '#core/sheet/sheet-changes.ts';
import type { SheetData, SheetFigure } from '#core/sheet/sheet-data.ts';
import { sheetDocument } from '#core/sheet/sheet-document.ts';
import { labelSlug, type SizeLabel } from '#core/sizing/size-label.ts';
import { sheetWarningSentence, writtenSheetChange } from '#core/wording/sheet-sentences.ts';
import { labFacts } from '../lab-facts.ts';
import { Refusal } from '../problems.ts';
import type { StoredPhotograph } from '../store/photographs.ts';
import type { Stores } from '../stores.ts';
import type { LoopReader } from './loops.ts';
import { buildSheet } from './sheet.ts';
import { type SheetSources, sheetContent } from './sheet-content.ts';

/** What a sheet is of: an edition at a label. */
export const sheetSubject = (editionId: string, label: SizeLabel): string =>
  `${editionId}/${labelSlug(label)}`;

/** Longest edge of a picture on a sheet. */
const PICTURE_EDGE = 900;
/** Pictures that were made ready for a sheet, by the hash of the photograph: the last asked for. */
const MOST_HELD = 40;

/**
 * Reads photographs for documents: a JPEG of a size that a page needs, kept for the next one who asks.
 *
 * @param pathOf where the picture of a hash lies
 */
export function pictureReader(pathOf: (hash: string) => string) {
  const held = new Map<string, Omit<DocumentPicture, 'words'>>();
  return async (photographs: readonly StoredPhotograph[]): Promise<DocumentPicture[]> => {
    const pictures: DocumentPicture[] = [];
    for (const { hash, caption, side } of photographs) {
      let picture = held.get(hash);
      // A book that was moved without its pictures has sheets all the same.
      if (!picture && !existsSync(pathOf(hash))) continue;
      if (!picture) {
        const { default: sharp } = await import('sharp');
        const { data, info } = await sharp(readFileSync(pathOf(hash)))
          .resize({
            width: PICTURE_EDGE,
            height: PICTURE_EDGE,
            fit: 'inside',
            withoutEnlargement: true,
          })
          .jpeg({ quality: 78 })
          .toBuffer({ resolveWithObject: true });
        picture = {
          src: `data:image/jpeg;base64,${data.toString('base64')}`,
          width: info.width,
          height: info.height,
        };
        held.set(hash, picture);
        const [oldest] = held.keys();
        if (held.size > MOST_HELD && oldest !== undefined) held.delete(oldest);
      }
      pictures.push({ ...picture, words: caption || (side ? `${side} shoe` : 'picture') });
    }
    return pictures;
  };
}

export type PictureReader = ReturnType<typeof pictureReader>;

interface Drafted {
  document: BenchDocument & { data: SheetData };
  subject: string;
  editionId: string;
  label: SizeLabel;
}

/** Photographs that a sheet may show: of its pairs, at their checks too. */
export function offeredPhotographs(stores: Stores, editionId: string): StoredPhotograph[] {
  return stores.pairs
    .ofEdition(editionId)
    .flatMap(({ id }) => [
      ...stores.photographs.of({ subjectKind: 'pair', subjectId: id }),
      ...stores.matches
        .ofPair(id)
        .flatMap((check) => stores.photographs.of({ subjectKind: 'match', subjectId: check.id })),
    ]);
}

function chosenPhotographs(stores: Stores, subject: string, editionId: string): StoredPhotograph[] {
  const { choices } = stores.sheetWords.of(subject);
  const offered = new Map(offeredPhotographs(stores, editionId).map((one) => [one.id, one]));
  return choices.pictures.flatMap((id) => offered.get(id) ?? []);
}

/** The pictures of a sheet, read from their files. */
export async function sheetPictures(
  stores: Stores,
  read: PictureReader,
  slug: string,
  label: SizeLabel,
): Promise<DocumentPicture[]> {
  const { id } = stores.editions.bySlug(slug);
  return read(chosenPhotographs(stores, sheetSubject(id, label), id));
}

/** The document that a sheet comes to now. */
export function draftSheet(
  stores: Stores,
  sources: SheetSources,
  loops: LoopReader,
  wanted: { slug: string; label: SizeLabel | undefined },
  pictures: DocumentPicture[],
): Drafted {
  const sheet = buildSheet(stores, wanted.slug, wanted.label, loops);
  const subject = sheetSubject(sheet.edition.id, sheet.label);
  const { words, choices } = stores.sheetWords.of(subject);
  const content = sheetContent(stores, sheet, sources, { words, also: choices.also, pictures });
  return {
    document: { ...sheetDocument(content), data: content.data },
    subject,
    editionId: sheet.edition.id,
    label: sheet.label,
  };
}

/** Readings that an issued sheet leans on and that no longer stand, with why. */
export function goneReadings(stores: Stores, figures: readonly SheetFigure[]): GoneReading[] {
  const ids = [...new Set(figures.flatMap(({ taken }) => taken.map(({ id }) => id)))];
  return ids.flatMap((id) => {
    const { voided, supersededBy } = stores.readings.byId(id);
    if (voided) return [{ id, why: `voided, ${voided}` }];
    return supersededBy ? [{ id, why: 'corrected since' }] : [];
  });
}

/** Second looks that were promised and are due. */
function dueLooks(stores: Stores, editionId: string, today: string): SheetWarning[] {
  return stores.rotation
    .looks()
    .filter(({ editionId: of }) => of === editionId)
    .flatMap(({ what, on }) =>
      on !== null && on <= today ? [{ kind: 'check due', since: on, what }] : [],
    );
}

const dataOf = (document: BenchDocument): SheetData | undefined => document.data;

/** What stands of a sheet: its draft, its revisions, what changed since, and what speaks against what was issued. */
export function viewDraft(
  stores: Stores,
  { document, subject, editionId, label }: Drafted,
  today: string,
): SheetDraft {
  const issued = stores.issued.of(subject).filter(({ kind }) => kind === 'sheet');
  const standing = issued.filter(({ withdrawn }) => withdrawn === null).at(-1);
  const before = standing && dataOf(standing.content);
  const { words, choices } = stores.sheetWords.of(subject);
  return {
    subject,
    label,
    document,
    words,
    choices,
    photographs: offeredPhotographs(stores, editionId).map(({ id, caption, side, addedAt }) => ({
      id,
      caption,
      side,
      addedAt,
    })),
    revisions: issued.map(({ id, revision, at, person, hash, withdrawn, content }, nth) => {
      const [former, own] = [issued[nth - 1], dataOf(content)].map((one) =>
        one && 'content' in one ? dataOf(one.content) : one,
      ) as [SheetData | undefined, SheetData | undefined];
      return {
        id,
        revision,
        at,
        person,
        hash,
        withdrawn,
        changes: former && own ? changesBetween(former, own).map(writtenSheetChange) : [],
      };
    }),
    changes: before ? changesBetween(before, document.data).map(writtenSheetChange) : [],
    warnings: [
      ...(before
        ? sheetWarnings(before.figures, document.data.figures, goneReadings(stores, before.figures))
        : []),
      ...dueLooks(stores, editionId, today),
    ].map(sheetWarningSentence),
  };
}

/** Gauges that the readings were taken with, and the calibration in force when the last was. */
function leanedOn(stores: Stores, data: SheetData) {
  const lab = labFacts(stores);
  return {
    readings: [...new Set(data.figures.flatMap(({ taken }) => taken.map(({ id }) => id)))],
    instruments: lab.instruments
      .filter(({ name }) => data.instruments.includes(name))
      .map((instrument) => ({
        id: instrument.id,
        name: instrument.name,
        calibration: calibrationOn(instrument, data.measuredUntil ?? '')?.id ?? null,
      })),
    slopes: lab.slopes,
    exponent: lab.exponent,
    spreads: lab.spreads,
  };
}

/** Issues a revision: frozen with its hash and what it leaned on. */
export function issueSheet(
  stores: Stores,
  { document, subject }: Drafted,
  { id, now, person }: { id: string; now: string; person: string },
): void {
  if (document.data.figures.length === 0 && Object.keys(document.data.words).length === 0)
    throw new Refusal(409, 'There is neither a figure nor a word on this sheet yet.');
  const last = stores.issued.latest('sheet', subject);
  if (last?.withdrawn === null && JSON.stringify(last.content) === JSON.stringify(document))
    throw new Refusal(409, `Nothing changed since revision ${last.revision}: it says the same.`);
  stores.issued.issue({
    id,
    kind: 'sheet',
    subject,
    content: document,
    leanedOn: leanedOn(stores, document.data),
    person,
    at: now,
  });
}
