/** The routes of all steps, and the frame around them. */
import {
  createBrowserRouter,
  type LoaderFunctionArgs,
  type RouteObject,
  type ShouldRevalidateFunctionArgs,
} from 'react-router';
import { fetchFrame } from '../api/queries.ts';
import { FailedPage, UnknownAddress } from './Lost.tsx';
import { type PageHandle, Shell } from './Shell.tsx';
import type { FrameHandle } from './StepPlaces.tsx';
import type { Step, StepPage } from './step.ts';
import { STEPS } from './steps.ts';

const called = (handle: PageHandle): { handle: PageHandle } => ({
  handle,
});

/**
 * Records are asked for by path. What a page chooses after the question mark asks for none again, so that the
 * address has changed when the choice returns (see `useChoices`).
 */
const shouldRevalidate = ({ currentUrl, nextUrl }: ShouldRevalidateFunctionArgs) =>
  currentUrl.pathname !== nextUrl.pathname;

function routeOf({ path, title, page, fetch, wide, beforeStart }: StepPage): RouteObject {
  return {
    path: `/${path}`,
    ...called({ title, wide: wide === true, beforeStart: beforeStart === true }),
    lazy: async () => ({ Component: await page() }),
    // Records are asked for beside the code that shows them, not after it.
    ...(fetch
      ? {
          shouldRevalidate,
          loader: ({ params }: LoaderFunctionArgs) => {
            fetch(params.tag);
            return null;
          },
        }
      : {}),
  };
}

function routesOf(step: Step): RouteObject[] {
  const routes = step.pages.map(routeOf);
  if (!step.frame) return routes;
  const { path, title, page } = step.frame;
  return [
    {
      path: `/${path}`,
      handle: { title, step } satisfies FrameHandle,
      lazy: async () => ({ Component: await page() }),
      children: routes,
    },
  ];
}

export const router = createBrowserRouter([
  {
    path: '/',
    element: <Shell />,
    errorElement: <FailedPage />,
    hydrateFallbackElement: <div />,
    shouldRevalidate,
    loader: () => {
      fetchFrame();
      return null;
    },
    // A page that fails leaves the steps around it.
    children: [
      {
        errorElement: <FailedPage />,
        children: [
          {
            index: true,
            ...called({ title: 'Bench' }),
            lazy: async () => ({ Component: (await import('./Home.tsx')).Home }),
          },
          ...STEPS.flatMap(routesOf),
          { path: '*', ...called({ title: 'Nothing here' }), element: <UnknownAddress /> },
        ],
      },
    ],
  },
]);
