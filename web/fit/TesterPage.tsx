import { Button, NativeSelect, TextInput } from '@mantine/core';
import dayjs from 'dayjs';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { z } from 'zod';
import { type FootProfile, SOCKS, type testerRecord } from '#contract/fit-records.ts';
import {
  FOOT_VOLUMES,
  KNOWN_FITS,
  type KnownFit,
  oddFeet,
  readFootLength,
  TOE_SHAPES,
} from '#core/fit/foot.ts';
import { readLabel } from '#core/sizing/printed-label.ts';
import { nameLabel } from '#core/sizing/size-label.ts';
import { readTypedQuantity } from '#core/sizing/typed-quantity.ts';
import { useChange, useTester } from '../api/queries.ts';
import { RequestFault, request } from '../api/request.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { EditionSelect } from '../shell/EditionSelect.tsx';
import { useSchemaForm } from '../shell/form.ts';
import { orEmpty, typedLabel } from '../shell/form-fields.ts';
import { PageFault } from '../shell/PageFault.tsx';
import classes from './FitPage.module.css';

type Tester = z.infer<typeof testerRecord>;
type KnownShoes = FootProfile['knownShoes'];

/** The length of a foot; what may be a size is asked about. */
const footLength = orEmpty(
  z.string().transform((text, context): number => {
    const read = readFootLength(text);
    if (read.ok) return read.value;
    context.addIssue({ code: 'custom', message: read.fault.message });
    return z.NEVER;
  }),
  null,
);
const footWidth = orEmpty(
  z.string().transform((text, context): number => {
    const read = readTypedQuantity(text, 'length');
    if (read.ok && read.value.value >= 50 && read.value.value <= 160) return read.value.value;
    context.addIssue({ code: 'custom', message: 'a width at the ball, 50 to 160 mm' });
    return z.NEVER;
  }),
  null,
);

const FOOT = z.object({
  lengthLeftMm: footLength,
  lengthRightMm: footLength,
  widthLeftMm: footWidth,
  widthRightMm: footWidth,
  toeShape: z.enum(TOE_SHAPES),
  volume: z.enum(FOOT_VOLUMES),
  usualLabel: typedLabel,
  usualSock: z.enum(SOCKS),
  matters: z.string(),
});

const written = (mm: number | null | undefined) => (mm == null ? '' : `${mm} mm`);

/** One more shoe that is known to fit. */
function AddKnownShoe({ onAdd }: { onAdd: (shoe: KnownShoes[number]) => void }) {
  const [slug, setSlug] = useState('');
  const [label, setLabel] = useState('');
  const [fits, setFits] = useState<KnownFit>('right');
  const [fault, setFault] = useState('');
  const add = async () => {
    const read = readLabel(label);
    if (!slug || !read.ok) {
      setFault(slug ? (read.ok ? '' : read.fault.message) : 'Which shoe?');
      return;
    }
    let id: string;
    try {
      id = (await request('getEditionRow', { params: { edition: slug } })).id;
    } catch (error) {
      if (!(error instanceof RequestFault)) throw error;
      setFault(error.message);
      return;
    }
    onAdd({ editionId: id, label: read.value, width: '', fits });
    setSlug('');
    setLabel('');
    setFault('');
  };
  return (
    <div className={classes.wearer}>
      <EditionSelect size="xs" label="A known shoe" w={230} value={slug} onChange={setSlug} />
      <TextInput
        size="xs"
        w={110}
        label="Label"
        placeholder="UK 9"
        value={label}
        error={fault}
        onChange={(event) => setLabel(event.currentTarget.value)}
        onKeyDown={(event) => {
          if (event.key !== 'Enter') return;
          event.preventDefault();
          void add();
        }}
      />
      <NativeSelect
        size="xs"
        label="It is"
        data={[...KNOWN_FITS]}
        value={fits}
        onChange={(event) => setFits(event.currentTarget.value as KnownFit)}
      />
      <Button size="xs" variant="default" onClick={() => void add()}>
        Add it
      </Button>
    </div>
  );
}

