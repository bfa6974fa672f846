import { Link, useParams } from 'react-router';
import type { PairRow } from '#contract/pair-records.ts';
import { usePairRow } from '../api/queries.ts';
import { PageFault } from '../shell/PageFault.tsx';
import classes from './Guide.module.css';

interface Stop {
  name: string;
  says: string;
  to: (tag: string, slug: string) => string;
  done: (row: PairRow) => boolean;
}

const STOPS: readonly Stop[] = [
  {
    name: 'It is received',
    says: 'Maker, model, label, how it came. All of it can be corrected later.',
    to: (tag) => `/pairs/${tag}/receive`,
    done: () => true,
  },
  {
    name: 'Hold its two shoes against each other',
    says: 'Labels, then a look, then what is doubtful. It can be skipped, and says so on the sheet.',
    to: (tag) => `/pairs/${tag}/match`,
    done: ({ match }) => match !== null,
  },
  {
    name: 'Try it on, while it can go back',
    says: 'Ninety seconds; every answer may be left out.',
    to: (tag) => `/pairs/${tag}/fit`,
    done: ({ fit }) => fit !== null,
  },
  {
    name: 'Measure three things',
    says: 'A figure and Enter; an empty Enter skips. The bench says when a reading is odd.',
    to: (tag) => `/pairs/${tag}/measure`,
    done: ({ stationsDone }) => stationsDone >= 3,
  },
  {
    name: 'Read its sheet',
    says: 'Words first, then figures with their doubt. It is issued when you say so.',
    to: (_, slug) => `/sheets/${slug}`,
    done: ({ readings }) => readings > 0,
  },
];

/** Five minutes with one’s own first pair: the steps in their order, ticked as they are done. */
export function TourPage() {
  const { tag = '' } = useParams();
  const row = usePairRow(tag);
  if (row.isError && !row.data) return <PageFault error={row.error} />;
  if (!row.data) return null;
  const { data } = row;
  const next = STOPS.find(({ done }) => !done(data));
  return (
    <>
      <h2>Five minutes with {data.tag}</h2>
      <p>
        {data.maker} {data.model}. None of the steps is a gate: leave one out, come back when you
        like.
      </p>
      <ol className={classes.offers}>
        {STOPS.map(({ name, says, to, done }, at) => (
          <li key={name} className={classes.offer}>
            <b aria-hidden="true">{done(data) ? '✓' : at + 1}</b>
            <div>
              <h3>
                <Link to={to(data.tag, data.editionSlug)}>{name}</Link>
                {done(data) ? (
                  <span className="soft"> (done)</span>
                ) : name === next?.name ? (
                  ' (next)'
                ) : (
                  ''
                )}
              </h3>
              <p className="soft">{says}</p>
            </div>
          </li>
        ))}
      </ol>
      <p>
        {next ? '' : 'You have been through all of it. '}
        <Link to="/guide/practice">Practise on simulated shoes</Link>, or read{' '}
        <Link to="/guide/shoe">what each part is for</Link>.
      </p>
    </>
  );
}
