import { NavLink, Outlet } from 'react-router';
import classes from './LabPage.module.css';

const PLACES = [
  { to: '/lab', name: 'Instruments' },
  { to: '/lab/protocols', name: 'Protocols' },
  { to: '/lab/quantities', name: 'Quantities and steps' },
  { to: '/lab/tolerances', name: 'Tolerances' },
  { to: '/lab/people', name: 'People and sizes' },
  { to: '/lab/files', name: 'Readings in and out' },
];

/** The lab: what is measured with, how, by whom, and where the lines are drawn. */
export function LabPage() {
  return (
    <div className={classes.page}>
      <header className={classes.top}>
        <h1>Lab</h1>
        <nav aria-label="Lab" className={classes.places}>
          {PLACES.map(({ to, name }) => (
            <NavLink key={to} to={to} end={to === '/lab'}>
              {name}
            </NavLink>
          ))}
        </nav>
      </header>
      <Outlet />
    </div>
  );
}
