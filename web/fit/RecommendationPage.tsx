import { Button, NativeSelect, TextInput } from '@mantine/core';
import { Link } from 'react-router';
import { SOCKS } from '#contract/fit-records.ts';
import type { Recommendations } from '#contract/sizing-records.ts';
import { ARCH_WORDS, oddFeet } from '#core/fit/foot.ts';
import { nameLabel } from '#core/sizing/size-label.ts';
import { useRecommendations } from '../api/fit-queries.ts';
import { useLab } from '../api/queries.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { useChoices } from '../shell/address.ts';
import { PageFault } from '../shell/PageFault.tsx';
import { useUses } from '../shell/uses.ts';
import { FitLinks } from './FitLinks.tsx';
import classes from './FitPage.module.css';
import { FootField } from './FootField.tsx';

type Row = Recommendations['rows'][number];

const percent = (share: number) => `${(100 * share).toFixed(0)}\u00a0%`;

/** One shoe: what to take, its neighbours, what would change it. */
function Taken({ row }: { row: Row }) {
  const { chances, notes, known, words, name, slug, gap, caution } = row;
  return (
    <section aria-label={name} className={classes.taken}>
      <h2>
        <Link to={`/editions/${slug}/fit`}>{name}</Link>
      </h2>
      <p className={classes.said}>{words}</p>
      {chances.length > 0 && (
        <DataTable
          label={`Labels of ${name}`}
          rows={chances}
          keyOf={({ label }) => nameLabel(label)}
          columns={[
            { head: 'Label', cell: ({ label }) => nameLabel(label), names: true },
            {
              head: 'Before the toes',
              cell: ({ gapMm }) => `${gapMm.toFixed(0)}\u00a0mm`,
              figure: true,
            },
            { head: 'Short', cell: ({ short }) => percent(short), figure: true },
            { head: 'Right', cell: ({ right }) => percent(right), figure: true, strong: true },
            { head: 'Long', cell: ({ long }) => percent(long), figure: true },
          ]}
        />
      )}
      <p className="soft">Wanted before the longest toe: {gap.join(' to ')} mm.</p>
      {caution && <p className="look-here">{caution}</p>}
      {[...notes, ...known].map((note) => (
        <p key={note} className="soft">
          {note}
        </p>
      ))}
    </section>
  );
}

/** For a foot, a sock and a use: which label of each shoe at hand. */
export function RecommendationPage() {
  const [search, choose] = useChoices({ replace: true });
  const lab = useLab();
  const schools = lab.data?.schools ?? { leather: 'small', footTypes: 'as it feels' };
  const uses = useUses();
  const said = (name: string) => search.get(name) ?? '';
  const wide = said('wide');
  const isWidth = Number(wide) >= 50 && Number(wide) <= 160;
  const testers = (lab.data?.people ?? []).filter(({ role }) => role === 'tester');
  const query = Object.fromEntries(
    ['tester', 'left', 'right', 'wide', 'arch', 'sock', 'use', 'leather', 'archSchool'].flatMap(
      // A width that is none is told at its field, and not asked about.
      (name) => (said(name) && (name !== 'wide' || isWidth) ? [[name, said(name)]] : []),
    ),
  );
  const found = useRecommendations(query);
  const answer = found.data;
  const foot = answer?.foot;
  const odd = oddFeet(
    said('left') ? Number(said('left')) : (foot?.lengthLeftMm ?? undefined),
    said('right') ? Number(said('right')) : (foot?.lengthRightMm ?? undefined),
  );
  const options = (words: readonly string[], none: string) =>
    words.map((word) => ({ value: word, label: word || none }));
  const asked = Boolean(said('tester') || said('left') || said('right'));
  return (
    <div className={classes.page}>
      <header className={classes.head}>
        <h1>What to take for a foot</h1>
        <FitLinks />
      </header>
      <div className={`${classes.wearer} ${classes.asked}`}>
        <NativeSelect
          label="Foot of"
          data={[
            { value: '', label: 'typed here' },
            ...testers.map(({ code }) => ({ value: code, label: code })),
          ]}
          value={said('tester')}
          onChange={(event) => choose({ tester: event.currentTarget.value })}
        />
        <FootField
          label="Left, length"
          value={said('left')}
          onRead={(mm) => choose({ left: mm })}
        />
        <FootField
          label="Right, length"
          value={said('right')}
          onRead={(mm) => choose({ right: mm })}
        />
        <TextInput
          label="Width, mm"
          w={100}
          placeholder="98"
          inputMode="decimal"
          value={wide}
          error={wide && !isWidth ? '50 to 160 mm' : undefined}
          onChange={(event) => choose({ wide: event.currentTarget.value })}
        />
        <NativeSelect
          label="Arch"
          data={options(ARCH_WORDS, 'not said')}
          value={said('arch')}
          onChange={(event) => choose({ arch: event.currentTarget.value })}
        />
        <NativeSelect
          label="Sock"
          data={[{ value: '', label: 'as usual' }, ...options(SOCKS, '')]}
          value={said('sock')}
          onChange={(event) => choose({ sock: event.currentTarget.value })}
        />
        <NativeSelect
          label="For"
          data={[{ value: '', label: 'any use' }, ...uses.map(({ name }) => name)]}
          value={said('use')}
          onChange={(event) => choose({ use: event.currentTarget.value })}
        />
        <NativeSelect
          label="Leather for climbing"
          data={[
            {
              value: '',
              label: `as here: ${schools.leather === 'small' ? 'half a size small' : 'true'}`,
            },
            { value: 'small', label: 'half a size small' },
            { value: 'true', label: 'true' },
          ]}
          value={said('leather')}
          onChange={(event) => choose({ leather: event.currentTarget.value })}
        />
        <NativeSelect
          label="Arches"
          data={[
            { value: '', label: `as here: ${schools.footTypes}` },
            { value: 'as it feels', label: 'as it feels' },
            { value: 'by the arch', label: 'by the arch' },
          ]}
          value={said('archSchool')}
          onChange={(event) => choose({ archSchool: event.currentTarget.value })}
        />
        <Button variant="default" onClick={() => window.print()} disabled={!answer}>
          Print the card
        </Button>
      </div>
      {odd && <p role="status">{odd}</p>}
      {found.isError && !answer && <PageFault error={found.error} />}
      {!asked && (
        <p>
          Say whose foot, or type its length: standing, at the end of the day, the larger one rules.
        </p>
      )}
      {asked && answer && foot && (
        <>
          <p className={classes.foothead}>
            {foot.tester && `${foot.tester}: `}
            {[foot.lengthLeftMm, foot.lengthRightMm]
              .map((mm) => (mm === null ? '–' : mm.toFixed(0)))
              .join(' / ')}{' '}
            mm
            {foot.widthMm !== null && `, ${foot.widthMm.toFixed(0)} mm wide (${foot.widthWord})`},
            sock {foot.sock}.
          </p>
          {answer.rows.length === 0 && (
            <p>No shoe for that use was measured inside yet. Measure its inside length.</p>
          )}
          {answer.ofAll > answer.rows.length && (
            <p className="soft">
              {answer.rows.length} of {answer.ofAll} shoes are worked out.
            </p>
          )}
          <div className={classes.cards}>
            {answer.rows.map((row) => (
              <Taken key={row.slug} row={row} />
            ))}
          </div>
          <p className="soft">
            By lengths inside and the foot as measured; a try-on tells more than either. Pain or an
            old injury is for a clinician or the shop’s fitter.
          </p>
        </>
      )}
    </div>
  );
}
