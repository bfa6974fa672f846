import {
  createBrowserRouter,
  isRouteErrorResponse,
  Link,
  type LoaderFunctionArgs,
  useRouteError,
} from 'react-router';
import { fetchFrame, fetchPair } from '../api/queries.ts';
import { Shell } from './Shell.tsx';

function Lost() {
  const error = useRouteError();
  const missing = isRouteErrorResponse(error) && error.status === 404;
  return (
    <main style={{ padding: 32 }}>
      <h1>{missing ? 'There is nothing at this address' : 'This page failed'}</h1>
      <p>{missing ? 'It may have been typed wrong.' : 'What was typed is kept in the browser.'}</p>
      <p>
        <Link to="/">To the bench</Link>
      </p>
    </main>
  );
}

/** The loader of a step of a pair. */
const fetchStep =
  (step: 'receive' | 'match' | 'measure') =>
  ({ params }: LoaderFunctionArgs) => {
    fetchPair(step, params.tag);
    return null;
  };

export const router = createBrowserRouter([
  {
    path: '/',
    element: <Shell />,
    errorElement: <Lost />,
    hydrateFallbackElement: <div />,
    // Records are asked for beside the code that shows them, not after it.
    loader: () => {
      fetchFrame();
      return null;
    },
    children: [
      { index: true, lazy: async () => ({ Component: (await import('./Home.tsx')).Home }) },
      {
        path: 'receive',
        lazy: async () => ({ Component: (await import('../receive/ReceivePage.tsx')).ReceivePage }),
      },
      {
        path: 'pairs/:tag/receive',
        loader: fetchStep('receive'),
        lazy: async () => ({
          Component: (await import('../receive/PairRecordPage.tsx')).PairRecordPage,
        }),
      },
      {
        path: 'pairs/:tag/match',
        loader: fetchStep('match'),
        lazy: async () => ({ Component: (await import('../match/MatchPage.tsx')).MatchPage }),
      },
      {
        path: 'pairs/:tag/return-note',
        lazy: async () => ({
          Component: (await import('../match/ReturnNotePage.tsx')).ReturnNotePage,
        }),
      },
      {
        path: 'pairs/:tag/measure',
        loader: fetchStep('measure'),
        lazy: async () => ({ Component: (await import('../measure/MeasurePage.tsx')).MeasurePage }),
      },
      {
        path: 'compare',
        lazy: async () => ({ Component: (await import('../compare/ComparePage.tsx')).ComparePage }),
      },
      {
        path: 'sheets',
        lazy: async () => ({ Component: (await import('../sheets/SheetsPage.tsx')).SheetsPage }),
      },
      {
        path: 'sheets/:edition',
        lazy: async () => ({ Component: (await import('../sheets/SheetPage.tsx')).SheetPage }),
      },
      {
        path: 'lab',
        lazy: async () => ({ Component: (await import('../lab/LabPage.tsx')).LabPage }),
        children: [
          {
            index: true,
            lazy: async () => ({
              Component: (await import('../lab/InstrumentsPage.tsx')).InstrumentsPage,
            }),
          },
          {
            path: 'instruments/:id',
            lazy: async () => ({
              Component: (await import('../lab/InstrumentPage.tsx')).InstrumentPage,
            }),
          },
          {
            path: 'protocols',
            lazy: async () => ({
              Component: (await import('../lab/ProtocolsPage.tsx')).ProtocolsPage,
            }),
          },
          {
            path: 'protocols/:id',
            lazy: async () => ({
              Component: (await import('../lab/ProtocolEditor.tsx')).ProtocolEditor,
            }),
          },
          {
            path: 'quantities',
            lazy: async () => ({
              Component: (await import('../lab/QuantitiesPage.tsx')).QuantitiesPage,
            }),
          },
          {
            path: 'tolerances',
            lazy: async () => ({
              Component: (await import('../lab/TolerancesPage.tsx')).TolerancesPage,
            }),
          },
          {
            path: 'people',
            lazy: async () => ({ Component: (await import('../lab/PeoplePage.tsx')).PeoplePage }),
          },
          {
            path: 'files',
            lazy: async () => ({ Component: (await import('../lab/FilesPage.tsx')).FilesPage }),
          },
        ],
      },
      {
        path: 'studies',
        lazy: async () => ({ Component: (await import('../studies/StudiesPage.tsx')).StudiesPage }),
        children: [
          {
            index: true,
            lazy: async () => ({
              Component: (await import('../studies/PairStudyPage.tsx')).PairStudyPage,
            }),
          },
          {
            path: 'sides',
            lazy: async () => ({ Component: (await import('../studies/SidesPage.tsx')).SidesPage }),
          },
          {
            path: 'gauges',
            lazy: async () => ({
              Component: (await import('../studies/GaugesPage.tsx')).GaugesPage,
            }),
          },
          {
            path: 'gauges/:id',
            lazy: async () => ({
              Component: (await import('../studies/GaugeStudyPage.tsx')).GaugeStudyPage,
            }),
          },
          {
            path: 'methods',
            lazy: async () => ({
              Component: (await import('../studies/MethodsPage.tsx')).MethodsPage,
            }),
          },
          {
            path: 'planner',
            lazy: async () => ({
              Component: (await import('../studies/PlannerPage.tsx')).PlannerPage,
            }),
          },
        ],
      },
      {
        path: 'guide',
        lazy: async () => ({ Component: (await import('../guide/GuidePage.tsx')).GuidePage }),
      },
      { path: '*', element: <Lost /> },
    ],
  },
]);
