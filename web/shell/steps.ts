/** The steps of the bench, in the order of the work; the side rooms after them. */
import { matchPath } from 'react-router';
import { compareStep } from '../compare/step.ts';
import { fitStep } from '../fit/step.ts';
import { guideStep } from '../guide/step.ts';
import { labStep } from '../lab/step.ts';
import { matchStep } from '../match/step.ts';
import { measureStep } from '../measure/step.ts';
import { receiveStep } from '../receive/step.ts';
import { sheetsStep } from '../sheets/step.ts';
import { studiesStep } from '../studies/step.ts';
import { wearStep } from '../wear/step.ts';
import type { Step, StepPage } from './step.ts';

export const STEPS: readonly Step[] = [
  receiveStep,
  matchStep,
  fitStep,
  measureStep,
  wearStep,
  compareStep,
  sheetsStep,
  studiesStep,
  labStep,
  guideStep,
];

/** The page in sight, with its step; undefined at an address of none. */
export function pageAt(pathname: string): { step: Step; page: StepPage } | undefined {
  for (const step of STEPS)
    for (const page of step.pages) if (matchPath(`/${page.path}`, pathname)) return { step, page };
  return undefined;
}

/** The step that a pair of the tray is opened at: the one in sight, else Measure. */
export const opensPairsAt = (pathname: string): string =>
  pageAt(pathname)?.step.opensPairs ?? measureStep.opensPairs ?? '';
