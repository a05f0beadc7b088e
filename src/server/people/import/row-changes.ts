import type { RowChange } from '@/data/records/records';
import type { Writing } from '../people-effect';
import type { Day } from '@/core/time/day';
import { randomUUID } from 'node:crypto';
import type { PersonDraft, VersionDraft } from '../payload';
import { shown } from './read-rows';

/** What taking a file would write. */
export interface ImportWriting {
  readonly writings: readonly Writing[];
  /** Roles, sites and own fields made in the same step. */
  readonly rows: readonly RowChange[];
  readonly made: readonly string[];
}

/** Base pay as the row says: the rate that counts today is changed; without one it is set from the beginning. */
export function payAfter(today: Day, pay: PersonDraft['pay'], rate: number): PersonDraft['pay'] {
  const base = pay.filter((one) => one.role === null && (one.since ?? -Infinity) <= today);
  const now = base.sort((a, b) => (a.since ?? -Infinity) - (b.since ?? -Infinity)).at(-1);
  if (now?.rate === rate) return pay;
  return [...pay.filter((one) => one !== now), { role: null, since: now?.since ?? null, rate }];
}

/** Versions of availability with one more from today on; the first holds from the beginning. */
export function versionsAfter(
  today: Day,
  versions: readonly VersionDraft[],
  blocks: VersionDraft['blocks'],
): VersionDraft[] {
  const others = versions.filter((version) => version.since !== today);
  const since = others.length === 0 ? null : today;
  return [
    ...others,
    { id: `availability-${randomUUID().slice(0, 12)}`, since, until: null, comment: null, blocks },
  ];
}

/** What a row changes of a person, in words; `told`: with what it was before. */
export function differences(
  nameOf: (id: string) => string,
  before: PersonDraft,
  after: PersonDraft,
  told: boolean,
): string[] {
  const lines: string[] = [];
  for (const [field, name] of COMPARED) {
    const [old, fresh] = [before[field], after[field]];
    if (JSON.stringify(old) === JSON.stringify(fresh) || (!told && field === 'name')) continue;
    lines.push(
      told ? `${name}: ${shown(field, old)} → ${shown(field, fresh)}` : `${name}: ${shown(field, fresh)}`,
    );
  }
  const list = (ids: readonly string[]) => ids.map((id) => nameOf(id)).join(', ') || 'none';
  const rolesText = (draft: PersonDraft) => JSON.stringify(draft.roles);
  if (rolesText(before) !== rolesText(after))
    lines.push(`Roles: ${list(after.roles.map((held) => held.role))}`);
  if (JSON.stringify([...before.sites].sort()) !== JSON.stringify([...after.sites].sort()))
    lines.push(`Sites: ${list(after.sites)}`);
  if (before.manager !== after.manager) lines.push('Manager changed');
  if (JSON.stringify(before.pay) !== JSON.stringify(after.pay))
    lines.push(`Base pay: ${after.pay.find((one) => one.role === null)?.rate}`);
  if (JSON.stringify(sorted(before.fields)) !== JSON.stringify(sorted(after.fields)))
    lines.push('Own fields changed');
  return lines;
}

const COMPARED = [
  ['name', 'Name'],
  ['number', 'Number'],
  ['email', 'E-mail'],
  ['phone', 'Phone'],
  ['birthDate', 'Birth date'],
  ['employedFrom', 'First day'],
  ['employedTo', 'Last day'],
  ['contractKind', 'Contract'],
  ['contractMinutes', 'Contract hours'],
  ['maxWeekMinutes', 'Weekly maximum'],
  ['standardDayMinutes', 'Standard day'],
  ['payKind', 'Paid'],
  ['groups', 'Groups'],
  ['notes', 'Notes'],
] as const;

function sorted(fields: Readonly<Record<string, string>>): [string, string][] {
  return Object.entries(fields).sort(([a], [b]) => (a < b ? -1 : 1));
}

/** Roles of which each is held once: as it is named first. */
export function heldOnce(roles: PersonDraft['roles']): PersonDraft['roles'] {
  return roles.filter((held, i) => roles.findIndex((one) => one.role === held.role) === i);
}
