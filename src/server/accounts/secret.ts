import { createHmac, randomBytes, timingSafeEqual } from 'node:crypto';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { dataFolder } from '../store';

const known = new Map<string, string>();

/** What signs cookies and makes codes: made at the first start, and kept beside the data file for its user alone. */
export function secret(): string {
  const folder = dataFolder();
  let text = known.get(folder);
  if (text === undefined) known.set(folder, (text = readOrMake(folder)));
  return text;
}

function readOrMake(folder: string): string {
  const file = join(folder, 'secret.key');
  mkdirSync(folder, { recursive: true });
  try {
    // Only one of two processes that start at once makes it.
    writeFileSync(file, randomBytes(32).toString('base64url'), { flag: 'wx', mode: 0o600 });
  } catch (error) {
    if ((error as { code?: string }).code !== 'EEXIST') throw error;
  }
  const text = readFileSync(file, 'utf8').trim();
  if (text.length < 32) throw new Error(`${file} is broken: it holds no secret. Restore it, or remove it.`);
  return text;
}

/** A digest that nobody makes without the secret, of text that says what it is for. */
export function sealOf(text: string): Buffer {
  return createHmac('sha256', secret()).update(text).digest();
}

/** Whether what somebody gave is what only the secret makes, told in the same time however much of it is right. */
export function isSealed(given: string, wanted: string): boolean {
  const [said, own] = [Buffer.from(given), Buffer.from(wanted)];
  return said.length === own.length && timingSafeEqual(said, own);
}
