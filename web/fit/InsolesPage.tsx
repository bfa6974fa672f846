import { Button, NativeSelect, TextInput } from '@mantine/core';
import dayjs from 'dayjs';
import { useRef, useState } from 'react';
import { Link } from 'react-router';
import { v7 as newId } from 'uuid';
import { z } from 'zod';
import { NAMED_PART_KINDS, type NamedPart, type PART_PLACES } from '#contract/insole-records.ts';
import { readTypedQuantity } from '#core/sizing/typed-quantity.ts';
import { useNamedParts } from '../api/fit-queries.ts';
import { useChange } from '../api/queries.ts';
import { RequestFault } from '../api/request.ts';
import { useDraft } from '../kit/draft.ts';
import { useSchemaForm } from '../shell/form.ts';
import { orEmpty } from '../shell/form-fields.ts';
import { PageFault } from '../shell/PageFault.tsx';
import { PairSelect } from '../shell/PairSelect.tsx';
import { FitLinks } from './FitLinks.tsx';
import classes from './FitPage.module.css';

/** A length in mm, or with its unit. */
const length = (most: number) =>
  orEmpty(
    z.string().transform((text, context): number => {
      const read = readTypedQuantity(text, 'length');
      if (read.ok && read.value.value > 0 && read.value.value <= most) return read.value.value;
      context.addIssue({ code: 'custom', message: `a length, up to ${most} mm` });
      return z.NEVER;
    }),
    null,
  );

const PART = z.object({
  kind: z.enum(NAMED_PART_KINDS),
  name: z.string().trim().min(1, 'a name, such as Cork 3').max(60),
  lengthMm: length(2500),
  archWidthMm: length(140),
  thicknessMm: length(30),
  archHeightMm: length(60),
  note: z.string().max(300),
});

const written = (mm: number | null | undefined) => (mm == null ? '' : `${mm} mm`);

function PartForm({ part, onKept }: { part: NamedPart | undefined; onKept: () => void }) {
  const save = useChange('saveNamedPart');
  const id = useRef(part?.id ?? newId());
  const { form, drop, refuse } = useSchemaForm(
    PART,
    {
      kind: part?.kind ?? 'insole',
      name: part?.name ?? '',
      lengthMm: written(part?.lengthMm),
      archWidthMm: written(part?.archWidthMm),
      thicknessMm: written(part?.thicknessMm),
      archHeightMm: written(part?.archHeightMm),
      note: part?.note ?? '',
    },
    'name',
    `named part ${part?.id ?? 'new'}`,
  );
  return (
    <form
      noValidate
      aria-label={part ? `Change ${part.name}` : 'A new insole or laces'}
      className={classes.wearer}
      onSubmit={form.onSubmit((body) =>
        save.mutate(
          { params: { id: id.current }, body },
          {
            onSuccess: () => {
              drop();
              onKept();
            },
            onError: refuse,
          },
        ),
      )}
    >
      <NativeSelect
        size="xs"
        label="It is"
        data={[...NAMED_PART_KINDS]}
        disabled={part !== undefined}
        {...form.getInputProps('kind')}
      />
      <TextInput size="xs" label="Name" placeholder="Cork 3" {...form.getInputProps('name')} />
      {(
        [
          ['lengthMm', 'Length'],
          ['archWidthMm', 'Width, arch'],
          ['thicknessMm', 'Thickness, heel'],
          ['archHeightMm', 'Arch height'],
        ] as const
      ).map(([field, label]) => (
        <TextInput
          key={field}
          size="xs"
          w={110}
          label={label}
          placeholder="mm"
          {...form.getInputProps(field)}
        />
      ))}
      <TextInput size="xs" label="Note" {...form.getInputProps('note')} />
      <Button type="submit" size="xs" loading={save.isPending}>
        Keep it
      </Button>
    </form>
  );
}

