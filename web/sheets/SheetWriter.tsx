import { Checkbox } from '@mantine/core';
import dayjs from 'dayjs';
import type { SheetDraft } from '#contract/issue-records.ts';
import { SHEET_PARTS, type SheetPart } from '#core/sheet/sheet-words.ts';
import { useChooseForSheet, useWriteWords } from '../api/issue-queries.ts';
import { addressOf } from '../api/request.ts';
import { PartEditor } from './PartEditor.tsx';
import classes from './SheetWriter.module.css';

/** The pictures of the pairs of an edition, to choose from; those chosen stand in their order. */
function PictureChoice({
  draft,
  onChoose,
}: {
  draft: SheetDraft;
  onChoose: (pictures: string[]) => void;
}) {
  const { photographs, choices } = draft;
  if (photographs.length === 0)
    return (
      <p className="soft">
        Its pairs have no pictures yet: take them at receipt, on the walk, or with a phone.
      </p>
    );
  return (
    <ul className={classes.pictures}>
      {photographs.map(({ id, caption, side, addedAt }) => {
        const place = choices.pictures.indexOf(id);
        const name = caption || side || 'picture';
        return (
          <li key={id}>
            <img src={addressOf('getThumbnail', { id })} alt={name} width={120} />
            <Checkbox
              size="xs"
              label={`${place >= 0 ? `${place + 1}: ` : ''}${name}, ${dayjs(addedAt).format('D MMM YYYY')}`}
              checked={place >= 0}
              onChange={() =>
                onChoose(
                  place >= 0
                    ? choices.pictures.filter((one) => one !== id)
                    : [...choices.pictures, id],
                )
              }
            />
          </li>
        );
      })}
    </ul>
  );
}

/** The words of a sheet, part by part, and what is chosen for it. */
export function SheetWriter({
  draft,
  parts = SHEET_PARTS,
}: {
  draft: SheetDraft;
  /** Those that the document has. */
  parts?: readonly SheetPart[];
}) {
  const write = useWriteWords();
  const choose = useChooseForSheet();
  const { subject, words, choices } = draft;
  const fault = write.error ?? choose.error;
  return (
    <div className={classes.writer}>
      <p className="soft" role="status">
        {write.isPending
          ? 'Keeping …'
          : 'Words are kept when you leave a part; figures stay apart from them.'}
      </p>
      {fault && (
        <p role="alert" className="look-here">
          {fault.message}
        </p>
      )}
      {parts.map((part) => (
        <PartEditor
          key={`${subject} ${part}`}
          subject={subject}
          part={part}
          blocks={words[part] ?? []}
          onKeep={(blocks) => write.mutateAsync({ body: { subject, part, blocks } })}
        />
      ))}
      {draft.label && (
        <section className={classes.part} aria-label="Pictures">
          <div>
            <h2>Pictures</h2>
            <p className="soft">side, sole, insole, on the foot, wear; at most 8</p>
          </div>
          <PictureChoice
            draft={draft}
            onChoose={(pictures) => choose.mutate({ body: { subject, ...choices, pictures } })}
          />
        </section>
      )}
      {draft.label && (
        <Checkbox
          size="sm"
          label="Figures in a second unit too"
          checked={choices.also}
          onChange={(event) =>
            choose.mutate({ body: { subject, ...choices, also: event.currentTarget.checked } })
          }
        />
      )}
    </div>
  );
}
