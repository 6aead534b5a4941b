import { rmSync } from 'node:fs';
import { defineConfig } from 'vite';
import react from '@vitejs/plugin-react';
import tailwindcss from '@tailwindcss/vite';

// The stand by itself, one script and one style sheet with the fonts in them: for the file that is carried away and for
// phones in the room.
export default defineConfig({
  plugins: [
    react(),
    tailwindcss(),
    // Built first: nothing of an earlier build is left beside it.
    { name: 'begin-anew', buildStart: () => rmSync('dist', { recursive: true, force: true }) },
  ],
  publicDir: false,
  build: {
    outDir: 'dist/stand',
    assetsInlineLimit: 10_000_000,
    cssCodeSplit: false,
    target: 'es2022',
    chunkSizeWarningLimit: 2000,
    rollupOptions: {
      input: 'src/carry/main.tsx',
      output: {
        format: 'iife',
        entryFileNames: 'stand.js',
        assetFileNames: 'stand[extname]',
      },
    },
  },
});
