import { type DBSchema, openDB } from 'idb';
import type { KeptPunches } from '@/server/clock/device-schema';

/** A punch that a device keeps until the server has it; `name`: as the device shows it. */
export type KeptPunch = KeptPunches['punches'][number] & {
  readonly name: string;
  /** The server could not tell whose it is. */
  readonly isRefused?: boolean;
};

interface Store extends DBSchema {
  punches: { key: string; value: KeptPunch };
}

function open() {
  return openDB<Store>('vicenda-clock', 1, {
    upgrade: (db) => {
      db.createObjectStore('punches', { keyPath: 'id' });
    },
  });
}

/** All that waits, in the order of its time. */
export async function keptPunches(): Promise<KeptPunch[]> {
  const all = await (await open()).getAll('punches');
  return all.sort((a, b) => a.at - b.at);
}

/** Keeps a punch that is made now until it is sent. Returns when it was, by the clock of the device in milliseconds since 1970. */
export async function keepPunch(punch: Omit<KeptPunch, 'at'>): Promise<number> {
  const at = Date.now();
  await (await open()).put('punches', { ...punch, at });
  return at;
}

/** Whether a PIN can be sealed here: browsers do it only on pages that came by HTTPS or from this machine. */
export function canSeal(): boolean {
  return typeof crypto !== 'undefined' && crypto.subtle !== undefined;
}

/** Seals a PIN for the server alone: RSA-OAEP with SHA-256, in base 64. */
export async function sealPin(pin: string, key: string): Promise<string> {
  const bytes = Uint8Array.from(atob(key), (sign) => sign.charCodeAt(0));
  const algorithm = { name: 'RSA-OAEP', hash: 'SHA-256' };
  const imported = await crypto.subtle.importKey('spki', bytes, algorithm, false, ['encrypt']);
  const sealed = await crypto.subtle.encrypt(algorithm, imported, new TextEncoder().encode(pin));
  return btoa(String.fromCharCode(...new Uint8Array(sealed)));
}

/** Sends what waits, and forgets what the server has. Returns how many still wait. */
export async function sendKept(): Promise<number> {
  const waiting = (await keptPunches()).filter(({ isRefused }) => !isRefused).slice(0, 200);
  if (waiting.length > 0) {
    const punches = waiting.map(({ name: _name, isRefused: _refused, ...punch }) => punch);
    const response = await fetch('/api/clock/kept', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ deviceNow: Date.now(), punches }),
    });
    if (response.ok) {
      const { taken, wrong } = (await response.json()) as { taken: string[]; wrong: string[] };
      const db = await open();
      for (const id of taken) await db.delete('punches', id);
      for (const punch of waiting)
        if (wrong.includes(punch.id)) await db.put('punches', { ...punch, isRefused: true });
    }
  }
  return (await keptPunches()).length;
}
