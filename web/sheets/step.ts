import { labelSlug } from '#core/sizing/size-label.ts';
import type { Step } from '../shell/step.ts';

export const sheetsStep: Step = {
  name: 'Sheets',
  stands: ({ row }) =>
    row
      ? {
          to: `/sheets/${row.editionSlug}?label=${labelSlug(row.label)}`,
          words: row.readings > 0 ? 'has figures' : 'none yet',
        }
      : { to: '/sheets', words: 'all' },
  pages: [
    {
      path: 'sheets',
      title: 'Sheets',
      page: async () => (await import('./SheetsPage.tsx')).SheetsPage,
      goTo: 'Sheets',
    },
    {
      path: 'sheets/:edition',
      title: 'Sheet of :edition',
      page: async () => (await import('./SheetPage.tsx')).SheetPage,
    },
    {
      path: 'issued/:id',
      title: 'Issued sheet',
      page: async () => (await import('./IssuedSheetPage.tsx')).IssuedSheetPage,
    },
  ],
};
