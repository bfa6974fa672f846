import { Outlet } from 'react-router';
import lab from '../lab/LabPage.module.css';
import { StepPlaces } from '../shell/StepPlaces.tsx';
import classes from './Studies.module.css';

/** Studies: what a lab knows of its models, its gauges and its methods. */
export function StudiesPage() {
  return (
    <div className={`${lab.page} ${classes.page}`}>
      <StepPlaces />
      <Outlet />
    </div>
  );
}
