import '../kit/storage.ts';
import '@fontsource-variable/atkinson-hyperlegible-next/wght.css';
import '@fontsource-variable/atkinson-hyperlegible-mono/wght.css';
import '@mantine/core/styles.css';
import '../paper.css';
import './hall.css';
import { MantineProvider } from '@mantine/core';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { theme } from '../theme.ts';
import { HallPage } from './HallPage.tsx';
import { startSending } from './hall-outbox.ts';

startSending();
// Another link that is followed while the page is open is another tester's page.
window.addEventListener('hashchange', () => location.reload());

// Over TLS the page opens without a connection; a browser that forbids it asks the bench each time.
if (import.meta.env.PROD && 'serviceWorker' in navigator && window.isSecureContext)
  navigator.serviceWorker.register('/sw.js').catch(() => undefined);

const root = document.getElementById('root');
if (root)
  createRoot(root).render(
    <StrictMode>
      <MantineProvider theme={theme} defaultColorScheme="auto">
        <HallPage />
      </MantineProvider>
    </StrictMode>,
  );
