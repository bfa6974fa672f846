import type { z } from 'zod';
import type { EditionRecord, editionFields, reportedFields } from '#contract/edition-records.ts';
import type { Receipt } from '#contract/pair-records.ts';
import type { ClaimedQuantityId } from '#core/catalogue/claimed-quantities.ts';
import type { Use } from '#core/catalogue/disciplines.ts';
import type { Catalogue } from '#core/catalogue/quantities.ts';
import { readClaimFigure } from '#core/claims/claim-text.ts';
import { readReportedFigure } from '#core/claims/reported.ts';
import type { LabelSystem, SizeLabel } from '#core/sizing/size-label.ts';
import { notFound, Refusal, wrongValue } from '../problems.ts';
import type { Db } from './database.ts';
import { type EditionList, sizesMade } from './edition-list.ts';
import type { NameStore } from './names.ts';

interface EditionDbRow {
  id: string;
  slug: string;
  name: string;
  maker: string;
  model: string;
  model_id: string;
  maker_id: string;
  made_system: LabelSystem | null;
  made_from: number | null;
  made_to: number | null;
  half_sizes: number | null;
  sample_system: LabelSystem | null;
  sample_size: number | null;
}

interface LabelRow {
  label_system: LabelSystem | null;
  label_size: number | null;
}

const labelOf = ({ label_system, label_size }: LabelRow): SizeLabel | null =>
  label_system && label_size !== null ? { system: label_system, size: label_size } : null;

/** Words of a name for an address: `Stairwell, mid cut` becomes `stairwell-mid-cut`. */
function slugOf(...names: string[]): string {
  return names
    .join(' ')
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 120);
}

const EDITION = `SELECT e.id, e.slug, e.name, m.name AS model, k.name AS maker,
    e.model_id, m.maker_id, e.made_system, e.made_from, e.made_to, e.half_sizes,
    e.sample_system, e.sample_size
  FROM edition e JOIN model m ON m.id = e.model_id JOIN maker k ON k.id = m.maker_id`;

