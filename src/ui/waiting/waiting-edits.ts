import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { Change } from '@/core/plan/change';
import type { Problem } from '@/core/plan/problem';

/** An edit of a plan that the server has not kept yet, as the browser keeps it over reloads. */
export interface WaitingEdit {
  readonly id: string;
  /** In which order edits were made, in all tabs. */
  readonly order: number;
  /** The address of the plan it belongs to. */
  readonly address: string;
  readonly days: number;
  /** The version of the site that it was made on. */
  readonly base: number;
  /** With the values they were made on. */
  readonly changes: readonly Change[];
  readonly confirmed: boolean;
  /** The account of whoever made it: nobody else's session sends it. */
  readonly who?: string;
  /** Why the server did not take it; null: it has not answered yet. */
  readonly refused: Problem | null;
}

interface Schema extends DBSchema {
  edits: { key: string; value: WaitingEdit };
}

const STORE = 'edits';
let opened: Promise<IDBPDatabase<Schema> | null> | null = null;
/** What waits where the browser keeps nothing: it lives as long as the page. */
const inPage = new Map<string, WaitingEdit>();
let lastOrder = 0;

function storage(): Promise<IDBPDatabase<Schema> | null> {
  opened ??=
    typeof indexedDB === 'undefined'
      ? Promise.resolve(null)
      : openDB<Schema>('vicenda', 1, {
          upgrade: (database) => void database.createObjectStore(STORE, { keyPath: 'id' }),
        }).catch(() => null);
  return opened;
}

/** Keeps an edit until it is answered. Its place in the order is given here. */
export async function keepEdit(edit: Omit<WaitingEdit, 'order' | 'refused'>): Promise<void> {
  // Tabs count by the clock, and one tab never twice the same.
  lastOrder = Math.max(lastOrder + 0.001, Date.now());
  const kept: WaitingEdit = { ...edit, order: lastOrder, refused: null };
  const database = await storage();
  if (database) await database.put(STORE, kept);
  else inPage.set(kept.id, kept);
  announce({ kind: 'changed' });
}

/** Takes an edit out: it was kept by the server, or given up. */
export async function dropEdit(id: string): Promise<void> {
  const database = await storage();
  if (database) await database.delete(STORE, id);
  else inPage.delete(id);
  announce({ kind: 'changed' });
}

/** Notes that the server did not take an edit, and why; it waits to be looked at. */
export async function refuseEdit(edit: WaitingEdit, refused: Problem): Promise<void> {
  const database = await storage();
  if (database) await database.put(STORE, { ...edit, refused });
  else inPage.set(edit.id, { ...edit, refused });
  announce({ kind: 'changed' });
}

/** Everything that waits in this browser, in the order in which it was made. */
export async function waitingEdits(): Promise<WaitingEdit[]> {
  const database = await storage();
  const all = database ? await database.getAll(STORE) : [...inPage.values()];
  return all.sort((a, b) => a.order - b.order);
}

/** What tabs tell each other. */
export type Announcement =
  { readonly kind: 'changed' } | { readonly kind: 'answered'; readonly id: string; readonly answer: unknown };

const NAME = 'vicenda waiting edits';
const listeners = new Set<(announcement: Announcement) => void>();
/** Open as long as somebody listens here. */
let channel: BroadcastChannel | null = null;

function hear(announcement: Announcement): void {
  for (const listener of listeners) listener(announcement);
}

/** Tells every tab, this one too. */
export function announce(announcement: Announcement): void {
  if (channel) channel.postMessage(announcement);
  else if (typeof BroadcastChannel !== 'undefined') {
    const once = new BroadcastChannel(NAME);
    once.postMessage(announcement);
    once.close();
  }
  hear(announcement);
}

/** Hears what happens to waiting edits in any tab. Returns how to stop. */
export function onWaiting(listener: (announcement: Announcement) => void): () => void {
  if (!channel && typeof BroadcastChannel !== 'undefined') {
    channel = new BroadcastChannel(NAME);
    channel.onmessage = (event: MessageEvent<Announcement>) => hear(event.data);
  }
  listeners.add(listener);
  return () => {
    listeners.delete(listener);
    if (listeners.size > 0) return;
    channel?.close();
    channel = null;
  };
}