/** Puts it into another pair, or out: it leaves the one that it is in. */
function MoveForm({ part, onMoved }: { part: NamedPart; onMoved: () => void }) {
  const move = useChange('moveNamedPart');
  const isIn = part.places.find(({ until }) => until === null);
  const [{ tag, how, on }, put, drop] = useDraft(`place of ${part.id}`, {
    tag: '',
    how: 'instead' as (typeof PART_PLACES)[number],
    on: dayjs().format('YYYY-MM-DD'),
  });
  const send = (to: string | null) =>
    move.mutate(
      { params: { id: part.id }, body: { tag: to, how, on } },
      {
        onSuccess: () => {
          drop();
          onMoved();
        },
      },
    );
  const fault = move.error instanceof RequestFault ? move.error.message : undefined;
  return (
    <div className={classes.wearer}>
      <PairSelect
        size="xs"
        label={`Put ${part.name} into`}
        placeholder="a pair"
        w={220}
        value={tag}
        onChange={(tag) => put({ tag })}
      />
      {part.kind === 'insole' && (
        <NativeSelect
          size="xs"
          label="How"
          data={[
            { value: 'instead', label: 'instead of its own' },
            { value: 'on top', label: 'on top of its own' },
          ]}
          value={how}
          onChange={(event) => put({ how: event.currentTarget.value as typeof how })}
        />
      )}
      <TextInput
        size="xs"
        type="date"
        label="Since"
        value={on}
        error={fault}
        onChange={(event) => put({ on: event.currentTarget.value })}
      />
      <Button size="xs" disabled={!tag} loading={move.isPending} onClick={() => send(tag)}>
        {isIn ? `Move it out of ${isIn.tag}` : 'Put it in'}
      </Button>
      {isIn && (
        <Button size="xs" variant="default" onClick={() => send(null)}>
          Take it out
        </Button>
      )}
    </div>
  );
}

function Part({ part }: { part: NamedPart }) {
  const [open, setOpen] = useState<'' | 'move' | 'change'>('');
  const keys = { move: useRef<HTMLButtonElement>(null), change: useRef<HTMLButtonElement>(null) };
  /** The focus goes back to the key that opened it. */
  const close = (key: 'move' | 'change') => {
    setOpen('');
    keys[key].current?.focus();
  };
  const isIn = part.places.find(({ until }) => until === null);
  const measures = [
    part.lengthMm !== null && `${part.lengthMm} mm long`,
    part.archWidthMm !== null && `${part.archWidthMm} mm at the arch`,
    part.thicknessMm !== null && `${part.thicknessMm} mm thick`,
    part.archHeightMm !== null && `arch ${part.archHeightMm} mm high`,
  ].filter(Boolean);
  return (
    <li>
      <strong>{part.name}</strong> <span className="soft">{part.kind}</span>{' '}
      <span className="figure">{measures.join(', ')}</span> {part.note && `(${part.note})`}
      <br />
      {isIn ? (
        <>
          In <Link to={`/pairs/${isIn.tag}/fit`}>{isIn.tag}</Link>
          {part.kind === 'insole' && ` ${isIn.how}`} since {dayjs(isIn.since).format('D MMM YYYY')}.
        </>
      ) : (
        'In no pair.'
      )}{' '}
      {part.places
        .filter(({ until }) => until !== null)
        .map(({ tag, since, until }) => (
          <span key={`${tag} ${since}`} className="soft">
            {tag} {dayjs(since).format('D MMM')} to {dayjs(until).format('D MMM YYYY')}.{' '}
          </span>
        ))}
      <Button
        ref={keys.move}
        size="compact-xs"
        variant="subtle"
        aria-expanded={open === 'move'}
        aria-label={`Move ${part.name}`}
        onClick={() => setOpen(open === 'move' ? '' : 'move')}
      >
        move
      </Button>
      <Button
        ref={keys.change}
        size="compact-xs"
        variant="subtle"
        aria-expanded={open === 'change'}
        aria-label={`Change ${part.name}`}
        onClick={() => setOpen(open === 'change' ? '' : 'change')}
      >
        change
      </Button>
      {open === 'move' && <MoveForm part={part} onMoved={() => close('move')} />}
      {open === 'change' && <PartForm part={part} onKept={() => close('change')} />}
    </li>
  );
}

/** Insoles and laces by their names, and the pair that each is in. */
export function InsolesPage() {
  const parts = useNamedParts();
  const [round, setRound] = useState(0);
  if (parts.isError && !parts.data) return <PageFault error={parts.error} />;
  const rows = parts.data?.rows ?? [];
  return (
    <div className={classes.page}>
      <header className={classes.head}>
        <h1>Insoles and laces</h1>
        <FitLinks />
      </header>
      <p className="soft">
        Named once, moved from pair to pair: every try-on and sitting says by its day what was in
        the shoe. Another insole makes it another shoe to measure.
      </p>
      {rows.length === 0 && parts.isSuccess && <p>None named yet.</p>}
      <ul className={classes.before}>
        {rows.map((part) => (
          <Part key={part.id} part={part} />
        ))}
      </ul>
      <h2>One more</h2>
      <PartForm key={round} part={undefined} onKept={() => setRound(round + 1)} />
    </div>
  );
}