export function editionStore(
  db: Db,
  catalogue: () => Catalogue,
  rows: EditionList,
  names: NameStore,
) {
  const selectMaker = db.prepare<[string], { id: string }>('SELECT id FROM maker WHERE name = ?');
  const insertMaker = db.prepare('INSERT INTO maker (id, name) VALUES (?, ?)');
  const selectModel = db.prepare<[string, string], { id: string }>(
    'SELECT id FROM model WHERE maker_id = ? AND name = ?',
  );
  const insertModel = db.prepare('INSERT INTO model (id, maker_id, name) VALUES (?, ?, ?)');
  const selectEditionOf = db.prepare<[string, string], { id: string; slug: string }>(
    'SELECT id, slug FROM edition WHERE model_id = ? AND name = ?',
  );
  const slugTaken = db.prepare<[object], unknown>(
    `SELECT 1 FROM edition WHERE slug = @slug AND id <> @id
     UNION SELECT 1 FROM former_slug WHERE slug = @slug AND edition_id <> @id`,
  );
  // Former addresses and editions that were merged away lead on to what stands for them now.
  const leadSlug = db
    .prepare<[object], string>(
      `WITH RECURSIVE lead (id) AS (
         SELECT coalesce(
           (SELECT id FROM edition WHERE slug = @slug),
           (SELECT edition_id FROM former_slug WHERE slug = @slug))
         UNION SELECT e.merged_into FROM lead l CROSS JOIN edition e ON e.id = l.id
         WHERE e.merged_into IS NOT NULL
       )
       SELECT e.slug FROM lead l CROSS JOIN edition e ON e.id = l.id WHERE e.merged_into IS NULL`,
    )
    .pluck();
  const insertEdition = db.prepare(
    `INSERT INTO edition (id, model_id, name, slug, made_system, made_from, made_to, half_sizes)
     VALUES (@id, @modelId, @name, @slug, @system, @from, @to, @halfSizes)`,
  );
  const addWidth = db.prepare('INSERT OR IGNORE INTO edition_width VALUES (?, ?)');
  const addColour = db.prepare('INSERT OR IGNORE INTO edition_colour VALUES (?, ?)');
  const selectWidths = db.prepare<[string], { width: string }>(
    'SELECT width FROM edition_width WHERE edition_id = ? ORDER BY width',
  );
  const selectColours = db.prepare<[string], { colour: string }>(
    'SELECT colour FROM edition_colour WHERE edition_id = ? ORDER BY colour',
  );
  const selectById = db.prepare<[string], EditionDbRow>(`${EDITION} WHERE e.id = ?`);
  const selectBySlug = db.prepare<[string], EditionDbRow>(`${EDITION} WHERE e.slug = ?`);
  const selectClaims = db.prepare<[string], LabelRow & Record<string, unknown>>(
    `SELECT id, quantity, typed, value, half_width AS halfWidth, label_system, label_size,
       stated_basis, source, withdrawn
     FROM claim WHERE edition_id = ? ORDER BY rowid`,
  );
  const insertClaim = db.prepare(
    `INSERT INTO claim
       (id, edition_id, quantity, typed, value, half_width, label_system, label_size, stated_basis, source,
        withdrawn)
     VALUES
       (@id, @editionId, @quantity, @typed, @value, @halfWidth, @system, @size, @statedBasis, @source,
        @withdrawn)`,
  );
  // A claim is stated once, however many pairs of its edition are received.
  const selectSameClaim = db.prepare(
    `SELECT 1 FROM claim
     WHERE edition_id = @editionId AND quantity = @quantity AND withdrawn IS NULL
       AND abs(value - @value) <= 1e-6 AND abs(half_width - @halfWidth) <= 1e-6
       AND label_system IS @system AND label_size IS @size AND stated_basis = @statedBasis
       AND source = @source`,
  );
  const selectTexts = db.prepare<[string], EditionRecord['claimTexts'][number]>(
    `SELECT id, part, text, source, withdrawn, mark FROM claim_text WHERE edition_id = ? ORDER BY rowid`,
  );
  const selectSameText = db.prepare(
    `SELECT 1 FROM claim_text
     WHERE edition_id = @editionId AND part = @part AND text = @text AND source = @source
       AND withdrawn IS NULL`,
  );
  const insertText = db.prepare(
    `INSERT INTO claim_text (id, edition_id, part, text, source, withdrawn)
     VALUES (@id, @editionId, @part, @text, @source, @withdrawn)`,
  );
  const selectReported = db.prepare<[string], LabelRow & Record<string, unknown>>(
    `SELECT id, quantity, typed, value, label_system, label_size, basis, source, dated, withdrawn
     FROM reported_figure WHERE edition_id = ? ORDER BY rowid`,
  );
  const insertReported = db.prepare(
    `INSERT INTO reported_figure
       (id, edition_id, quantity, typed, value, label_system, label_size, basis, source, dated)
     VALUES
       (@id, @editionId, @quantity, @typed, @value, @system, @size, @basis, @source, @dated)`,
  );
  const selectClaim = db.prepare<[object], { editionId: string; typed: string }>(
    `SELECT edition_id AS editionId, typed FROM claim WHERE id = @id AND withdrawn IS NULL
     UNION ALL
     SELECT edition_id, text FROM claim_text WHERE id = @id AND withdrawn IS NULL`,
  );
  const selectReportedById = db.prepare<[string], { editionId: string; withdrawn: string | null }>(
    'SELECT edition_id AS editionId, withdrawn FROM reported_figure WHERE id = ?',
  );
  const selectMerged = db.prepare<[string], unknown>(
    'SELECT 1 FROM edition WHERE id = ? AND merged_into IS NOT NULL',
  );
  const selectUses = db.prepare<[string], Use>(
    'SELECT discipline, speciality FROM edition_use WHERE edition_id = ? ORDER BY nth',
  );
  const clearUses = db.prepare('DELETE FROM edition_use WHERE edition_id = ?');
  const addUse = db.prepare(
    `INSERT INTO edition_use (edition_id, discipline, speciality, nth)
     VALUES (@id, @discipline, @speciality, @nth)`,
  );
  function freeSlug(wanted: string, id: string): string {
    const base = wanted || 'edition';
    let slug = base;
    for (let n = 2; slugTaken.get({ slug, id }); n++) slug = `${base}-${n}`;
    return slug;
  }

  /** The value of a reported figure, from what was typed. */
  function readReported({
    quantity,
    typed,
  }: Pick<z.output<typeof reportedFields>, 'quantity' | 'typed'>) {
    const read = readReportedFigure(quantity, typed, catalogue());
    if (!read.ok) throw wrongValue('typed', read.fault.message, read.fault.choices);
    return read.value.value;
  }

  const leadTo = (slug: string): string => leadSlug.get({ slug }) ?? slug;

  const widthsOf = (id: string) => selectWidths.all(id).map((row) => row.width);
  const coloursOf = (id: string) => selectColours.all(id).map((row) => row.colour);

  function complete(row: EditionDbRow): EditionRecord {
    const { id, slug, name, maker, model, model_id: modelId, maker_id: makerId } = row;
    return {
      id,
      slug,
      name,
      maker,
      model,
      modelId,
      makerId,
      uses: selectUses.all(id),
      madeIn: sizesMade(row),
      sample: labelOf({ label_system: row.sample_system, label_size: row.sample_size }),
      widths: widthsOf(id),
      colours: coloursOf(id),
      claims: selectClaims.all(id).map(({ label_system, label_size, stated_basis, ...claim }) => ({
        ...claim,
        // That it is a limit stands in what was typed.
        limit:
          readClaimFigure(claim.quantity as ClaimedQuantityId, String(claim.typed))?.limit ?? null,
        label: labelOf({ label_system, label_size }),
        statedBasis: JSON.parse(String(stated_basis)),
      })) as EditionRecord['claims'],
      claimTexts: selectTexts.all(id),
      reported: selectReported.all(id).map(({ label_system, label_size, ...figure }) => ({
        ...figure,
        label: labelOf({ label_system, label_size }),
      })) as EditionRecord['reported'],
    };
  }

  function addDetails(id: string, fields: z.output<typeof editionFields>): void {
    for (const width of fields.widths) addWidth.run(id, width);
    for (const colour of fields.colours) addColour.run(id, colour);
  }

  /** What an edition is for, in place of what was said before. */
  function setUses(id: string, uses: readonly Use[]): void {
    clearUses.run(id);
    uses.forEach((use, nth) => {
      addUse.run({ id, ...use, nth });
    });
  }

  return {
    /** Finds maker, model and edition by name, or makes those that are missing. */
    findOrMake(
      receipt: Pick<Receipt, 'maker' | 'model'> & {
        edition: z.output<typeof editionFields> & { id: string };
      },
    ): { id: string; slug: string } {
      const { maker, model, edition } = receipt;
      // A name that was merged away still finds what stands for it.
      const knownMaker = selectMaker.get(maker.name);
      const makerId = knownMaker ? names.lead('maker', knownMaker.id) : maker.id;
      if (!knownMaker) insertMaker.run(makerId, maker.name);
      const knownModel = selectModel.get(makerId, model.name);
      const modelId = knownModel ? names.lead('model', knownModel.id) : model.id;
      if (!knownModel) insertModel.run(modelId, makerId, model.name);
      const known = selectEditionOf.get(modelId, edition.name);
      if (known) {
        const id = names.lead('edition', known.id);
        addDetails(id, edition);
        // What it is for was said once already, or is said now.
        if (edition.uses.length > 0 && selectUses.all(id).length === 0) setUses(id, edition.uses);
        return { id, slug: leadTo(known.slug) };
      }
      const slug = freeSlug(slugOf(maker.name, model.name, edition.name), edition.id);
      insertEdition.run({
        id: edition.id,
        modelId,
        name: edition.name,
        slug,
        system: edition.madeIn?.system ?? null,
        from: edition.madeIn?.from ?? null,
        to: edition.madeIn?.to ?? null,
        halfSizes: edition.madeIn ? Number(edition.madeIn.halfSizes) : null,
      });
      addDetails(edition.id, edition);
      setUses(edition.id, edition.uses);
      rows.place(edition.id, maker.name, model.name, edition.name);
      return { id: edition.id, slug };
    },
    byId(id: string): EditionRecord {
      const row = selectById.get(id);
      if (!row) throw notFound('This edition');
      return complete(row);
    },
    /** The slug that an address leads on to. */
    leadTo,
    bySlug(slug: string): EditionRecord {
      const row = selectBySlug.get(leadTo(slug));
      if (!row) throw notFound(`The edition ${slug}`);
      return complete(row);
    },
    /** The address that an edition would have by its names now. */
    freeSlugOf(id: string): string {
      const { maker, model, name } = this.byId(id);
      return freeSlug(slugOf(maker, model, name), id);
    },
    /** Brings what an edition is found by to its names; one that was merged away is not found. */
    place(id: string): void {
      const { maker, model, name } = this.byId(id);
      if (selectMerged.get(id)) rows.remove(id);
      else rows.place(id, maker, model, name);
    },
    setUses,
    /** Adds what does not stand there already; the ids of what was added. */
    addClaims(
      editionId: string,
      { claims = [], claimTexts = [] }: Partial<Pick<Receipt, 'claims' | 'claimTexts'>>,
      /** Why they do not stand yet: a correction brings them in. */
      withdrawn: string | null = null,
    ): string[] {
      const added: string[] = [];
      for (const { id, quantity, typed, value, halfWidth, label, statedBasis, source } of claims) {
        const row = {
          id,
          editionId,
          quantity,
          typed,
          value,
          halfWidth,
          system: label?.system ?? null,
          size: label?.size ?? null,
          statedBasis: JSON.stringify(statedBasis),
          source,
          withdrawn,
        };
        if (selectSameClaim.get(row)) continue;
        insertClaim.run(row);
        added.push(id);
      }
      for (const claim of claimTexts) {
        if (selectSameText.get({ editionId, ...claim })) continue;
        insertText.run({ editionId, withdrawn, ...claim });
        added.push(claim.id);
      }
      return added;
    },
    /** A claim, of a figure or in words. */
    claimById(id: string): { editionId: string; typed: string } {
      const claim = selectClaim.get({ id });
      if (!claim)
        throw new Refusal(404, 'This claim is not in the bench book, or is withdrawn already.');
      return claim;
    },
    reportedById(id: string): { editionId: string; withdrawn: string | null } {
      const figure = selectReportedById.get(id);
      if (!figure) throw notFound('This reported figure');
      return figure;
    },
    readReported,
    addReported(editionId: string, figure: z.output<typeof reportedFields>): void {
      const { label, ...rest } = figure;
      insertReported.run({
        ...rest,
        editionId,
        value: readReported(figure),
        system: label?.system ?? null,
        size: label?.size ?? null,
      });
    },
  };
}

export type EditionStore = ReturnType<typeof editionStore>;
