import { NavLink } from 'react-router';
import classes from './FitPage.module.css';

const PLACES = [
  ['/fit/labels', 'Label to label'],
  ['/fit/matrix', 'All labels'],
  ['/fit/foot', 'For a foot'],
  ['/fit/ruler', 'Ruler'],
  ['/fit/lacing', 'Lacing'],
  ['/fit/insoles', 'Insoles and laces'],
] as const;

/** What of fit is asked beside a pair: sizes over all shoes. */
export function FitLinks() {
  return (
    <nav aria-label="Sizes" className={classes.links}>
      {PLACES.map(([to, words]) => (
        <NavLink key={to} to={to}>
          {words}
        </NavLink>
      ))}
    </nav>
  );
}
