import dayjs from 'dayjs';
import { Link } from 'react-router';
import type { Panel } from '#contract/life-records.ts';
import { usePanel } from '../api/wear-queries.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { useChoices } from '../shell/address.ts';
import { EditionSelect } from '../shell/EditionSelect.tsx';
import { PageFault } from '../shell/PageFault.tsx';
import { Taps } from '../shell/Taps.tsx';
import { WearLinks } from './WearLinks.tsx';
import classes from './WearPage.module.css';

const signed = (value: number) =>
  `${value > 0 ? '+' : value < 0 ? '−' : ''}${Math.abs(value).toFixed(1)}`;

/** Who wears what, week by week. */
function Plan({ panel, nameOf }: { panel: Panel; nameOf: (slug: string) => string }) {
  return (
    <DataTable
      label="Week by week"
      rows={panel.weeks}
      keyOf={({ week }) => String(week)}
      columns={[
        {
          head: 'Week from',
          cell: ({ from }) => dayjs(from).format('ddd D MMM'),
          names: true,
        },
        ...panel.testers.map((tester) => ({
          head: tester,
          cell: ({ stints }: Panel['weeks'][number]) => {
            const stint = stints.find((one) => one.tester === tester);
            return stint ? <span title={stint.why}>{nameOf(stint.slug)}</span> : '–';
          },
        })),
      ]}
    />
  );
}

/** A panel in balance: who wears what next, and what comes of it with the tester taken out. */
export function PanelPage() {
  const [params, put] = useChoices({ replace: true });
  const editions = params.get('editions') ?? '';
  const yardstick = params.get('yardstick') ?? '';
  const panel = usePanel({ editions, yardstick });
  if (panel.isError && !panel.data) return <PageFault error={panel.error} />;
  if (!panel.data) return null;
  const { testers, editions: known, worn, effects, orders } = panel.data;
  const chosen = known.filter((one) => one.chosen);
  const nameOf = (slug: string) => known.find((one) => one.slug === slug)?.name ?? slug;
  const toggle = (slug: string) => {
    const now = chosen.map((one) => one.slug);
    put({
      editions: (now.includes(slug) ? now.filter((one) => one !== slug) : [...now, slug]).join(','),
    });
  };
  return (
    <div className={classes.page}>
      <header className={classes.head}>
        <h1>A fair panel</h1>
        <WearLinks />
      </header>
      {testers.length === 0 && <p>No tester is known yet: add them in Lab, People and sizes.</p>}
      {known.length === 0 && testers.length > 0 && (
        <p>No edition was worn yet. Choose those that the panel is to wear.</p>
      )}
      <div className={classes.fields}>
        {known.length > 0 && (
          <Taps
            asks="Editions in it"
            answers={known.map(({ slug, name }) => [slug, name] as const)}
            isPressed={(slug) => chosen.some((one) => one.slug === slug)}
            onTap={toggle}
          />
        )}
        <EditionSelect
          size="xs"
          label="One more"
          placeholder="an edition"
          value=""
          onChange={(slug) => slug && toggle(slug)}
          without={chosen.map(({ slug }) => slug)}
        />
      </div>
      {testers.length > 0 && chosen.length > 0 && (
        <>
          <h2>Who wears what next</h2>
          <p className="soft">
            Least worn by a tester comes first, then least worn by anybody; an edition goes to one
            tester at a time, in a label about as the tester’s own. Weeks worn so far:
          </p>
          <DataTable
            label="Weeks worn so far"
            rows={chosen}
            keyOf={({ slug }) => slug}
            columns={[
              { head: 'Edition', cell: ({ name }) => name, names: true },
              ...testers.map((tester) => ({
                head: tester,
                cell: ({ slug }: { slug: string }) =>
                  worn.find((one) => one.tester === tester && one.slug === slug)?.weeks || '–',
                figure: true,
              })),
            ]}
          />
          <Plan panel={panel.data} nameOf={nameOf} />
        </>
      )}
      {effects.length > 1 && (
        <>
          <h2>Comfort by edition, the tester taken out</h2>
          <DataTable
            label="Comfort by edition"
            rows={effects}
            keyOf={({ slug }) => slug}
            columns={[
              {
                head: 'Edition',
                cell: ({ slug }) => <Link to={`/editions/${slug}/life`}>{nameOf(slug)}</Link>,
                names: true,
              },
              { head: 'With the tester out', cell: ({ fair }) => fair.toFixed(1), figure: true },
              { head: 'Plain mean', cell: ({ plain }) => plain.toFixed(1), figure: true },
              { head: 'Testers', cell: ({ testers: n }) => n, figure: true },
            ]}
          />
          <p className="soft">
            One who rates all high no longer lifts what that one alone wore. Of few testers it is a
            hint, no result.
          </p>
        </>
      )}
      {effects.length > 0 && (
        <>
          <h2>Each tester’s own order</h2>
          <EditionSelect
            size="xs"
            label="Against the yardstick shoe"
            placeholder="each one’s most worn"
            clearable
            value={yardstick}
            onChange={(slug) => put({ yardstick: slug })}
          />
          {orders.length === 0 && (
            <p className="soft">No tester has rated that one and another besides.</p>
          )}
          <ul className={classes.list}>
            {orders.map(({ tester, yardstick: own, order }) => (
              <li key={tester}>
                <strong>{tester}</strong>, against {nameOf(own)}:{' '}
                {order.map(({ slug, against }) => `${nameOf(slug)} ${signed(against)}`).join(', ')}
              </li>
            ))}
          </ul>
        </>
      )}
    </div>
  );
}
