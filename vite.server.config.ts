/** The server as it runs: built once, so that nothing learns TypeScript at a start or in a thread. */
import { defineConfig } from 'vite';

export default defineConfig({
  // Of many small files each: a thread or a process that begins reads them in one.
  ssr: { noExternal: ['zod', 'uuid'] },
  build: {
    ssr: true,
    target: 'node20',
    outDir: 'dist/server',
    emptyOutDir: true,
    copyPublicDir: false,
    rolldownOptions: {
      input: {
        start: 'server/start.ts',
        log: 'server/log.ts',
        'import-thread': 'server/formats/import-thread.ts',
        'package-thread': 'server/exchange/package-thread.ts',
        copies: 'server/backups/by-hand.ts',
        'care-thread': 'server/store/care-thread.ts',
        'picture-process': 'server/formats/picture-process.ts',
        'workbook-process': 'server/formats/workbook-process.ts',
        'look-process': 'server/store/look-process.ts',
        'gauge-driver': 'instruments/driver.ts',
        'demo-book': 'demo/prepare.ts',
        'stand-ins': 'demo/stand-ins.ts',
      },
      output: { entryFileNames: '[name].js', chunkFileNames: '[name]-[hash].js' },
    },
  },
});
