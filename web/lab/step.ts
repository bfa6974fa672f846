import type { Step } from '../shell/step.ts';

export const labStep: Step = {
  name: 'Lab',
  frame: {
    path: 'lab',
    title: 'Lab',
    page: async () => (await import('./LabPage.tsx')).LabPage,
  },
  pages: [
    {
      path: 'lab',
      title: 'Lab',
      place: 'Instruments',
      page: async () => (await import('./InstrumentsPage.tsx')).InstrumentsPage,
      goTo: 'Lab: instruments',
    },
    {
      path: 'lab/instruments/:id',
      title: 'Instrument',
      page: async () => (await import('./InstrumentPage.tsx')).InstrumentPage,
    },
    {
      path: 'lab/protocols',
      title: 'Protocols',
      place: 'Protocols',
      page: async () => (await import('./ProtocolsPage.tsx')).ProtocolsPage,
      goTo: 'Lab: protocols',
    },
    {
      path: 'lab/protocols/:id',
      title: 'Protocol',
      page: async () => (await import('./ProtocolEditor.tsx')).ProtocolEditor,
    },
    {
      path: 'lab/protocols/:id/form',
      title: 'Blank form',
      page: async () => (await import('./BlankFormPage.tsx')).BlankFormPage,
    },
    {
      path: 'lab/quantities',
      title: 'Quantities',
      place: 'Quantities and steps',
      page: async () => (await import('./QuantitiesPage.tsx')).QuantitiesPage,
      goTo: 'Lab: quantities and steps',
    },
    {
      path: 'lab/uses',
      title: 'Uses',
      place: 'Uses',
      page: async () => (await import('./UsesPage.tsx')).UsesPage,
      goTo: 'Lab: uses',
    },
    {
      path: 'lab/tolerances',
      title: 'Tolerances',
      place: 'Tolerances',
      page: async () => (await import('./TolerancesPage.tsx')).TolerancesPage,
      goTo: 'Lab: tolerances',
    },
    {
      path: 'lab/people',
      title: 'People',
      place: 'People and sizes',
      page: async () => (await import('./PeoplePage.tsx')).PeoplePage,
      goTo: 'Lab: people and sizes',
    },
    {
      path: 'lab/wear',
      title: 'Looks and lives',
      place: 'Looks and lives',
      page: async () => (await import('./WearTermsPage.tsx')).WearTermsPage,
      goTo: 'Lab: looks and lives of worn pairs',
    },
    {
      path: 'lab/hall',
      title: 'The hall',
      place: 'The hall',
      page: async () => (await import('./HallPage.tsx')).HallPage,
      goTo: 'Lab: the hall, for phones of testers',
    },
    {
      path: 'lab/changes',
      title: 'Record of changes',
      place: 'Record of changes',
      page: async () => (await import('./ChangesPage.tsx')).ChangesPage,
      goTo: 'Lab: record of changes',
    },
    {
      path: 'lab/files',
      title: 'Files in and out',
      place: 'Files in and out',
      page: async () => (await import('./FilesPage.tsx')).FilesPage,
      goTo: 'Lab: files of readings and outings, in and out',
    },
  ],
};
