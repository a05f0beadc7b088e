import { constants, generateKeyPairSync, privateDecrypt } from 'node:crypto';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { dataFolder } from '../store';

const keys = new Map<string, { readonly open: string; readonly closed: string }>();

/** The keys with which PINs are sealed and opened: made at the first use, and kept beside the data file for its user alone. */
function sealingKeys(): { readonly open: string; readonly closed: string } {
  const folder = dataFolder();
  let pair = keys.get(folder);
  if (!pair) keys.set(folder, (pair = readOrMakeKeys(folder)));
  return pair;
}

function readOrMakeKeys(folder: string): { readonly open: string; readonly closed: string } {
  const file = join(folder, 'clock.key');
  mkdirSync(folder, { recursive: true });
  const made = generateKeyPairSync('rsa', {
    modulusLength: 2048,
    publicKeyEncoding: { type: 'spki', format: 'der' },
    privateKeyEncoding: { type: 'pkcs8', format: 'pem' },
  });
  try {
    const text = JSON.stringify({ open: made.publicKey.toString('base64'), closed: made.privateKey });
    writeFileSync(file, text, { flag: 'wx', mode: 0o600 });
  } catch (error) {
    if ((error as { code?: string }).code !== 'EEXIST') throw error;
  }
  return JSON.parse(readFileSync(file, 'utf8')) as { open: string; closed: string };
}

/** The public key with which a device seals a PIN, as SPKI in base 64. */
export function publicKey(): string {
  return sealingKeys().open;
}

/** A PIN that a device sealed; null: it was not sealed for here. */
export function openPin(text: string): string | null {
  try {
    const opened = privateDecrypt(
      { key: sealingKeys().closed, padding: constants.RSA_PKCS1_OAEP_PADDING, oaepHash: 'sha256' },
      Buffer.from(text, 'base64'),
    ).toString('utf8');
    return /^\d{1,12}$/.test(opened) ? opened : null;
  } catch {
    // Whatever else was sent in its place is no PIN, and the punch is kept as one that nobody has proven.
    return null;
  }
}
