import { constants } from 'node:zlib';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { compression, defineAlgorithm } from 'vite-plugin-compression2';

export default defineConfig({
  root: 'web',
  plugins: [
    react(),
    // Packed once as small as it goes; packing at each request would be quick, and a seventh larger.
    compression({
      algorithms: [
        defineAlgorithm('brotliCompress', {
          params: { [constants.BROTLI_PARAM_QUALITY]: constants.BROTLI_MAX_QUALITY },
        }),
      ],
      include: /\.(?:js|css)$/,
      logLevel: 'silent',
    }),
  ],
  build: {
    outDir: '../dist/web',
    emptyOutDir: true,
    chunkSizeWarningLimit: 700,
    rolldownOptions: {
      output: {
        // What most pages share comes in two files; by itself it would be thirty of some hundred bytes.
        codeSplitting: {
          groups: [
            { name: 'controls', test: /node_modules[\\/]@mantine/, minShareCount: 10 },
            {
              name: 'shared',
              test: /^(?!.*node_modules).*[\\/](?:core|contract|web)[\\/]/,
              minShareCount: 6,
            },
          ],
        },
      },
    },
  },
  server: { host: '127.0.0.1' },
});
