import { randomBytes, randomInt, randomUUID, scrypt, timingSafeEqual } from 'node:crypto';
import { promisify } from 'node:util';
import { type Problem, type Result, fail } from '@/core/plan/problem';
import { counted, formatCount } from '@/core/time/format';
import { keepActivity, sealed } from '@/data/activity/activity-store';
import type { Database } from '@/data/database';
import { amongTexts } from '@/data/records/lines';
import { inTransaction } from '@/data/transaction';
import type { Actor } from '../access/actor';
import { checkScope } from '../access/permissions';
import { sealOf } from '../accounts/secret';
import { now, timestamp } from '../now';

type Refusal = { readonly ok: false; readonly problem: Problem };

/** How much work a guess is: a few hundredths of a second. */
const COST = { N: 16_384, r: 8, p: 1 } as const;
const LENGTH = 32;
const slowly = promisify<string, Buffer, number, typeof COST, Buffer>(scrypt);

/** After so many wrong ones in a row nobody can try for somebody for a while, which doubles from then on, in milliseconds. */
const [FREE_TRIES, FIRST_WAIT, LONGEST_WAIT] = [5, 60_000, 3_600_000];

/** Why something cannot be a PIN; null: it can. */
export function pinFault(pin: string): string | null {
  if (!/^\d{4,8}$/.test(pin)) return 'a PIN is 4 to 8 figures';
  return /^(\d)\1*$/.test(pin) ? 'choose a PIN of different figures' : null;
}

async function hashOf(pin: string, salt = randomBytes(16)): Promise<string> {
  const hash = await slowly(pin, salt, LENGTH, COST);
  return `${salt.toString('base64url')}.${hash.toString('base64url')}`;
}

async function isPin(pin: string, hash: string): Promise<boolean> {
  const [salt, known] = hash.split('.').map((part) => Buffer.from(part, 'base64url'));
  return timingSafeEqual(await slowly(pin, salt, LENGTH, COST), known);
}

/** By which two PINs alike are found: nobody makes it without the secret beside the data. */
export function keyedPin(pin: string): string {
  return sealOf(`pin ${pin}`).toString('base64url');
}

/** Sets somebody's PIN. False: somebody has it. */
async function setPin(db: Database, person: string, pin: string): Promise<boolean> {
  const keyed = keyedPin(pin);
  const taken = await db
    .selectFrom('person_pin')
    .select('person_id')
    .where('keyed', '=', keyed)
    .where('person_id', '!=', person)
    .executeTakeFirst();
  if (taken) return false;
  const row = {
    hash: await hashOf(pin),
    keyed,
    digits: pin.length,
    set_at: timestamp(),
    tries: 0,
    locked_until: null,
  };
  await inTransaction(db, (trx) =>
    trx
      .insertInto('person_pin')
      .values({ person_id: person, ...row })
      .onConflict((conflict) => conflict.column('person_id').doUpdateSet(row))
      .execute(),
  );
  return true;
}

/** Which people are to have a PIN made: at random, or of the last figures of their phone where those are nobody else's. */
export interface PinOrder {
  readonly site: string;
  readonly people: readonly string[];
  readonly how: 'random' | 'phone';
  readonly digits: number;
}

/** PINs as they are told once: they stand nowhere. */
export interface MadePins {
  readonly made: readonly { readonly name: string; readonly number: string | null; readonly pin: string }[];
  /** Who got none, and why. */
  readonly left: readonly { readonly name: string; readonly why: string }[];
}

/** How often another random PIN is tried before somebody is left without. */
const MOST_TRIES = 50;

/** Makes PINs for some people of a site, and tells them this once. */
export async function makePins(
  db: Database,
  actor: Actor,
  { site, people, how, digits }: PinOrder,
): Promise<Result<{ pins: MadePins }>> {
  const refused = await checkScope(db, actor, 'people.change', { people });
  if (refused) return refused;
  const rows = await db
    .selectFrom('person')
    .select(['id', 'name', 'number', 'phone'])
    .where('id', 'in', amongTexts(people))
    .orderBy('name')
    .execute();
  const made: { name: string; number: string | null; pin: string }[] = [];
  const left: { name: string; why: string }[] = [];
  const endings = rows.map(({ phone }) => endingOf(phone, digits));
  for (const [i, { id, name, number }] of rows.entries()) {
    if (how === 'phone') {
      const pin = endings[i];
      const why =
        pin === null
          ? `has no phone number of ${digits} figures`
          : endings.filter((one) => one === pin).length > 1
            ? 'has the same last figures as somebody else'
            : pinFault(pin);
      if (why !== null) left.push({ name, why });
      else if (await setPin(db, id, pin!)) made.push({ name, number, pin: pin! });
      else left.push({ name, why: 'somebody has this PIN' });
      continue;
    }
    const pin = await randomPin(db, id, digits);
    if (pin === null) left.push({ name, why: `there are too few PINs of ${digits} figures left` });
    else made.push({ name, number, pin });
  }
  if (made.length > 0)
    await logPins(
      db,
      actor,
      `PINs for ${made.length === 1 ? made[0].name : counted(made.length, 'person', 'people')}`,
      site,
      rows.filter(({ name }) => made.some((one) => one.name === name)).map(({ id }) => id),
    );
  return { ok: true, pins: { made, left } };
}

