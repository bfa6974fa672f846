import { NavLink, Outlet } from 'react-router';
import lab from '../lab/LabPage.module.css';
import classes from './Studies.module.css';

const PLACES = [
  { to: '/studies', name: 'Pair to pair' },
  { to: '/studies/sides', name: 'Left and right' },
  { to: '/studies/gauges', name: 'Gauges' },
  { to: '/studies/methods', name: 'Two methods' },
  { to: '/studies/planner', name: 'How many' },
];

/** Studies: what a lab knows of its models, its gauges and its methods. */
export function StudiesPage() {
  return (
    <div className={`${lab.page} ${classes.page}`}>
      <header className={lab.top}>
        <h1>Studies</h1>
        <nav aria-label="Studies" className={lab.places}>
          {PLACES.map(({ to, name }) => (
            <NavLink key={to} to={to} end={to === '/studies'}>
              {name}
            </NavLink>
          ))}
        </nav>
      </header>
      <Outlet />
    </div>
  );
}
