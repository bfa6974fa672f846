import { Button, Checkbox, Modal, Select, TextInput } from '@mantine/core';
import { useEffect, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { z } from 'zod';
import type { Correctable } from '#contract/correction-records.ts';
import { cautionsOf, describeDiscipline } from '#core/catalogue/disciplines.ts';
import { editionName } from '#core/sizing/edition-name.ts';
import { LABEL_SYSTEMS, nameLabel, SYSTEM_NAMES } from '#core/sizing/size-label.ts';
import { useChange } from '../api/queries.ts';
import { useEditionRecord, useMergePlan } from '../api/record-queries.ts';
import { request } from '../api/request.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { useDraft } from '../kit/draft.ts';
import { EditionSelect } from '../shell/EditionSelect.tsx';
import { useSchemaForm } from '../shell/form.ts';
import { orEmpty, typedLabel, typedList, typedNumber } from '../shell/form-fields.ts';
import { PageFault } from '../shell/PageFault.tsx';
import { useUses } from '../shell/uses.ts';
import { AddClaims, ClaimsOnFile } from './Claims.tsx';
import { MakerQuestions } from './MakerQuestions.tsx';
import classes from './ReceivePage.module.css';
import { ReportedOnFile } from './Reported.tsx';
import { Targets } from './Targets.tsx';
import { UseField } from './UseField.tsx';
import { wishAddress } from './wishes.ts';

type Kind = 'maker' | 'model' | 'edition';
/** What is to be merged: a name with the one that it turned out to be. */
interface Merging {
  kind: Kind;
  id: string;
  into: string;
}

/** What a merge moves, before it is done. */
function MergeDialog({ merging, onDone }: { merging: Merging; onDone: () => void }) {
  const { kind, id, into } = merging;
  const plan = useMergePlan(kind, id, into);
  const [oneBuild, setOneBuild] = useState(false);
  const merge = useChange('merge');
  const navigate = useNavigate();
  const fault = merge.error ?? plan.error;
  return (
    <Modal opened onClose={onDone} title="Merge two that are the same" size="lg">
      {plan.data && (
        <>
          <p>
            <strong>{plan.data.from}</strong> becomes part of <strong>{plan.data.into}</strong>. Its
            address leads there from now on.
          </p>
          <p>What moves:</p>
          <ul>
            {plan.data.moves.map((move) => (
              <li key={move}>{move}</li>
            ))}
          </ul>
          {plan.data.warnings.map((warning) => (
            <p key={warning}>{warning}</p>
          ))}
          {plan.data.builds && (
            <>
              <p className="look-here">{plan.data.builds}</p>
              <Checkbox
                label="They are one build: a name was typed wrong"
                checked={oneBuild}
                onChange={(event) => setOneBuild(event.currentTarget.checked)}
              />
            </>
          )}
        </>
      )}
      {fault && (
        <p role="alert" className="look-here">
          {fault.message}
        </p>
      )}
      <Button
        mt="md"
        data-autofocus
        disabled={!plan.data || (plan.data.builds !== null && !oneBuild)}
        loading={merge.isPending}
        onClick={() =>
          merge.mutate(
            { params: { id }, body: { kind, into, oneBuild } },
            {
              onSuccess: ({ editionSlug }) => {
                onDone();
                void navigate(`/editions/${editionSlug}`, { replace: true });
              },
            },
          )
        }
      >
        Merge them
      </Button>
    </Modal>
  );
}

const KIND_WORDS = { maker: 'Maker', model: 'Model', edition: 'Build' } as const;

/** One of the three names of an edition, with how far a new one reaches. */
function NameField({
  kind,
  id,
  name,
  reach,
  onMerge,
}: {
  kind: Kind;
  id: string;
  name: string;
  reach: string;
  onMerge: (merging: Merging) => void;
}) {
  const [{ typed }, put, drop] = useDraft(`name ${id}`, { typed: name });
  const [same, setSame] = useState<string | null>(null);
  const rename = useChange('rename');
  const submit = () =>
    rename.mutate(
      { params: { id }, body: { kind, name: typed } },
      {
        onSuccess: () => drop({ typed }),
        onError: async () => {
          const query = { kind, name: typed.trim() };
          setSame((await request('findNamed', { params: { id }, query })).id);
        },
      },
    );
  return (
    <>
      <label htmlFor={`name-${kind}`}>{KIND_WORDS[kind]}</label>
      <TextInput
        id={`name-${kind}`}
        size="xs"
        value={typed}
        maxLength={80}
        error={rename.error?.message}
        onChange={(event) => {
          put({ typed: event.currentTarget.value });
          setSame(null);
          rename.reset();
        }}
        onKeyDown={(event) => event.key === 'Enter' && typed.trim() !== name && submit()}
      />
      <Button
        size="xs"
        variant="default"
        aria-label={`Rename the ${KIND_WORDS[kind].toLowerCase()}`}
        disabled={typed.trim() === name}
        loading={rename.isPending}
        onClick={submit}
      >
        Rename
      </Button>
      <span className="soft">
        {same ? (
          <Button size="xs" variant="default" onClick={() => onMerge({ kind, id, into: same })}>
            Merge with it …
          </Button>
        ) : (
          reach
        )}
      </span>
    </>
  );
}

const MADE = z
  .object({
    system: z.enum([...LABEL_SYSTEMS, '']),
    from: orEmpty(typedNumber('a size, such as 6'), null),
    to: orEmpty(typedNumber('a size, such as 12'), null),
    halfSizes: z.boolean(),
    sample: typedLabel,
    widths: typedList,
    colours: typedList,
  })
  .transform(({ system, from, to, halfSizes, sample, widths, colours }, context) => {
    const sizes = { madeIn: null, sample, widths, colours };
    if (system === '') return sizes;
    if (from === null || to === null || from > to) {
      context.addIssue({
        code: 'custom',
        path: [from === null ? 'from' : 'to'],
        message: from !== null && to !== null ? 'smaller than the first' : 'the size is missing',
      });
      return z.NEVER;
    }
    return { ...sizes, madeIn: { system, from, to, halfSizes } };
  });

function MadeForm({ edition }: { edition: Correctable['edition'] }) {
  const { madeIn } = edition;
  const save = useChange('setMade');
  const { form, drop, refuse } = useSchemaForm(
    MADE,
    {
      system: madeIn?.system ?? '',
      from: madeIn ? String(madeIn.from) : '',
      to: madeIn ? String(madeIn.to) : '',
      halfSizes: madeIn?.halfSizes ?? true,
      sample: edition.sample ? nameLabel(edition.sample) : '',
      widths: edition.widths.join(', '),
      colours: edition.colours.join(', '),
    },
    'system',
    `made ${edition.id}`,
  );
  return (
    <form
      noValidate
      onSubmit={form.onSubmit((body) =>
        save.mutate({ params: { id: edition.id }, body }, { onSuccess: drop, onError: refuse }),
      )}
    >
      <div className={classes.madeIn}>
        <Select
          size="xs"
          label="Sizes in"
          data={[
            { value: '', label: 'not known' },
            ...LABEL_SYSTEMS.map((system) => ({ value: system, label: SYSTEM_NAMES[system] })),
          ]}
          allowDeselect={false}
          {...form.getInputProps('system')}
        />
        <TextInput size="xs" label="From" {...form.getInputProps('from')} />
        <TextInput size="xs" label="To" {...form.getInputProps('to')} />
        <Checkbox
          size="xs"
          label="half sizes"
          {...form.getInputProps('halfSizes', { type: 'checkbox' })}
        />
        <TextInput
          size="xs"
          label="Claims are for size"
          placeholder="US men 9, usually"
          {...form.getInputProps('sample')}
        />
        <TextInput
          size="xs"
          label="Widths"
          placeholder="regular, 2E"
          {...form.getInputProps('widths')}
        />
        <TextInput size="xs" label="Colours" {...form.getInputProps('colours')} />
      </div>
      <Button type="submit" size="xs" variant="default" mt="sm" loading={save.isPending}>
        Save what it is made in
      </Button>{' '}
      <span role="status">{save.isSuccess && !form.isDirty() ? 'Saved.' : ''}</span>
    </form>
  );
}

/** What it is for, and what follows: cautions stand where it can hurt someone. */
function Uses({ edition }: { edition: Correctable['edition'] }) {
  const set = useChange('setUses');
  const all = useUses();
  return (
    <>
      <UseField
        uses={edition.uses}
        error={set.error?.message}
        onChange={(uses) => set.mutate({ params: { id: edition.id }, body: { uses } })}
      />
      {edition.uses.map(({ discipline }) => (
        <p key={discipline} className="soft">
          {discipline}: {describeDiscipline(discipline, all).says}
        </p>
      ))}
      {cautionsOf(edition.uses, all).map((caution) => (
        <p key={caution}>{caution}</p>
      ))}
    </>
  );
}

const shared = (n: number) => (n > 1 ? `of ${n} editions: all are renamed` : '');

function EditionRecordForm({ record }: { record: Correctable }) {
  const { edition, sharing, pairs } = record;
  const [merging, setMerging] = useState<Merging | null>(null);
  const [into, setInto] = useState('');
  const names = [
    { kind: 'maker', id: edition.makerId, name: edition.maker, reach: shared(sharing.maker) },
    { kind: 'model', id: edition.modelId, name: edition.model, reach: shared(sharing.model) },
    { kind: 'edition', id: edition.id, name: edition.name, reach: 'mid cut, wide; may be empty' },
  ] as const;
  const offer = async (slug: string) => {
    setInto(slug);
    if (slug === '') return;
    const row = await request('getEditionRow', { params: { edition: slug } });
    setMerging({ kind: 'edition', id: edition.id, into: row.id });
  };
  return (
    <div className={classes.page}>
      <header className={classes.head}>
        <h1>{editionName(edition)}</h1>
        <div className={classes.place}>
          {pairs.length > 0 && <Link to={`/sheets/${edition.slug}`}>Its sheet</Link>}
          <Link to={wishAddress(edition)}>Wish for a pair</Link>
          <Link to={`/editions/${edition.slug}/fit`}>True to its label?</Link>
          <Link to={`/editions/${edition.slug}/life`}>How long it lasts</Link>
          <Link to={`/guide/suits/${edition.slug}`}>What it suits</Link>
          <Link to={`/editions/${edition.slug}/line`}>Its line of versions</Link>
          <Link to={`/lab/changes?edition=${edition.slug}`}>What was changed of it</Link>
        </div>
      </header>
      <div className={classes.columns}>
        <div>
          <h2>Names</h2>
          <div className={classes.names}>
            {names.map((one) => (
              <NameField key={`${one.id} ${one.name}`} {...one} onMerge={setMerging} />
            ))}
          </div>
          <EditionSelect
            size="xs"
            w={400}
            label="It is the same as"
            description="an edition that was received under another name"
            value={into}
            onChange={(slug) => void offer(slug)}
            without={[edition.slug]}
          />
          <h2>For</h2>
          <Uses edition={edition} />
          <h2>Made in</h2>
          <MadeForm key={JSON.stringify([edition.madeIn, edition.widths])} edition={edition} />
          <Targets record={record} />
          <h2>Pairs</h2>
          {pairs.length === 0 ? (
            <p className="soft">No pair of it is in the book.</p>
          ) : (
            <DataTable
              rows={pairs}
              keyOf={({ id }) => id}
              columns={[
                {
                  head: 'Pair',
                  cell: ({ tag }) => <Link to={`/pairs/${tag}/receive`}>{tag}</Link>,
                  names: true,
                },
                { head: 'Size', cell: ({ label }) => nameLabel(label) },
                {
                  head: 'Lot',
                  cell: ({ lot }) =>
                    lot && (
                      <Link to={`/deliveries/${edition.slug}/${encodeURIComponent(lot)}`}>
                        {lot}
                      </Link>
                    ),
                },
                { head: 'Readings', cell: ({ readings }) => readings, figure: true },
              ]}
            />
          )}
        </div>
        <section className={classes.claimColumn} aria-label="Claims">
          <h2>What the maker claims of it</h2>
          <ClaimsOnFile edition={edition} />
          <AddClaims editionId={edition.id} />
          <h2>What others reported of it</h2>
          <ReportedOnFile edition={edition} />
          <MakerQuestions
            edition={edition}
            claims={edition.claims.filter(({ withdrawn }) => withdrawn === null)}
          />
        </section>
      </div>
      {merging && (
        <MergeDialog
          merging={merging}
          onDone={() => {
            setMerging(null);
            setInto('');
          }}
        />
      )}
    </div>
  );
}

/** The record of an edition: its names, what it is made in, its pairs, what is said of it; all put right here. */
export function EditionPage() {
  const { edition = '' } = useParams();
  const record = useEditionRecord(edition);
  const navigate = useNavigate();
  const slug = record.data?.edition.slug;
  // A former address leads on: after a merge its dialog may be gone before it could say where.
  useEffect(() => {
    if (slug !== undefined && slug !== edition)
      void navigate(`/editions/${slug}`, { replace: true });
  }, [slug, edition, navigate]);
  if (record.isError && !record.data) return <PageFault error={record.error} />;
  if (!record.data) return null;
  return <EditionRecordForm key={record.data.edition.id} record={record.data} />;
}
