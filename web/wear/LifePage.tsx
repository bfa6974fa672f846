import { Link, useParams } from 'react-router';
import type { EditionLife } from '#contract/life-records.ts';
import { useEditionLife } from '../api/wear-queries.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { SurvivalPlot } from '../drawing/SurvivalPlot.tsx';
import { PageFault } from '../shell/PageFault.tsx';
import { WearLinks } from './WearLinks.tsx';
import classes from './WearPage.module.css';

/** The median with its interval, or why there is none. */
function medianWords({ median, pairs }: EditionLife): string {
  if (!median)
    return `${pairs.filter(({ ended }) => ended).length} ended so far: from three ends on there is a curve.`;
  if (median.km === null)
    return 'More than half are still in use: half of them last longer than any did yet.';
  const to = median.upper === null ? 'no end that can be told' : `${Math.round(median.upper)} km`;
  const from = median.lower === null ? 'unknown' : String(Math.round(median.lower));
  return `Half of them last ${Math.round(median.km)} km (${from} to ${to}).`;
}

/** What each zone loses at equal distance, this edition beside others. */
function WearByZone({ wear }: Pick<EditionLife, 'wear'>) {
  if (wear.length === 0)
    return (
      <p className="soft">
        Tread was measured too seldom: from four checks on that fall for sure, zones are held
        against those of other editions here.
      </p>
    );
  const zones = [...new Set(wear.flatMap((one) => one.zones.map(({ zone }) => zone)))];
  return (
    <DataTable
      label="Tread lost in 100 km"
      rows={wear}
      keyOf={({ slug }) => slug}
      columns={[
        {
          head: 'Edition',
          cell: ({ slug, name }) => <Link to={`/editions/${slug}/life`}>{name}</Link>,
          names: true,
        },
        ...zones.map((zone) => ({
          head: zone,
          cell: (one: EditionLife['wear'][number]) =>
            one.zones.find((own) => own.zone === zone)?.mmPer100Km.toFixed(2) ?? '–',
          figure: true,
        })),
        { head: 'Pairs', cell: ({ pairs }) => pairs, figure: true },
      ]}
    />
  );
}

/** How long the pairs of an edition last: ends with causes, the curve, wear, cost, break-in. */
export function LifePage() {
  const { edition = '' } = useParams();
  const life = useEditionLife(edition);
  if (life.isError && !life.data) return <PageFault error={life.error} />;
  if (!life.data) return null;
  const { pairs, words, currency, wear, breakIns, testersDiffer, successor } = life.data;
  const cost = (amount: number | null) =>
    amount === null ? '–' : `${amount.toFixed(2)} ${currency}`;
  return (
    <div className={classes.page}>
      <header className={classes.head}>
        <h1>
          How long does it last?{' '}
          <span className="soft">
            <Link to={`/editions/${edition}`}>{life.data.edition.name}</Link>
          </span>
        </h1>
        <WearLinks />
      </header>
      <p className={classes.said} aria-live="polite">
        {words}
      </p>
      {pairs.length > 0 && (
        <>
          <p>{medianWords(life.data)}</p>
          <SurvivalPlot life={life.data} />
          <DataTable
            label="Pairs and how they stand"
            rows={pairs}
            keyOf={({ tag }) => tag}
            columns={[
              {
                head: 'Pair',
                cell: ({ tag }) => <Link to={`/pairs/${tag}/wear`}>{tag}</Link>,
                names: true,
              },
              { head: 'Worn by', cell: ({ testers }) => testers.join(', ') },
              { head: 'km', cell: ({ km }) => km.toFixed(0), figure: true },
              {
                head: 'Came with',
                cell: ({ fromKm }) => (fromKm > 0 ? `${fromKm.toFixed(0)} km` : 'new'),
              },
              { head: 'How', cell: ({ how, ended, cause }) => (ended ? `${how}: ${cause}` : how) },
              { head: 'A km so far', cell: ({ costPerKm }) => cost(costPerKm), figure: true },
              {
                head: 'A km at its end',
                cell: ({ costAtEnd }) => cost(costAtEnd),
                figure: true,
              },
            ]}
          />
          <p className="soft">
            An end is a pair that left the use it was bought for because of its condition. Lost,
            given away or moved for another reason, it counts as in use until then.
          </p>
        </>
      )}
      <h2>Tread lost in 100 km, mm</h2>
      <WearByZone wear={wear} />
      {breakIns.length > 0 && (
        <>
          <h2>Comfortable after</h2>
          <ul className={classes.list}>
            {breakIns.map(({ tag, tester, words: said }) => (
              <li key={`${tag} ${tester}`}>
                {tester} in {tag}: {said}
              </li>
            ))}
          </ul>
          {testersDiffer && <p>Testers differ in how long it takes to open up.</p>}
        </>
      )}
      {successor && (
        <>
          <h2>Its successor</h2>
          <p>
            <Link to={`/editions/${successor.slug}`}>{successor.name}</Link>: {successor.words}
          </p>
        </>
      )}
    </div>
  );
}
