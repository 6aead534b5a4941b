import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { setNonce } from 'get-nonce';
import '@fontsource-variable/atkinson-hyperlegible-next';
import '@fontsource-variable/atkinson-hyperlegible-mono';
import './ui/styles.css';
import { App } from './screens/app';

// Radix and the chart editor add a style element of their own; the server's policy wants our nonce on it.
const nonce = document.querySelector<HTMLElement>('script[nonce], link[nonce], style[nonce]')?.nonce ?? '';
setNonce(nonce);

// After the first screen, so that it waits for nothing; pages that are not served securely have no such keeper.
const KEEP_AFTER_MS = 2500;
window.addEventListener('load', () => {
  if (!('serviceWorker' in navigator) || !navigator.serviceWorker) return;
  setTimeout(() => {
    void import('./screens/offline').then(({ keepOffline }) => keepOffline()).catch(() => undefined);
  }, KEEP_AFTER_MS);
});

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <App />
  </StrictMode>,
);
