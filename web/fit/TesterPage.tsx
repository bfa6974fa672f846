import { Button, NativeSelect, TextInput } from '@mantine/core';
import dayjs from 'dayjs';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { z } from 'zod';
import { type FootProfile, SOCKS, type testerRecord } from '#contract/fit-records.ts';
import { ARCH_WORDS, FOOT_VOLUMES, oddFeet, readFootLength, TOE_SHAPES } from '#core/fit/foot.ts';
import { nameLabel } from '#core/sizing/size-label.ts';
import { readTypedQuantity } from '#core/sizing/typed-quantity.ts';
import { useTester } from '../api/fit-queries.ts';
import { useChange } from '../api/queries.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { useSchemaForm } from '../shell/form.ts';
import { orEmpty, typedLabel } from '../shell/form-fields.ts';
import { PageFault } from '../shell/PageFault.tsx';
import { AddKnownShoe } from './AddKnownShoe.tsx';
import { ArchField } from './ArchField.tsx';
import { FitLinks } from './FitLinks.tsx';
import classes from './FitPage.module.css';
import { MakerLabels } from './MakerLabels.tsx';

type Tester = z.infer<typeof testerRecord>;

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
  arch: z.enum(ARCH_WORDS),
  archIndex: z.number().nullable(),
  matters: z.string(),
});

const written = (mm: number | null | undefined) => (mm == null ? '' : `${mm} mm`);

function TesterForm({ tester }: { tester: Tester }) {
  const { code, profile } = tester;
  const save = useChange('saveTester');
  const erase = useChange('eraseTester');
  const [asked, setAsked] = useState(false);
  const knownShoes = profile?.knownShoes ?? [];
  const usualByMaker = profile?.usualByMaker ?? [];
  const nameOf = (editionId: string) =>
    tester.knownShoes.find((shoe) => shoe.editionId === editionId)?.name ?? '';
  const { form, drop, refuse } = useSchemaForm(
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
      arch: profile?.arch ?? '',
      archIndex: profile?.archIndex ?? null,
      matters: profile?.matters ?? '',
    },
    'lengthLeftMm',
    `feet ${code}`,
  );
  const lengthOf = (text: string) => {
    const read = readFootLength(text);
    return read.ok ? read.value : undefined;
  };
  const odd = oddFeet(lengthOf(form.values.lengthLeftMm), lengthOf(form.values.lengthRightMm));
  const keep = (more: Partial<Pick<FootProfile, 'knownShoes' | 'usualByMaker'>>) => {
    const feet = FOOT.safeParse(form.values);
    // What is typed of the feet is not lost beside a shoe: it is put right first.
    if (!feet.success) void form.validate();
    else
      save.mutate(
        { params: { code }, body: { ...feet.data, knownShoes, usualByMaker, ...more } },
        { onSuccess: drop, onError: refuse },
      );
  };
  const offered = (words: readonly string[]) =>
    words.map((word) => ({ value: word, label: word || 'not said' }));
  return (
    <div className={classes.page}>
      <header className={classes.head}>
        <h1>Tester {code}</h1>
        <Link to={`/fit/foot?tester=${code}`}>What to take</Link>
        <Link to={`/testers/${code}/rotation`}>Which pair tomorrow</Link>
        <FitLinks />
      </header>
      <p className="soft">
        Private: no sheet shows it, and all of it may be left out. A foot is measured standing, at
        the end of the day; the larger one rules.
      </p>
      <form
        noValidate
        aria-label="Feet"
        onSubmit={form.onSubmit((body) =>
          save.mutate(
            { params: { code }, body: { ...body, knownShoes, usualByMaker } },
            { onSuccess: drop, onError: refuse },
          ),
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
        <ArchField
          arch={form.values.arch}
          index={form.values.archIndex}
          onArch={(arch, archIndex) => form.setValues({ arch, archIndex })}
        />
        {odd && <p role="status">{odd}</p>}
        <Button type="submit" size="xs" mt="sm" loading={save.isPending}>
          Keep the feet
        </Button>{' '}
        <span role="status">{save.isSuccess ? 'Kept.' : ''}</span>
      </form>
      <h2>Usual label by maker</h2>
      <MakerLabels labels={usualByMaker} onLabels={(labels) => keep({ usualByMaker: labels })} />
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
                  onClick={() =>
                    keep({ knownShoes: knownShoes.filter((shoe) => shoe.editionId !== editionId) })
                  }
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
      <AddKnownShoe onAdd={(shoe) => keep({ knownShoes: [...knownShoes, shoe] })} />
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
