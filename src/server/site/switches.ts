import { type Capability, capabilitiesIn } from '@/core/setup/capabilities';
import type { ColleagueView } from '@/core/setup/colleagues';
import type { Proposing } from '@/core/propose/proposing';
import type { RequestRules } from '@/core/requests/rules';
import { type Result, fail } from '@/core/plan/problem';
import type { Database } from '@/data/database';
import { type RowOf, loadRows, rowChanges } from '@/data/records/records';
import { proposingToColumn } from '@/data/propose/proposing';
import { rulesToColumn } from '@/data/requests/request-store';
import { type CommandEffect, command } from '../commands/command';
import { SAVE_PROPOSING } from '../propose/schema';
import { SAVE_REQUEST_RULES } from '../requests/schema';
import { SAVE_CAPABILITIES, SAVE_COLLEAGUES } from './schema';

/** Switches what a site uses on and off. What is off cannot be reached there; its data stays. */
export const saveCapabilities = command<'capabilities.save', { site: string; off: readonly Capability[] }>({
  kind: 'capabilities.save',
  permission: 'setup.change',
  scope: ({ site }) => ({ sites: [site] }),
  input: SAVE_CAPABILITIES,
  prepare: ({ db }, { site, off }) =>
    siteChange(db, site, 'What is used at', { capabilities_off: JSON.stringify(capabilitiesIn(off)) }),
});

/** Says what staff see of each other at a site. */
export const saveColleagues = command<'colleagues.save', { site: string; sees: readonly ColleagueView[] }>({
  kind: 'colleagues.save',
  permission: 'setup.change',
  scope: ({ site }) => ({ sites: [site] }),
  input: SAVE_COLLEAGUES,
  prepare: ({ db }, { site, sees }) =>
    siteChange(db, site, 'What staff see at', { staff_sees: JSON.stringify(sees) }),
});

/** Says what staff may ask for about shifts at a site, and what of it needs nobody to decide. */
export const saveRequestRules = command<'requests.rules', { site: string; rules: RequestRules }>({
  kind: 'requests.rules',
  permission: 'setup.change',
  capability: 'requests',
  scope: ({ site }) => ({ sites: [site] }),
  input: SAVE_REQUEST_RULES,
  prepare: ({ db }, { site, rules }) =>
    siteChange(db, site, 'Requests at', { request_rules: rulesToColumn(rules) }),
});

/** Says what proposals of a site go by, and what counts there as a burden that is shared out. */
export const saveProposing = command<'proposing.save', { site: string; proposing: Proposing }>({
  kind: 'proposing.save',
  permission: 'setup.change',
  scope: ({ site }) => ({ sites: [site] }),
  input: SAVE_PROPOSING,
  prepare: ({ db }, { site, proposing }) =>
    siteChange(db, site, 'Proposals at', { proposing: proposingToColumn(proposing) }),
});

/** Changes some columns of a site that have nothing to do with its plans. */
export async function siteChange(
  db: Database,
  site: string,
  what: string,
  columns: Partial<RowOf<'site'>>,
): Promise<Result<{ work: CommandEffect }>> {
  const [before] = await loadRows(db, 'site', { id: site });
  if (!before) return fail('unknown', 'there is no such site', 'site');
  return {
    ok: true,
    work: {
      title: `${what} ${before.name}`,
      rows: rowChanges('site', [before], [{ ...before, ...columns }]),
      subjects: [{ kind: 'site', id: site }],
      sites: [site],
      weeks: [],
    },
  };
}
