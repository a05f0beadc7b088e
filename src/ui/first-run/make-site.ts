import type { Rules } from '@/core/plan/types';
import { parsePeopleList } from '@/core/people/parse-people';
import { DAY } from '@/core/time/span';
import { doCommand } from '@/server/actions';
import type { RoleDraft } from '@/server/site/payload';
import { newId } from '../commands/new-id';
import { reached } from '../commands/reached';
import { sentence } from '../commands/sentence';
import { tabHistory } from '../undo/history';
import { freshRole } from '../setup/roles-section';
import { type StartDraft, roleChoices, roleNames } from './draft';

/** Makes the site with everything that was typed, step by step; stops where one is refused. */
export async function makeSite(
  draft: StartDraft,
  rules: Partial<Rules>,
): Promise<{ site: string } | { trouble: string }> {
  const ask = async (kind: string, input: unknown) => {
    const id = newId();
    const answer = await reached(() => doCommand({ id, kind, input }));
    // What the site is filled with is taken back step by step; the site itself stays, as one stands on it.
    if (answer.ok && kind !== 'site.create') tabHistory.did({ id, title: answer.title, edit: null });
    return answer;
  };
  const made = await ask('site.create', { business: draft.business, site: draft.site });
  if (!made.ok) return { trouble: sentence(made.problem) };
  const site = made.answer!;
  const drafts = roleNames(draft).reduce<RoleDraft[]>(
    (roles, name) => [...roles, { ...freshRole(name, roles), id: `role-${newId()}` }],
    [],
  );
  const idOf = new Map(drafts.map((role) => [role.name, role.id!]));
  const { people } = parsePeopleList(draft.people, roleChoices(draft), draft.sameAs);
  const rows = needRows(draft, idOf);
  const steps: [boolean, string, unknown][] = [
    [Object.keys(rules).length > 0, 'rules.save', { site, rules }],
    [drafts.length > 0, 'roles.save', { site, roles: drafts }],
    [
      people.length > 0,
      'people.add',
      {
        site,
        people: people.map(({ name, roles }) => ({ name, roles: roles.map((role) => idOf.get(role)!) })),
      },
    ],
    [
      rows.length > 0,
      'needs.save',
      { site, needs: { sets: [{ id: newId(), name: null, since: null, rows }], dates: [] } },
    ],
  ];
  for (const [wanted, kind, input] of steps) {
    const done = wanted ? await ask(kind, input) : null;
    if (done && !done.ok)
      return { trouble: `${sentence(done.problem)} The site itself was made; go on in Set-up.` };
  }
  return { site };
}

function needRows(draft: StartDraft, idOf: ReadonlyMap<string, string>) {
  const days = draft.site.neverClosed
    ? Array.from({ length: 7 }, () => [{ from: 0, to: DAY }])
    : (draft.site.hours.at(-1)?.days ?? []);
  return Object.entries(draft.wanted).flatMap(([name, count]) => {
    const role = name === '' ? null : idOf.get(name);
    if (count === 0 || role === undefined) return [];
    return days.flatMap((spans, weekday) =>
      spans.map(({ from, to }) => ({ role, weekday, from, to, count })),
    );
  });
}
