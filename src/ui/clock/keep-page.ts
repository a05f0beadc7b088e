import { keepFiles } from '../staff/use-service-worker';

/** Keeps the clock at the door and the files it needs, so that a device can be started anew without a connection. */
export async function keepPage(): Promise<void> {
  if (!('serviceWorker' in navigator) || !('caches' in globalThis)) return;
  await navigator.serviceWorker.ready;
  const pages = await caches.open('vicenda clock');
  // What cannot be had now is tried again when the page is opened the next time.
  await Promise.allSettled([pages.add('/clock'), keepFiles()]);
}
