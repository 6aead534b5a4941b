import { defineConfig } from 'vite';
import react from '@vitejs/plugin-react';
import tailwindcss from '@tailwindcss/vite';
import { VitePWA } from 'vite-plugin-pwa';

// The nonce placeholder is replaced per response by the server (see server/app.ts).
export default defineConfig({
  plugins: [
    react(),
    tailwindcss(),
    // Everything is kept at the first visit, so that it works without the server; a new version waits until it is taken
    // (see src/screens/offline.ts).
    VitePWA({
      registerType: 'prompt',
      injectRegister: false,
      manifest: {
        name: 'Orchestron',
        short_name: 'Orchestron',
        description: 'Split rock song parts between two guitars and bass.',
        id: '/',
        start_url: '/',
        display: 'standalone',
        background_color: '#f3eee2',
        theme_color: '#1d1a16',
        icons: [{ src: '/icon.svg', sizes: 'any', type: 'image/svg+xml', purpose: 'any' }],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,woff2,webmanifest}'],
        navigateFallback: '/index.html',
        clientsClaim: true,
        cleanupOutdatedCaches: true,
        maximumFileSizeToCacheInBytes: 8_000_000,
        // Hashed names need no question mark behind them.
        dontCacheBustURLsMatching: /^assets\//,
        sourcemap: false,
      },
    }),
  ],
  html: { cspNonce: '__CSP_NONCE__' },
  build: {
    outDir: 'dist',
    // The stand is in it already (see vite.stand.config.ts), to be kept with the rest.
    emptyOutDir: false,
    assetsInlineLimit: 0,
    target: 'es2023',
    chunkSizeWarningLimit: 600,
    manifest: true,
  },
  worker: { format: 'es' },
});
