import { Button } from '@mantine/core';
import { Link, useParams } from 'react-router';
import type { EditionDeviation } from '#contract/deviation-records.ts';
import { nameLabel } from '#core/sizing/size-label.ts';
import { textOf } from '#core/wording/sentence.ts';
import { halfSizesPhrase } from '#core/wording/sizing-sentences.ts';
import { useDeviation } from '../api/fit-queries.ts';
import { useChange, useEditionRow } from '../api/queries.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { offsetMark } from '../drawing/LabelMatrix.tsx';
import { OffsetChart } from '../drawing/OffsetChart.tsx';
import { PageFault } from '../shell/PageFault.tsx';
import { FitLinks } from './FitLinks.tsx';
import classes from './FitPage.module.css';

const CLASSES: Readonly<Record<number, string>> = {
  [-2]: 'a size short',
  [-1]: '½ short',
  0: 'true',
  1: '½ long',
  2: 'a size long',
};

const millimetres = (mm: number | undefined, u: number | undefined) =>
  mm === undefined
    ? '–'
    : `${mm > 0 ? '+' : mm < 0 ? '−' : ''}${Math.abs(mm).toFixed(1)}\u00a0±\u00a0${(2 * (u ?? 0)).toFixed(1)}\u00a0mm`;

/** The kinds of evidence, each by itself. */
function Kinds({ deviation }: { deviation: EditionDeviation }) {
  const { kinds, edition, words, label } = deviation;
  if (kinds.length === 0) return null;
  return (
    <>
      <OffsetChart
        name={`true-to-label-${edition.slug}`}
        says={`How likely it runs short, true or long by each kind of evidence, in %: ${words}`}
        rows={kinds.map(({ what, n, probabilities, group }) => ({
          name: group === 'known shoes' || group === 'try-ons' ? `${what}, ${n}` : what,
          shares: probabilities,
        }))}
        labelOf={(halfSizes) => CLASSES[halfSizes] ?? ''}
      />
      <DataTable
        label="Evidence by kind"
        rows={kinds}
        keyOf={({ what }) => what}
        columns={[
          { head: 'By', cell: ({ what }) => what, names: true },
          {
            head: 'It',
            cell: ({ words: said, isHint }) => (isHint ? `${said}; a hint` : said),
            strong: true,
          },
          { head: 'Deviation', cell: ({ mm, u }) => millimetres(mm, u), figure: true },
          {
            head: 'From',
            cell: ({ n, group }) =>
              group === 'known shoes' || group === 'try-ons'
                ? `${n} ${n === 1 ? 'tester' : 'testers'}`
                : `${n} reference ${n === 1 ? 'shoe' : 'shoes'}`,
          },
        ]}
      />
      {label && (
        <p className="soft">
          Lengths stand at {nameLabel(label)}. Positive: it runs long. The outer classes hold a size
          and more.
        </p>
      )}
    </>
  );
}

const takeWords = (halfSizes: number) =>
  halfSizes === 0
    ? 'their usual label'
    : `${textOf(halfSizesPhrase(halfSizes))} ${halfSizes > 0 ? 'more' : 'less'} than their usual`;

/** A median of whole votes may stand between two of them. */
const middleWords = (median: number) =>
  Number.isInteger(median)
    ? takeWords(median)
    : `${takeWords(Math.floor(median))}, or ${takeWords(Math.ceil(median))}`;

/** Every tester who said something, with the foot that said it. */
function Testers({ deviation }: { deviation: EditionDeviation }) {
  const { votes, median, splits, agreement } = deviation;
  return (
    <section aria-label="Testers together">
      <h2>Testers together</h2>
      {votes.length === 0 ? (
        <p className="soft">Nobody has tried it on yet, or knows it.</p>
      ) : (
        <>
          <p>
            {median === null
              ? 'None of them has a usual label yet: say it on the page of the tester.'
              : `In the middle they take ${middleWords(median)}.`}
          </p>
          {splits.map((words) => (
            <p key={words} className="look-here">
              {words}.
            </p>
          ))}
          <DataTable
            label="Votes"
            rows={votes}
            keyOf={({ tester }) => tester}
            columns={[
              {
                head: 'Tester',
                cell: ({ tester }) => <Link to={`/testers/${tester}`}>{tester}</Link>,
                names: true,
              },
              {
                head: 'Takes',
                cell: ({ halfSizes }) => (halfSizes === null ? '–' : offsetMark(halfSizes)),
                figure: true,
              },
              {
                head: 'Fits',
                cell: ({ fits }) => (fits === null ? 'not said' : fits ? 'yes' : 'no'),
              },
              { head: 'Says', cell: ({ says }) => says },
              {
                head: 'Foot, mm',
                cell: ({ lengthMm, widthMm }) =>
                  [lengthMm, widthMm].map((mm) => mm?.toFixed(0) ?? '–').join(' × '),
                figure: true,
              },
              { head: 'Toes', cell: ({ toeShape }) => toeShape || '–' },
              { head: 'Sock', cell: ({ sock }) => sock },
            ]}
          />
        </>
      )}
      <details>
        <summary>How far testers agree</summary>
        {agreement ? (
          <p>
            Over {agreement.units} editions with two votes each: {agreement.words}. Krippendorff’s
            alpha {agreement.alpha.toFixed(2)}, ordinal, from {agreement.n} votes. 1 is full
            agreement, 0 what chance gives.
          </p>
        ) : (
          <p>
            Cannot tell: it takes five editions of which two testers each have said their label.
          </p>
        )}
      </details>
    </section>
  );
}

