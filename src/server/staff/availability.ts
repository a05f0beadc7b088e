import { withVersion } from '@/core/availability/versions';
import { fail } from '@/core/plan/problem';
import { type Day, formatDate, parseDate } from '@/core/time/day';
import { formatLongDay } from '@/core/time/format';
import type { Database } from '@/data/database';
import { loadPeopleRows, personChanges } from '@/data/people/person-rows';
import { type RowOf, loadRows, rowChanges } from '@/data/records/records';
import { BUSINESS } from '../access/permissions';
import { timestamp } from '../now';
import { command } from '../commands/command';
import type { VersionDraft } from '../people/payload';
import { versionRows, versionsOf } from '../people/rows';
import type { AvailabilityProposal } from './payload';
import { DECIDE_AVAILABILITY, PROPOSE_AVAILABILITY, WITHDRAW_AVAILABILITY } from './schema';
import { tellOfDecision, tellOfProposal } from './tell-availability';

type ProposalRow = RowOf<'availability_proposal'>;

/** How many proposals of a person are shown. */
const MOST = 10;

/** Proposes when one can work from a date on. One that still waits is replaced. */
export const proposeAvailability = command<'availability.propose', { version: VersionDraft }>({
  kind: 'availability.propose',
  permission: 'self',
  scope: () => BUSINESS,
  input: PROPOSE_AVAILABILITY,
  async prepare({ db, actor, today }, { version }) {
    const { person } = actor;
    if (person === null) return fail('forbidden', 'this account belongs to nobody who works here');
    if (version.since === null || version.since < today)
      return fail('input', 'it begins today or later', 'input.version.since');
    const taken = await loadRows(db, 'availability_proposal', { id: version.id });
    if (taken.length > 0 || (await loadRows(db, 'availability', { id: version.id })).length > 0)
      return fail('taken', 'this was proposed already', 'input.version.id');
    const waiting = await loadRows(db, 'availability_proposal', { person_id: person, state: 'waiting' });
    const row: ProposalRow = {
      id: version.id,
      person_id: person,
      at: timestamp(),
      content: JSON.stringify(version),
      state: 'waiting',
      reason: '',
      decided_by: null,
      decided_at: null,
      counts_from: null,
    };
    return {
      ok: true,
      work: {
        title: `Proposed availability from ${formatLongDay(version.since)}`,
        rows: rowChanges('availability_proposal', waiting, [
          ...waiting.map((one) => ({ ...one, state: 'withdrawn' })),
          row,
        ]),
        subjects: [{ kind: 'person', id: person }],
        sites: [],
        weeks: [],
        onCommitted: (trx) => tellOfProposal(trx, actor, version),
      },
    };
  },
});

/** Takes one's own proposal back while nobody has decided on it. */
export const withdrawAvailability = command<'availability.withdraw', { proposal: string }>({
  kind: 'availability.withdraw',
  permission: 'self',
  scope: () => BUSINESS,
  input: WITHDRAW_AVAILABILITY,
  async prepare({ db, actor }, { proposal }) {
    const [row] = await loadRows(db, 'availability_proposal', { id: proposal });
    if (!row || row.person_id !== actor.person)
      return fail('unknown', 'there is no such proposal of yours', 'input.proposal');
    if (row.state !== 'waiting') return fail('too-late', 'this was decided already', 'input.proposal');
    return {
      ok: true,
      work: {
        title: 'Withdrew proposed availability',
        rows: rowChanges('availability_proposal', [row], [{ ...row, state: 'withdrawn' }]),
        subjects: [{ kind: 'person', id: row.person_id }],
        sites: [],
        weeks: [],
      },
    };
  },
});

/**
 * Accepts proposed availability, which then counts from its date on, or from a later one, or declines it with a reason.
 */
export const decideAvailability = command<
  'availability.decide',
  { person: string; proposal: string; isAccepted: boolean; since?: Day | null; reason: string }
>({
  kind: 'availability.decide',
  permission: 'people.change',
  scope: ({ person }) => ({ people: [person] }),
  input: DECIDE_AVAILABILITY,
  async prepare({ db, actor }, { person, proposal, isAccepted, since = null, reason }) {
    const [row] = await loadRows(db, 'availability_proposal', { id: proposal });
    if (!row || row.person_id !== person)
      return fail('unknown', 'there is no such proposal of this person', 'input.proposal');
    if (row.state !== 'waiting') return fail('taken', 'this was decided already', 'input.proposal');
    const before = (await loadPeopleRows(db, [person])).get(person);
    if (!before) return fail('unknown', 'there is no such person', 'input.person');
    const state = isAccepted ? 'accepted' : 'declined';
    const proposed = JSON.parse(row.content) as VersionDraft;
    const from = isAccepted ? since : null;
    const fault = from === null ? null : laterFault(proposed, from);
    if (fault) return fail('input', fault, 'input.since');
    const version = from === null ? proposed : { ...proposed, since: from };
    const decided: ProposalRow = {
      ...{ ...row, state, reason, decided_by: actor.id, decided_at: timestamp() },
      counts_from: from === null || from === proposed.since ? null : formatDate(from),
    };
    const versions = withVersion(versionsOf(before), version);
    const sites = before.person_site.map((one) => one.site_id);
    return {
      ok: true,
      work: {
        title: `${isAccepted ? 'Accepted' : 'Declined'} availability of ${before.person[0].name}`,
        rows: [
          ...rowChanges('availability_proposal', [row], [decided]),
          ...(isAccepted ? personChanges(before, versionRows(person, versions)) : []),
        ],
        subjects: [{ kind: 'person', id: person }, ...sites.map((id) => ({ kind: 'site' as const, id }))],
        sites,
        ...(isAccepted ? {} : { weeks: [] }),
        onCommitted: (trx) => tellOfDecision(trx, decided, sites[0] ?? null),
      },
    };
  },
});

/** Why proposed availability cannot count from a later day only; null: it can. */
function laterFault({ since, until }: VersionDraft, from: Day): string | null {
  if (since !== null && from < since) return `it was proposed from ${formatLongDay(since)} on, not before`;
  return until !== null && from > until ? `it ends ${formatLongDay(until)}, before that` : null;
}

/** What somebody proposed, the latest first. */
export async function proposalsOf(db: Database, person: string): Promise<AvailabilityProposal[]> {
  const rows = await db
    .selectFrom('availability_proposal')
    .selectAll()
    .where('person_id', '=', person)
    .orderBy('at', 'desc')
    .limit(MOST)
    .execute();
  return rows.map(proposalFromRow);
}

export function proposalFromRow(row: ProposalRow): AvailabilityProposal {
  const { id, at, content, state, reason, counts_from: from } = row;
  return {
    ...{ id, at, reason, state: state as AvailabilityProposal['state'] },
    version: JSON.parse(content) as VersionDraft,
    countsFrom: from === null ? null : parseDate(from),
  };
}
