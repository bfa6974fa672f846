import { NavLink, useMatches } from 'react-router';
import classes from './StepPlaces.module.css';
import type { Step } from './step.ts';

/** What the frame of a side room's pages is told by its route. */
export interface FrameHandle {
  title: string;
  step: Step;
}

/** The name of the side room in sight, and the places in it. */
export function StepPlaces() {
  const frame = useMatches().find(
    ({ handle }) => (handle as Partial<FrameHandle> | undefined)?.step,
  );
  if (!frame) return null;
  const { name, pages, frame: own } = (frame.handle as FrameHandle).step;
  return (
    <header className={classes.top}>
      <h1>{name}</h1>
      <nav aria-label={name} className={classes.places}>
        {pages.map(
          ({ path, place }) =>
            place && (
              <NavLink key={path} to={`/${path}`} end={path === own?.path}>
                {place}
              </NavLink>
            ),
        )}
      </nav>
    </header>
  );
}