function Sizes({ deviation }: { deviation: EditionDeviation }) {
  const { sizes } = deviation;
  if (sizes.length === 0) return null;
  return (
    <>
      <h2>Over its sizes</h2>
      <DataTable
        label="Inside length by size"
        rows={sizes}
        keyOf={({ label }) => nameLabel(label)}
        columns={[
          { head: 'Label', cell: ({ label }) => nameLabel(label), names: true },
          { head: 'Inside', cell: ({ insideMm }) => `${insideMm.toFixed(1)} mm`, figure: true },
          { head: 'Pairs', cell: ({ n }) => n, figure: true },
          { head: 'It is', cell: ({ words }) => words },
        ]}
      />
    </>
  );
}

function References({ deviation, id }: { deviation: EditionDeviation; id: string | undefined }) {
  const set = useChange('setFitsTrue');
  const { edition, references, shortfall } = deviation;
  const others = references.filter(({ slug }) => slug !== edition.slug);
  return (
    <section aria-label="Reference shoes">
      <h2>Reference shoes</h2>
      <p>
        {others.length === 0
          ? 'The lab has named no other shoe that fits true on its label.'
          : 'Held against: '}
        {others.map(({ slug, name }, at) => (
          <span key={slug}>
            {at > 0 && ', '}
            <Link to={`/editions/${slug}/fit`}>{name}</Link>
          </span>
        ))}
      </p>
      {shortfall && (
        <p className="soft">
          Their insides are {shortfall.mm.toFixed(1)} ± {(2 * shortfall.u).toFixed(1)} mm shorter
          than their lasts, from {shortfall.n}: so much is taken off what a label promises.
        </p>
      )}
      {edition.fitsTrue && (
        <p>This one fits true, by the lab’s word: others are held against it.</p>
      )}
      <Button
        size="xs"
        variant="default"
        disabled={id === undefined}
        loading={set.isPending}
        onClick={() => id && set.mutate({ params: { id }, body: { fitsTrue: !edition.fitsTrue } })}
      >
        {edition.fitsTrue ? 'It is no reference any more' : 'It fits true: name it a reference'}
      </Button>
      {set.isError && (
        <p role="alert" className="look-here">
          {set.error.message}
        </p>
      )}
    </section>
  );
}

function DeviationOf({ deviation }: { deviation: EditionDeviation }) {
  const { edition, words, causes, settle, kin, maker, parts } = deviation;
  const row = useEditionRow(edition.slug);
  return (
    <div className={classes.page}>
      <header className={classes.head}>
        <h1>
          True to its label? <span className="soft">{edition.name}</span>
        </h1>
        <FitLinks />
      </header>
      <h2 className={classes.said}>{words}</h2>
      {settle.length > 0 && <p>What would settle it: {settle.join('; ')}.</p>}
      <div className={classes.columns}>
        <div>
          <Kinds deviation={deviation} />
          <Testers deviation={deviation} />
        </div>
        <div>
          {causes.length > 0 && (
            <>
              <h2>{parts ? 'Why it may feel otherwise' : 'On record beside length'}</h2>
              <ul>
                {causes.map((cause) => (
                  <li key={cause}>{cause}</li>
                ))}
              </ul>
            </>
          )}
          <Sizes deviation={deviation} />
          {kin.length > 0 && (
            <>
              <h2>Builds and versions</h2>
              <ul>
                {kin.map(({ slug, name, kind, words: said }) => (
                  <li key={`${slug} ${kind}`}>
                    <Link to={`/editions/${slug}/fit`}>{name}</Link>: {said}
                  </li>
                ))}
              </ul>
            </>
          )}
          <h2>{maker.name}</h2>
          <ul>
            {maker.tendencies.map(({ by, words: said, exceptions }) => (
              <li key={by}>
                {by}: {said}
                {exceptions.length > 0 && `; not so ${exceptions.join(', ')}`}
              </li>
            ))}
          </ul>
          <References deviation={deviation} id={row.data?.id} />
        </div>
      </div>
    </div>
  );
}

/** How far the label of an edition is from true. */
export function DeviationPage() {
  const { edition = '' } = useParams();
  const deviation = useDeviation(edition);
  if (deviation.isError && !deviation.data) return <PageFault error={deviation.error} />;
  return deviation.data ? <DeviationOf deviation={deviation.data} /> : null;
}