function TesterForm({ tester }: { tester: Tester }) {
  const { code, profile } = tester;
  const save = useChange('saveTester');
  const erase = useChange('eraseTester');
  const [asked, setAsked] = useState(false);
  const knownShoes = profile?.knownShoes ?? [];
  const nameOf = (editionId: string) =>
    tester.knownShoes.find((shoe) => shoe.editionId === editionId)?.name ?? '';
  const { form, refuse } = useSchemaForm(
    FOOT,
    {
      lengthLeftMm: written(profile?.lengthLeftMm),
      lengthRightMm: written(profile?.lengthRightMm),
      widthLeftMm: written(profile?.widthLeftMm),
      widthRightMm: written(profile?.widthRightMm),
      toeShape: profile?.toeShape ?? '',
      volume: profile?.volume ?? '',
      usualLabel: profile?.usualLabel ? nameLabel(profile.usualLabel) : '',
      usualSock: profile?.usualSock ?? 'usual',
      matters: profile?.matters ?? '',
    },
    'lengthLeftMm',
  );
  const lengthOf = (text: string) => {
    const read = readFootLength(text);
    return read.ok ? read.value : undefined;
  };
  const odd = oddFeet(lengthOf(form.values.lengthLeftMm), lengthOf(form.values.lengthRightMm));
  const keep = (shoes: KnownShoes) => {
    const feet = FOOT.safeParse(form.values);
    // What is typed of the feet is not lost beside a shoe: it is put right first.
    if (!feet.success) void form.validate();
    else
      save.mutate(
        { params: { code }, body: { ...feet.data, knownShoes: shoes } },
        { onError: refuse },
      );
  };
  const offered = (words: readonly string[]) =>
    words.map((word) => ({ value: word, label: word || 'not said' }));
  return (
    <div className={classes.page}>
      <header className={classes.head}>
        <h1>Tester {code}</h1>
        <Link to="/fit/labels">From label to label</Link>
      </header>
      <p className="soft">
        Private: no sheet shows it, and all of it may be left out. A foot is measured standing, at
        the end of the day; the larger one rules.
      </p>
      <form
        noValidate
        aria-label="Feet"
        onSubmit={form.onSubmit((body) =>
          save.mutate({ params: { code }, body: { ...body, knownShoes } }, { onError: refuse }),
        )}
      >
        <div className={classes.wearer}>
          <TextInput
            size="xs"
            w={120}
            label="Left, length"
            placeholder="262 mm"
            {...form.getInputProps('lengthLeftMm')}
          />
          <TextInput
            size="xs"
            w={120}
            label="Right, length"
            placeholder="264 mm"
            {...form.getInputProps('lengthRightMm')}
          />
          <TextInput
            size="xs"
            w={120}
            label="Left, width"
            placeholder="98 mm"
            {...form.getInputProps('widthLeftMm')}
          />
          <TextInput
            size="xs"
            w={120}
            label="Right, width"
            placeholder="99 mm"
            {...form.getInputProps('widthRightMm')}
          />
          <NativeSelect
            size="xs"
            label="Toes"
            data={offered(TOE_SHAPES)}
            {...form.getInputProps('toeShape')}
          />
          <NativeSelect
            size="xs"
            label="Volume"
            data={offered(FOOT_VOLUMES)}
            {...form.getInputProps('volume')}
          />
          <TextInput
            size="xs"
            w={120}
            label="Usual label"
            placeholder="UK 9"
            {...form.getInputProps('usualLabel')}
          />
          <NativeSelect
            size="xs"
            label="Usual sock"
            data={[...SOCKS]}
            {...form.getInputProps('usualSock')}
          />
          <TextInput
            size="xs"
            style={{ flex: '1 1 240px' }}
            label="What matters to a fitter"
            placeholder="a bunion, an orthotic of their own"
            {...form.getInputProps('matters')}
          />
        </div>
        {odd && <p role="status">{odd}</p>}
        <Button type="submit" size="xs" mt="sm" loading={save.isPending}>
          Keep the feet
        </Button>{' '}
        <span role="status">{save.isSuccess ? 'Kept.' : ''}</span>
      </form>
      <h2>Known shoes</h2>
      {knownShoes.length > 0 ? (
        <DataTable
          rows={knownShoes}
          keyOf={({ editionId }) => editionId}
          columns={[
            { head: 'Shoe', cell: ({ editionId }) => nameOf(editionId), names: true },
            { head: 'Label', cell: ({ label }) => nameLabel(label), figure: true },
            { head: 'It is', cell: ({ fits }) => fits },
            {
              head: 'Take out',
              unseen: true,
              cell: ({ editionId }) => (
                <Button
                  size="compact-xs"
                  variant="subtle"
                  aria-label={`Take out ${nameOf(editionId)}`}
                  onClick={() => keep(knownShoes.filter((shoe) => shoe.editionId !== editionId))}
                >
                  take out
                </Button>
              ),
            },
          ]}
        />
      ) : (
        <p className="soft">None yet. A shoe that fits tells more than a ruler.</p>
      )}
      <AddKnownShoe onAdd={(shoe) => keep([...knownShoes, shoe])} />
      <h2>Tried on</h2>
      {tester.tryOns.length === 0 ? (
        <p className="soft">Nothing yet.</p>
      ) : (
        <ul className={classes.before}>
          {tester.tryOns.map(({ tag, name, at, words }) => (
            <li key={`${tag} ${at}`}>
              <Link to={`/pairs/${tag}/fit`}>{tag}</Link> {name}: <strong>{words}</strong>{' '}
              <span className="soft">{dayjs(at).format('D MMM YYYY')}</span>
            </li>
          ))}
        </ul>
      )}
      <h2>Export and erase</h2>
      <p>
        <Button
          size="xs"
          variant="default"
          component="a"
          download={`tester-${code}.json`}
          href={`data:application/json,${encodeURIComponent(JSON.stringify(tester, null, 2))}`}
        >
          Export what is known
        </Button>{' '}
        <Button
          size="xs"
          variant="default"
          onClick={() => setAsked(true)}
          disabled={profile === null}
        >
          Erase feet and known shoes…
        </Button>
      </p>
      {asked && profile !== null && (
        <p role="alert">
          Feet and known shoes of {code} go, and what the record of changes said of them. Try-ons
          stay, by the code alone. Daily copies made before today still hold them until they are
          deleted.{' '}
          <Button
            size="xs"
            loading={erase.isPending}
            onClick={() =>
              erase.mutate(
                { params: { code }, body: { reason: 'erased on wish' } },
                { onSuccess: () => setAsked(false) },
              )
            }
          >
            Erase them
          </Button>
        </p>
      )}
    </div>
  );
}

/** What is known of a tester: feet, known shoes, try-ons. */
export function TesterPage() {
  const { code = '' } = useParams();
  const tester = useTester(code);
  if (tester.isError && !tester.data) return <PageFault error={tester.error} />;
  return tester.data ? (
    <TesterForm key={JSON.stringify(tester.data.profile)} tester={tester.data} />
  ) : null;
}
