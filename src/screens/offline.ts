import { Workbox } from 'workbox-window';
import { useUpdate } from './update';

/** How often a page that stays open asks whether there is a newer version, at most. */
const ASK_MS = 3_600_000;

/**
 * Keeps the whole application in the browser, so that it opens and works without the server. A newer version is fetched
 * beside it and waits: it is offered (see update.tsx) and taken when somebody says so.
 */
export async function keepOffline(): Promise<void> {
  const keeper = new Workbox('/sw.js');
  const offer = () =>
    useUpdate.setState({
      take: async () => {
        keeper.addEventListener('controlling', () => window.location.reload());
        keeper.messageSkipWaiting();
      },
    });
  keeper.addEventListener('waiting', offer);
  // Another tab took the newer version: the parts this page would still load are gone with the old one.
  keeper.addEventListener('controlling', (event) => {
    if (event.isUpdate && event.isExternal)
      useUpdate.setState({ take: async () => window.location.reload() });
  });
  await keeper.register();
  let asked = Date.now();
  document.addEventListener('visibilitychange', () => {
    if (document.visibilityState !== 'visible' || Date.now() - asked < ASK_MS) return;
    asked = Date.now();
    void keeper.update().catch(() => undefined);
  });
}
