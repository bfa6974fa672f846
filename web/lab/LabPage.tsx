import { Outlet } from 'react-router';
import { StepPlaces } from '../shell/StepPlaces.tsx';
import classes from './LabPage.module.css';

/** The lab: what is measured with, how, by whom, and where the lines are drawn. */
export function LabPage() {
  return (
    <div className={classes.page}>
      <StepPlaces />
      <Outlet />
    </div>
  );
}
