/** The page of testers on the network: built by itself, so that it carries nothing of the bench. */
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';
import { parsedMessages } from './scripts/messages-plugin.mjs';

export default defineConfig({
  root: 'web/hall',
  plugins: [
    react(),
    parsedMessages,
    VitePWA({
      registerType: 'autoUpdate',
      injectRegister: null,
      manifest: {
        name: 'Outings',
        short_name: 'Outings',
        description: 'Outings in pairs under test',
        start_url: '/',
        display: 'standalone',
        background_color: '#f4f1e8',
        theme_color: '#f4f1e8',
        icons: [{ src: '/icon.svg', sizes: 'any', type: 'image/svg+xml' }],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,woff2}'],
        navigateFallback: '/index.html',
        cleanupOutdatedCaches: true,
      },
    }),
  ],
  build: { outDir: '../../dist/hall', emptyOutDir: true, chunkSizeWarningLimit: 700 },
  server: { host: '127.0.0.1' },
});
