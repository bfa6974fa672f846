import { NavLink } from 'react-router';
import classes from './PlaceLinks.module.css';

/** Pages of a step that are asked for beside a pair; the one in sight is bold. */
export function PlaceLinks({
  label,
  places,
}: {
  label: string;
  places: readonly (readonly [to: string, words: string])[];
}) {
  return (
    <nav aria-label={label} className={classes.links}>
      {places.map(([to, words]) => (
        <NavLink key={to} to={to}>
          {words}
        </NavLink>
      ))}
    </nav>
  );
}
