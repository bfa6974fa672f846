import react from '@vitejs/plugin-react';
import { defineConfig, type Plugin } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';
import { parsedMessages } from './scripts/messages-plugin.mjs';
import { runSource } from './scripts/source.mjs';

/**
 * Endpoints are said once, with the schemas of what they take. Pages get of them what the module of
 * addresses comes to, and no schema that no form of theirs uses.
 */
const addressesAsData: Plugin = {
  name: 'addresses-as-data',
  apply: 'build',
  async load(id) {
    if (!id.endsWith('/contract/addresses.ts')) return null;
    const { ADDRESSES } = await runSource('contract/addresses.ts');
    return `export const ADDRESSES = ${JSON.stringify(ADDRESSES)};`;
  },
};

/** Tables of limits without their texts: the pages use only the values. A module with functions stays whole. */
const limitsAsValues: Plugin = {
  name: 'limits-as-values',
  apply: 'build',
  async load(id) {
    const [, table] = /\/core\/limits\/([a-z]+-limits)[.]ts$/.exec(id) ?? [];
    if (table === undefined) return null;
    const exported = Object.entries(await runSource(`core/limits/${table}.ts`));
    if (exported.some(([, value]) => typeof value === 'function')) return null;
    const bare = (_key: string, value: unknown) =>
      typeof value === 'object' && value !== null && 'meaning' in value && 'value' in value
        ? { value: value.value }
        : value;
    return exported
      .map(([name, value]) => `export const ${name} = ${JSON.stringify(value, bare)};`)
      .join('\n');
  },
};

/** What is not shared by all: controls of forms, schemas, the words of uses and of parts. */
const WITH_THEIR_PAGES =
  /node_modules|Select[.]tsx|DataTable[.]tsx|UseField[.]tsx|shell[\\/](?:form|uses|address|PlaceLinks|TableLinks|PartLink)|[a-z]+-queries|printed-label|Document|WordBlocks|RungMark|EvidenceMark|match-drawing|Plot[.]|(?:LabPage|Studies|ReceivePage|Guide|GuidePage)[.]module|core[\\/](?:sheet|choose|practice|construction)|(?:core|web)[\\/](?:fit|wear)[\\/]|contract[\\/](?:fields|[a-z-]+-records)[.]ts|catalogue[\\/](?:construction|disciplines|protocol|shoe-parts|rules-of-uses|rules[\\/][a-z-]+|use-rule|sole-limits|part-cards|measuring-cards|glossary|schools)[.]ts/;
/** What opens over a page, and what forms take: no page needs it to be seen. */
const OVERLAYS =
  /node_modules[\\/](?:@floating-ui|klona|fast-deep-equal|@mantine[\\/](?:form|core[\\/]esm[\\/](?:components[\\/](?:Combobox|Menu|Modal|Overlay|Popover|ScrollArea|Select|Transition)|utils[\\/]Floating)))/;

export default defineConfig({
  root: 'web',
  define: {
    // What a browser keeps of the server's answers is read by the build that kept it, and no other.
    __EMVEX_BUILD__: JSON.stringify(process.env.EMVEX_BUILD ?? 'source'),
  },
  plugins: [
    react(),
    addressesAsData,
    limitsAsValues,
    parsedMessages,
    // Keeps the built pages in the browser, so that a reload while the server is away shows the bench.
    VitePWA({
      registerType: 'autoUpdate',
      injectRegister: null,
      manifest: false,
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,woff2}'],
        navigateFallback: null,
        cleanupOutdatedCaches: true,
        runtimeCaching: [
          {
            // The server's page where it answers, so that an update shows at once; else the kept one.
            urlPattern: ({ request }) => request.mode === 'navigate',
            handler: 'NetworkOnly',
            options: { precacheFallback: { fallbackURL: 'index.html' } },
          },
        ],
      },
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
            // Schemas come with the first form, never before.
            {
              name: 'forms',
              test: /node_modules[\\/](?:zod|mantine-form-zod-resolver)[\\/]/,
              minShareCount: 2,
              priority: 4,
            },
            // What all controls stand on; else it would come with what opens over a page.
            {
              name: 'base',
              test: /node_modules[\\/]@mantine[\\/](?:core[\\/]esm[\\/](?:core|utils[\\/](?!Floating))|hooks)/,
              minShareCount: 2,
              priority: 3,
            },
            {
              name: 'controls',
              test: (id: string) =>
                /node_modules[\\/]@mantine[\\/](?!form)/.test(id) && !OVERLAYS.test(id),
              minShareCount: 10,
              priority: 2,
            },
            { name: 'overlays', test: OVERLAYS, minShareCount: 2, priority: 1 },
            // Schemas, and the words of uses and parts, come with the pages that read them.
            {
              name: 'shared',
              test: (id: string) =>
                /[\\/](?:core|contract|web)[\\/]/.test(id) && !WITH_THEIR_PAGES.test(id),
              minShareCount: 6,
            },
          ],
        },
      },
    },
  },
  server: { host: '127.0.0.1' },
});
