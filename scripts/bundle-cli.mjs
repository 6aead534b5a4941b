/**
 * Makes one file of the command line (dist-cli/orchestron.js), so that it starts at once. Runs at install, and when
 * sources are newer than the file (see bin/orchestron.mjs).
 */
import { fileURLToPath } from 'node:url';
import { build } from 'vite';

const root = fileURLToPath(new URL('..', import.meta.url));

await build({
  root,
  configFile: false,
  // The CommonJS packages in it are warned about for ways of loading them that are not taken.
  logLevel: 'error',
  publicDir: false,
  ssr: { noExternal: true },
  build: {
    ssr: 'cli/main.ts',
    outDir: 'dist-cli',
    emptyOutDir: true,
    target: 'node20',
    minify: false,
    chunkSizeWarningLimit: 4000,
    rollupOptions: { output: { entryFileNames: 'orchestron.js', chunkFileNames: '[name].js' } },
  },
});