async function randomPin(db: Database, person: string, digits: number): Promise<string | null> {
  for (let i = 0; i < MOST_TRIES; i++) {
    const pin = String(randomInt(10 ** digits)).padStart(digits, '0');
    if (pinFault(pin) === null && (await setPin(db, person, pin))) return pin;
  }
  return null;
}

function endingOf(phone: string | null, digits: number): string | null {
  const figures = (phone ?? '').replace(/\D/g, '');
  return figures.length < digits ? null : figures.slice(-digits);
}

/** Sets one's own PIN. */
export async function setOwnPin(db: Database, actor: Actor, pin: string): Promise<Result<object>> {
  if (actor.person === null) return fail('forbidden', 'this account belongs to nobody who works here');
  const fault = pinFault(pin);
  if (fault !== null) return fail('input', fault, 'pin');
  if (!(await setPin(db, actor.person, pin)))
    return fail('taken', 'this one cannot be used; choose another', 'pin');
  await logPins(db, actor, 'A PIN of one’s own', null, [actor.person]);
  return { ok: true };
}

/** Says in the log that PINs were set, and not which. */
async function logPins(
  db: Database,
  actor: Actor,
  title: string,
  site: string | null,
  people: readonly string[],
): Promise<void> {
  const activity = await sealed(
    {
      ...{ id: randomUUID(), at: timestamp(), actor: actor.id, kind: 'clock.pins', title },
      ...{ request: null, undoes: null, rows: [], shifts: [] },
    },
    true,
  );
  const subjects = [
    ...(site === null ? [] : [{ kind: 'site' as const, id: site }]),
    ...people.map((id) => ({ kind: 'person' as const, id })),
  ];
  await inTransaction(db, (trx) => keepActivity(trx, activity, subjects, []));
}

/**
 * Null where a PIN is somebody's; else why it is not taken. Wrong ones in a row make everybody wait who tries for the same person,
 * longer each time.
 */
export async function checkPin(db: Database, person: string, pin: string): Promise<Refusal | null> {
  const row = await db
    .selectFrom('person_pin')
    .selectAll()
    .where('person_id', '=', person)
    .executeTakeFirst();
  if (!row) {
    // As slow as for somebody who has one.
    await hashOf(pin);
    return WRONG;
  }
  const wait = waitOf(row.locked_until);
  if (wait) return wait;
  if (await isPin(pin, row.hash)) {
    if (row.tries > 0)
      await inTransaction(db, (trx) =>
        trx
          .updateTable('person_pin')
          .set({ tries: 0, locked_until: null })
          .where('person_id', '=', person)
          .execute(),
      );
    return null;
  }
  await inTransaction(db, (trx) =>
    trx
      .updateTable('person_pin')
      .set((column) => ({ tries: column('tries', '+', 1) }))
      .where('person_id', '=', person)
      .execute(),
  );
  const { tries } = (await loadPin(db, person))!;
  const locked_until = lockedUntil(tries, FREE_TRIES);
  if (locked_until !== null)
    await inTransaction(db, (trx) =>
      trx.updateTable('person_pin').set({ locked_until }).where('person_id', '=', person).execute(),
    );
  return WRONG;
}

export const WRONG = fail('pin', 'this is not the PIN of this person', 'pin');

function loadPin(db: Database, person: string) {
  return db.selectFrom('person_pin').select('tries').where('person_id', '=', person).executeTakeFirst();
}

/** Until when nobody can try after so many wrong ones in a row; null: one can. */
export function lockedUntil(tries: number, free: number): string | null {
  if (tries < free) return null;
  return timestamp(Math.min(LONGEST_WAIT, FIRST_WAIT * 2 ** (tries - free)));
}

/** Null where one can try; else for how long one has to wait. */
export function waitOf(until: string | null): Refusal | null {
  const left = until === null ? 0 : Date.parse(until) - now();
  if (left <= 0) return null;
  const minutes = Math.ceil(left / 60_000);
  return fail('wait', `too many wrong PINs: try again in ${formatCount(minutes)} min`, 'pin');
}

/** Which of some people have a PIN. */
export async function peopleWithPin(db: Database, people: readonly string[]): Promise<Set<string>> {
  const rows = await db
    .selectFrom('person_pin')
    .select('person_id')
    .where('person_id', 'in', amongTexts(people))
    .execute();
  return new Set(rows.map(({ person_id: id }) => id));
}

/** Whose PIN something is among some people; null: nobody's. By the keyed hash alone: the slow one is looked at besides. */
export async function personOfPin(
  db: Database,
  pin: string,
  among: ReadonlySet<string>,
): Promise<string | null> {
  const row = await db
    .selectFrom('person_pin')
    .select('person_id')
    .where('keyed', '=', keyedPin(pin))
    .executeTakeFirst();
  return row && among.has(row.person_id) ? row.person_id : null;
}
