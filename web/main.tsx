import './kit/storage.ts';
import '@fontsource-variable/atkinson-hyperlegible-next/wght.css';
import '@fontsource-variable/atkinson-hyperlegible-mono/wght.css';
import '@mantine/core/styles.css';
import '@mantine/spotlight/styles.css';
import './paper.css';
import { MantineProvider } from '@mantine/core';
import { QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router';
import { keepPages } from './api/kept-pages.ts';
import { startOutbox } from './api/outbox.ts';
import { queryClient, startRefetching } from './api/queries.ts';
import { router } from './shell/routes.tsx';
import { theme } from './theme.ts';

startRefetching();
void keepPages();
startOutbox();

const root = document.getElementById('root');
if (root)
  createRoot(root).render(
    <StrictMode>
      <MantineProvider theme={theme} defaultColorScheme="auto">
        <QueryClientProvider client={queryClient}>
          <RouterProvider router={router} />
        </QueryClientProvider>
      </MantineProvider>
    </StrictMode>,
  );
