import { Outlet } from 'react-router';
import { StepPlaces } from '../shell/StepPlaces.tsx';
import classes from './GuidePage.module.css';

/** The guide: what answers questions, for who measures and for who buys. */
export function GuideFrame() {
  return (
    <div className={classes.page}>
      <StepPlaces />
      <Outlet />
    </div>
  );
}
