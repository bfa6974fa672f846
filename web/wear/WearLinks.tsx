import { NavLink } from 'react-router';
import classes from '../fit/FitPage.module.css';

const PLACES = [
  ['/due', 'What is due'],
  ['/panel', 'A fair panel'],
  ['/lab/wear', 'Looks and lives'],
  ['/lab/hall', 'The hall'],
] as const;

/** What of wear is asked beside a pair: over all pairs and testers. */
export function WearLinks() {
  return (
    <nav aria-label="Wear, over all" className={classes.links}>
      {PLACES.map(([to, words]) => (
        <NavLink key={to} to={to}>
          {words}
        </NavLink>
      ))}
    </nav>
  );
}
