import { entriesOfVersions } from '@/core/availability/compare';
import { supplyChanges } from '@/core/availability/supply';
import { countsUntil, withVersion } from '@/core/availability/versions';
import { judge } from '@/core/consequences/judge';
import { type Result, fail } from '@/core/plan/problem';
import { withoutPay } from '@/core/plan/without-pay';
import { type Day, startOfWeek } from '@/core/time/day';
import { formatLongDay } from '@/core/time/format';
import type { Database } from '@/data/database';
import { loadPeopleRows } from '@/data/people/person-rows';
import { namesOfPeople } from '@/data/people/people-names';
import { type RowOf, loadRows } from '@/data/records/records';
import { listSites } from '@/data/site/site-store';
import { loadPlan } from '@/data/week/plan-store';
import type { Actor } from '../access/actor';
import { actorNames } from '../access/actor-names';
import { checkAccess, checkScope, homesOf } from '../access/permissions';
import type { VersionDraft } from '../people/payload';
import { versionsOf } from '../people/rows';
import { proposalFromRow } from './availability';
import type { ProposalSupply, ProposalView } from './payload';

type ProposalRow = RowOf<'availability_proposal'>;

/** How many proposals that were decided are shown. */
const MOST = 100;

/** Proposed availability that waits at a site: what who asks decides, and what others do. */
export interface ProposalTurns {
  readonly mine: readonly ProposalRow[];
  readonly others: readonly ProposalRow[];
}

/** Whose turn it is with availability that people at home at a site propose, as far as who asks may see them. */
export async function proposalTurns(db: Database, actor: Actor, site: string): Promise<ProposalTurns> {
  const turns: { mine: ProposalRow[]; others: ProposalRow[] } = { mine: [], others: [] };
  if (checkAccess(actor, 'people.read', site) !== null) return turns;
  const waiting = await db
    .selectFrom('availability_proposal')
    .selectAll()
    .where('state', '=', 'waiting')
    .orderBy('at')
    .execute();
  for (const row of await atHome(db, site, waiting)) {
    // Who works at several sites is decided about by who plans them all.
    const refused = await checkScope(db, actor, 'people.change', { people: [row.person_id] });
    (refused ? turns.others : turns.mine).push(row);
  }
  return turns;
}

/**
 * Availability that was proposed by people at home at a site and decided, the latest first. `person`: everything that
 * one of them proposed, what waits too.
 */
export async function decidedProposals(
  db: Database,
  actor: Actor,
  site: string,
  person: string | null = null,
): Promise<ProposalView[]> {
  if (checkAccess(actor, 'people.read', site) !== null) return [];
  const rows = await db
    .selectFrom('availability_proposal')
    .selectAll()
    .$if(person === null, (query) => query.where('state', '<>', 'waiting'))
    .$if(person !== null, (query) => query.where('person_id', '=', person!))
    .orderBy('at', 'desc')
    .limit(MOST * 3)
    .execute();
  return proposalViews(db, (await atHome(db, site, rows)).slice(0, MOST));
}

async function atHome(db: Database, site: string, rows: readonly ProposalRow[]): Promise<ProposalRow[]> {
  const homes = await homesOf(db, [...new Set(rows.map((row) => row.person_id))]);
  return rows.filter((row) => homes.get(row.person_id)!.home === site);
}

/** Proposals as they are decided about: with who proposes, what they said before, and what happened. */
export async function proposalViews(db: Database, rows: readonly ProposalRow[]): Promise<ProposalView[]> {
  const people = [...new Set(rows.map((row) => row.person_id))];
  const names = await namesOfPeople(db, people);
  const stored = await loadPeopleRows(db, people);
  const actors = await actorNames(
    db,
    rows.flatMap((row) => row.decided_by ?? []),
  );
  return rows.map((row): ProposalView => {
    const proposal = proposalFromRow(row);
    const name = names.get(row.person_id) ?? 'somebody';
    return {
      ...proposal,
      ...{ person: row.person_id, name, versions: versionsOf(stored.get(row.person_id)!) },
      trail: [
        { at: row.at, who: name, what: 'proposed it', reason: '' },
        ...(row.decided_at === null || row.decided_by === null
          ? []
          : [
              {
                at: row.decided_at,
                who: actors(row.decided_by),
                what: `${row.state} it${proposal.countsFrom === null ? '' : ` from ${formatLongDay(proposal.countsFrom)}`}`,
                reason: row.reason,
              },
            ]),
      ],
    };
  });
}

/**
 * How proposed availability would change how many could work in the first week it counts in, from `since` on, where
 * that is later than proposed. For who decides about it.
 */
export async function supplyOfProposal(
  db: Database,
  actor: Actor,
  id: string,
  since: Day | null,
): Promise<Result<{ supply: ProposalSupply }>> {
  const [row] = await loadRows(db, 'availability_proposal', { id });
  const refused = row && (await checkScope(db, actor, 'people.change', { people: [row.person_id] }));
  if (!row || refused) return refused ?? fail('unknown', 'there is no such proposal', 'proposal');
  const home = (await homesOf(db, [row.person_id])).get(row.person_id)!.home;
  const site = (await listSites(db)).find((one) => one.id === home);
  const stored = (await loadPeopleRows(db, [row.person_id])).get(row.person_id);
  if (!site || !stored) return fail('unknown', 'they work at no site', 'proposal');
  const proposed = JSON.parse(row.content) as VersionDraft;
  const version = { ...proposed, since: since ?? proposed.since };
  // A week that it begins in the middle of says half of it.
  const first = startOfWeek(version.since!, site.weekStart);
  const whole = first === version.since ? first : first + 7;
  const versions = withVersion(versionsOf(stored), version);
  const until = countsUntil(versions, version);
  const from = until !== null && whole + 6 > until ? first : whole;
  const { plan } = (await loadPlan(db, site.id, from, 7))!;
  const entries = entriesOfVersions(versions, from - 1, from + 7);
  return {
    ok: true,
    supply: {
      from,
      rows: [...plan.roles.map(({ name }) => name), 'any role'],
      changes: supplyChanges(judge(withoutPay(plan)), row.person_id, entries),
    },
  };
}
