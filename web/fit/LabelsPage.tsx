import { Button, NativeSelect, TextInput } from '@mantine/core';
import { useState } from 'react';
import { Link } from 'react-router';
import type { LabelsBetween } from '#contract/fit-records.ts';
import { KNOWN_FITS, OFF_BY } from '#core/fit/foot.ts';
import { readKnownShoe } from '#core/fit/known-shoe-line.ts';
import { labelAway } from '#core/fit/made-sizes.ts';
import { readLabel } from '#core/sizing/printed-label.ts';
import { labelSlug, nameLabel, readLabelSlug, type SizeLabel } from '#core/sizing/size-label.ts';
import { useLabelsBetween } from '../api/fit-queries.ts';
import { RequestFault, request } from '../api/request.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { OffsetChart } from '../drawing/OffsetChart.tsx';
import { useDraft } from '../kit/draft.ts';
import { useChoices } from '../shell/address.ts';
import { EditionSelect } from '../shell/EditionSelect.tsx';
import { PageFault } from '../shell/PageFault.tsx';
import { FitLinks } from './FitLinks.tsx';
import classes from './FitPage.module.css';

const KIND_WORDS: Record<LabelsBetween['answer']['kinds'][number]['kind'], string> = {
  'wore both': 'testers with both',
  'try-ons': 'try-ons',
  lengths: 'lengths inside',
};

const VERDICT_WORDS = { decided: 'Sure', probably: 'Probably', 'cannot tell': 'Cannot tell' };

/** Who knows either shoe, by which label. */
function Evidence({ between }: { between: LabelsBetween }) {
  const { from, to, lengths } = between;
  const testers = [...new Set([...from.fitting, ...to.fitting].map(({ tester }) => tester))].sort();
  const labelsOf = (fitting: LabelsBetween['from']['fitting'], tester: string) =>
    fitting
      .filter((one) => one.tester === tester)
      .map(({ label, known }) => `${nameLabel(label)} (${known})`)
      .join(', ') || 'not tried';
  return (
    <section aria-label="The evidence">
      <h2>What is known</h2>
      {testers.length === 0 && <p className="soft">No tester knows either shoe yet.</p>}
      {testers.length > 0 && (
        <DataTable
          rows={testers}
          keyOf={(tester) => tester}
          columns={[
            { head: 'Tester', cell: (tester) => tester, names: true },
            { head: from.name, cell: (tester) => labelsOf(from.fitting, tester) },
            { head: to.name, cell: (tester) => labelsOf(to.fitting, tester) },
          ]}
        />
      )}
      <p className="soft">
        {lengths
          ? `${lengths.what} at one label: ${lengths.aMm.toFixed(1)} mm against ${lengths.bMm.toFixed(1)} mm. Equal lengths can fit half a size apart, so they never decide alone.`
          : 'The inside was not measured of both.'}
      </p>
    </section>
  );
}

function Answer({
  between,
  label,
  start,
}: {
  between: LabelsBetween;
  label: SizeLabel;
  start: number;
}) {
  const { answer, from, to } = between;
  return (
    <>
      <h2 className={classes.said} aria-live="polite">
        {answer.words}
      </h2>
      <p className="soft">
        {VERDICT_WORDS[answer.verdict]}, from {nameLabel(label)} in {from.name} to {to.name}.
      </p>
      {answer.kinds.length > 0 && (
        <OffsetChart
          name={`labels-${from.slug}-${to.slug}`}
          says={`How likely each label is by each kind of evidence, in %: ${answer.words}`}
          rows={answer.kinds.map(({ kind, n, probabilities }) => ({
            name: kind === 'lengths' ? KIND_WORDS[kind] : `${KIND_WORDS[kind]}, ${n}`,
            shares: probabilities,
          }))}
          labelOf={(offset) => nameLabel(labelAway(label, offset + start))}
        />
      )}
      <Evidence between={between} />
      <p>
        <Link to={`/editions/${to.slug}`}>The record of {to.name}</Link>
      </p>
    </>
  );
}

/** A fault of a request as an answer; any other is a fault of the page. */
function toFault(error: unknown): RequestFault {
  if (error instanceof RequestFault) return error;
  throw error;
}

