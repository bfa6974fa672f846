import { createBrowserRouter, type LoaderFunctionArgs } from 'react-router';
import { fetchFrame, fetchPair } from '../api/queries.ts';
import { FailedPage, UnknownAddress } from './Lost.tsx';
import { type PageHandle, Shell } from './Shell.tsx';

/** The loader of the steps of a pair. */
const fetchStep = ({ params }: LoaderFunctionArgs) => {
  fetchPair(params.tag);
  return null;
};

const called = (title: string): { handle: PageHandle } => ({ handle: { title } });

export const router = createBrowserRouter([
  {
    path: '/',
    element: <Shell />,
    errorElement: <FailedPage />,
    hydrateFallbackElement: <div />,
    // Records are asked for beside the code that shows them, not after it.
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
            ...called('Bench'),
            lazy: async () => ({ Component: (await import('./Home.tsx')).Home }),
          },
          {
            path: 'receive',
            ...called('Receive a pair'),
            lazy: async () => ({
              Component: (await import('../receive/ReceivePage.tsx')).ReceivePage,
            }),
          },
          {
            path: 'pairs/:tag/receive',
            ...called(':tag, received'),
            loader: fetchStep,
            lazy: async () => ({
              Component: (await import('../receive/PairRecordPage.tsx')).PairRecordPage,
            }),
          },
          {
            path: 'pairs/:tag/match',
            ...called(':tag, match'),
            loader: fetchStep,
            lazy: async () => ({ Component: (await import('../match/MatchPage.tsx')).MatchPage }),
          },
          {
            path: 'pairs/:tag/return-note',
            ...called(':tag, return note'),
            lazy: async () => ({
              Component: (await import('../match/ReturnNotePage.tsx')).ReturnNotePage,
            }),
          },
          {
            path: 'pairs/:tag/measure',
            ...called(':tag, measure'),
            loader: fetchStep,
            lazy: async () => ({
              Component: (await import('../measure/MeasurePage.tsx')).MeasurePage,
            }),
          },
          {
            path: 'compare',
            ...called('Compare'),
            lazy: async () => ({
              Component: (await import('../compare/ComparePage.tsx')).ComparePage,
            }),
          },
          {
            path: 'sheets',
            ...called('Sheets'),
            lazy: async () => ({
              Component: (await import('../sheets/SheetsPage.tsx')).SheetsPage,
            }),
          },
          {
            path: 'sheets/:edition',
            ...called('Sheet of :edition'),
            lazy: async () => ({ Component: (await import('../sheets/SheetPage.tsx')).SheetPage }),
          },
          {
            path: 'lab',
            ...called('Lab'),
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
                ...called('Instrument'),
                lazy: async () => ({
                  Component: (await import('../lab/InstrumentPage.tsx')).InstrumentPage,
                }),
              },
              {
                path: 'protocols',
                ...called('Protocols'),
                lazy: async () => ({
                  Component: (await import('../lab/ProtocolsPage.tsx')).ProtocolsPage,
                }),
              },
              {
                path: 'protocols/:id',
                ...called('Protocol'),
                lazy: async () => ({
                  Component: (await import('../lab/ProtocolEditor.tsx')).ProtocolEditor,
                }),
              },
              {
                path: 'quantities',
                ...called('Quantities'),
                lazy: async () => ({
                  Component: (await import('../lab/QuantitiesPage.tsx')).QuantitiesPage,
                }),
              },
              {
                path: 'tolerances',
                ...called('Tolerances'),
                lazy: async () => ({
                  Component: (await import('../lab/TolerancesPage.tsx')).TolerancesPage,
                }),
              },
              {
                path: 'people',
                ...called('People'),
                lazy: async () => ({
                  Component: (await import('../lab/PeoplePage.tsx')).PeoplePage,
                }),
              },
              {
                path: 'files',
                ...called('Readings in and out'),
                lazy: async () => ({ Component: (await import('../lab/FilesPage.tsx')).FilesPage }),
              },
            ],
          },
          {
            path: 'studies',
            ...called('Pair to pair'),
            lazy: async () => ({
              Component: (await import('../studies/StudiesPage.tsx')).StudiesPage,
            }),
            children: [
              {
                index: true,
                lazy: async () => ({
                  Component: (await import('../studies/PairStudyPage.tsx')).PairStudyPage,
                }),
              },
              {
                path: 'sides',
                ...called('Left and right'),
                lazy: async () => ({
                  Component: (await import('../studies/SidesPage.tsx')).SidesPage,
                }),
              },
              {
                path: 'gauges',
                ...called('Gauge studies'),
                lazy: async () => ({
                  Component: (await import('../studies/GaugesPage.tsx')).GaugesPage,
                }),
              },
              {
                path: 'gauges/:id',
                ...called('Gauge study'),
                lazy: async () => ({
                  Component: (await import('../studies/GaugeStudyPage.tsx')).GaugeStudyPage,
                }),
              },
              {
                path: 'methods',
                ...called('Two methods'),
                lazy: async () => ({
                  Component: (await import('../studies/MethodsPage.tsx')).MethodsPage,
                }),
              },
              {
                path: 'planner',
                ...called('Planner'),
                lazy: async () => ({
                  Component: (await import('../studies/PlannerPage.tsx')).PlannerPage,
                }),
              },
            ],
          },
          {
            path: 'guide',
            ...called('Guide'),
            lazy: async () => ({ Component: (await import('../guide/GuidePage.tsx')).GuidePage }),
          },
          { path: '*', ...called('Nothing here'), element: <UnknownAddress /> },
        ],
      },
    ],
  },
]);
