import { defineConfig } from 'vite';
import react from '@vitejs/plugin-react';
import tailwindcss from '@tailwindcss/vite';

// The nonce placeholder is replaced per response by the server (see server/app.ts).
export default defineConfig({
  plugins: [react(), tailwindcss()],
  html: { cspNonce: '__CSP_NONCE__' },
  build: {
    outDir: 'dist',
    assetsInlineLimit: 0,
    target: 'es2023',
    chunkSizeWarningLimit: 600,
    manifest: true,
  },
  worker: { format: 'es' },
});