/** A known shoe typed in one line: the fields below it are filled by what could be read. */
function KnownLine({ onRead }: { onRead: (fields: Record<string, string>) => void }) {
  const [{ line }, put, drop] = useDraft('known shoe', { line: '' });
  const [faults, setFaults] = useState<string[]>([]);
  const read = async () => {
    const plain = readKnownShoe(line);
    const asked = plain.edition
      ? await request('listEditions', { query: { find: plain.edition, limit: 2 } }).catch(toFault)
      : { rows: [] };
    if (asked instanceof RequestFault) {
      setFaults([asked.message]);
      return;
    }
    const found = asked.rows;
    const [edition, another] = found;
    const known = readKnownShoe(line, edition?.madeIn);
    setFaults([
      ...known.faults,
      ...(known.label && !plain.label
        ? [`Read as ${nameLabel(known.label)}, the sizes that it is made in.`]
        : []),
      ...(known.edition && !edition ? [`No edition is called ${known.edition}.`] : []),
      ...(another ? [`Several are called so: the first is taken, ${edition?.slug}.`] : []),
      ...(known.wideFoot ? ['A wide foot: try the wider build of it first.'] : []),
      ...(known.thickSock ? ['Thick socks: half to a whole size more than in thin ones.'] : []),
    ]);
    if (edition && known.label) drop({ line });
    onRead({
      ...(edition ? { from: edition.slug } : {}),
      ...(known.label ? { label: labelSlug(known.label) } : {}),
      // A line that names no width takes away what the line before it named.
      width: known.width ?? '',
      fits: known.fits,
    });
  };
  return (
    <form
      noValidate
      className={classes.wearer}
      onSubmit={(event) => {
        event.preventDefault();
        void read();
      }}
    >
      <TextInput
        style={{ flex: '1 1 360px' }}
        label="A shoe that is known to fit, in one line"
        placeholder="UK 9 wide in Kestvane Kerb fits, wide foot, thick socks"
        value={line}
        onChange={(event) => put({ line: event.currentTarget.value })}
      />
      <Button type="submit" variant="default">
        Read it
      </Button>
      <div role="status" style={{ flexBasis: '100%' }}>
        {faults.map((fault) => (
          <p key={fault}>{fault}</p>
        ))}
      </div>
    </form>
  );
}

/** From the label that fits in one shoe to the label to take in another. */
export function LabelsPage() {
  const [search, choose] = useChoices({ replace: true });
  const [from, to] = [search.get('from') ?? '', search.get('to') ?? ''];
  const label = readLabelSlug(search.get('label') ?? '');
  const fits = KNOWN_FITS.find((one) => one === search.get('fits')) ?? 'right';
  const width = search.get('width') ?? '';
  const [typed, setTyped] = useState({ of: '', text: '', fault: '' });
  const slug = label ? labelSlug(label) : '';
  const text = typed.of === slug ? typed.text : label ? nameLabel(label) : '';
  const between = useLabelsBetween({ from, to, label: slug, width, fits });
  return (
    <div className={classes.page}>
      <header className={classes.head}>
        <h1>From label to label</h1>
        <FitLinks />
      </header>
      <KnownLine onRead={choose} />
      <div className={classes.wearer}>
        <EditionSelect
          label="Known to fit"
          placeholder="an edition"
          w={260}
          value={from}
          onChange={(edition) => choose({ from: edition })}
        />
        <TextInput
          label="In label"
          w={120}
          placeholder="UK 9"
          value={text}
          error={typed.fault}
          onChange={(event) => {
            const written = event.currentTarget.value;
            const read = readLabel(written);
            if (read.ok) {
              const next = labelSlug(read.value);
              setTyped({ of: next, text: written, fault: '' });
              choose({ label: next });
            } else
              setTyped({
                of: slug,
                text: written,
                fault: written.trim() ? read.fault.message : '',
              });
          }}
        />
        <TextInput
          label="Width"
          w={100}
          placeholder="regular"
          value={width}
          onChange={(event) => choose({ width: event.currentTarget.value })}
        />
        <NativeSelect
          label="It is"
          data={[...KNOWN_FITS]}
          value={fits}
          onChange={(event) => choose({ fits: event.currentTarget.value })}
        />
        <EditionSelect
          label="Wanted"
          placeholder="an edition"
          w={260}
          value={to}
          without={[from]}
          onChange={(edition) => choose({ to: edition })}
        />
      </div>
      {between.isError && !between.data && <PageFault error={between.error} />}
      {between.data && label ? (
        <Answer between={between.data} label={label} start={OFF_BY[fits]} />
      ) : (
        <p className="soft">
          Say which shoe fits, in which label, and which is wanted. Nothing is guessed: without
          testers or lengths of both it says so.
        </p>
      )}
    </div>
  );
}
