import dayjs from 'dayjs';
import { Link } from 'react-router';
import type { Photograph } from '#contract/match-records.ts';
import { smallAddress, usePhotographs } from '../photographs/photographs.ts';
import classes from './WearPage.module.css';

/** Days after which a picture is no longer one of the pair when new. */
const NEW_DAYS = 3;

const nameOf = ({ side, caption }: Photograph) => [side, caption].filter(Boolean).join(': ');

/** The latest pictures beside what showed the same when new: creases are told from moulded lines. */
export function PicturesSinceNew({
  pair,
}: {
  pair: { id: string; tag: string; receivedOn: string };
}) {
  const photographs = usePhotographs({ subjectKind: 'pair', subjectId: pair.id });
  const all = photographs.data ?? [];
  const isNew = ({ addedAt }: Photograph) =>
    dayjs(addedAt).diff(dayjs(pair.receivedOn), 'day') <= NEW_DAYS;
  const latest = new Map(all.filter((one) => !isNew(one)).map((one) => [nameOf(one), one]));
  const rows = [...latest].map(([name, now]) => ({
    name,
    now,
    before: all.find((one) => isNew(one) && nameOf(one) === name) ?? all.find(isNew),
  }));
  return (
    <section aria-label="Pictures since new">
      <h2>Pictures since new</h2>
      {rows.length === 0 ? (
        <p className="soft">
          {all.length === 0 ? 'No picture of it yet.' : 'None since it was new.'} The side when new
          tells later creases from moulded lines.
        </p>
      ) : (
        <ul className={classes.pictures}>
          {rows.map(({ name, now, before }) => (
            <li key={now.id}>
              <div>
                {before ? (
                  <img
                    src={smallAddress(before.id)}
                    alt={`${nameOf(before) || 'the pair'} when new`}
                    loading="lazy"
                  />
                ) : (
                  <p className="soft">none when new</p>
                )}
                <img
                  src={smallAddress(now.id)}
                  alt={`${name || 'the pair'}, ${dayjs(now.addedAt).format('D MMM YYYY')}`}
                  loading="lazy"
                />
              </div>
              <span>
                {name || 'the pair'}: when new, and {dayjs(now.addedAt).format('D MMM YYYY')}
              </span>
            </li>
          ))}
        </ul>
      )}
      <p>
        <Link to={`/pairs/${pair.tag}/receive`}>Add pictures</Link>,{' '}
        <Link to={`/lab/hall?pair=${pair.tag}`}>or take them with a phone</Link>
      </p>
    </section>
  );
}
