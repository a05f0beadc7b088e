import type { LiveEvent } from '@/server/live/payload';

type Hear = (event: LiveEvent | { readonly kind: 'open' }) => void;

const NAME = 'vicenda live';
/** How long a page is left alone before it is connected, in milliseconds. */
const START_MS = 1000;
const hearers = new Set<Hear>();
let started = false;
/** Whether what this tab or another one hears is passed on here. */
let isHearing = false;

/**
 * Hears what others do as it happens; `open`: from now on, for the first time or again. Something may have been missed
 * before it, so whoever hears it looks.
 * Returns what ends the hearing. One tab of the browser is connected, and tells the others.
 */
export function onLive(hear: Hear): () => void {
  hearers.add(hear);
  if (isHearing) hear({ kind: 'open' });
  if (!started) {
    started = true;
    // Not before the first picture: nobody misses a second of what others do.
    setTimeout(connect, START_MS);
  }
  return () => hearers.delete(hear);
}

function connect(): void {
  const channel = new BroadcastChannel(NAME);
  channel.onmessage = ({ data }: MessageEvent<Parameters<Hear>[0]>) => tell(data);
  const say: Hear = (event) => {
    tell(event);
    channel.postMessage(event);
  };
  const listen = () => {
    const open = () => {
      const source = new EventSource('/api/live');
      source.onopen = () => {
        isHearing = true;
        say({ kind: 'open' });
      };
      source.onmessage = ({ data }: MessageEvent<string>) => say(JSON.parse(data) as LiveEvent);
      // It comes back by itself, unless the server refused it: then it may have been restarting, or one is signed out.
      source.onerror = () => {
        if (source.readyState === EventSource.CLOSED) setTimeout(open, 5000);
      };
    };
    open();
    // Held for as long as the tab is there; then the next in line takes over.
    return new Promise<never>(() => {});
  };
  // Where a page is not secure there are no locks between tabs: then each has a connection of its own.
  if (!navigator.locks) return void listen();
  void navigator.locks.request(NAME, { ifAvailable: true }, (lock) => {
    if (lock) return listen();
    isHearing = true;
    tell({ kind: 'open' });
    return void navigator.locks.request(NAME, listen);
  });
}

function tell(event: Parameters<Hear>[0]): void {
  for (const hear of [...hearers]) hear(event);
}
