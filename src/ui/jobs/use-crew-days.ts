import { useMemo, useState } from 'react';
import { tryChanges } from '@/core/consequences/consequences';
import { judge, rejudge } from '@/core/consequences/judge';
import { checkOf } from '@/core/checks/list';
import { wordsFor } from '@/core/checks/shared/messages';
import { nextFreeStart } from '@/core/jobs/free-time';
import type { Visit } from '@/core/jobs/types';
import type { VisitChange } from '@/core/jobs/visit-change';
import { fromPortable } from '@/core/plan/portable';
import type { Day } from '@/core/time/day';
import { DAY } from '@/core/time/span';
import type { JobsPage } from '@/server/jobs/payload';
import { newId } from '../commands/new-id';
import { useCommand } from '../commands/use-command';

/** The days of crews as they are judged here, with what is done to them at once and sent after. */
export function useCrewDays(page: JobsPage) {
  const { run, busy, problem } = useCommand();
  const [pending, setPending] = useState<{ asOf: number; changes: readonly VisitChange[] } | null>(null);
  const base = useMemo(() => judge(fromPortable(page.plan)), [page.plan]);
  const judgement = useMemo(() => {
    // What was sent is in the page once it is made anew.
    if (!pending || pending.asOf !== page.asOf) return base;
    const done = rejudge(base, pending.changes);
    return done.ok ? done.judgement : base;
  }, [base, pending, page.asOf]);
  const words = useMemo(() => wordsFor(judgement.plan, page.hourFormat), [judgement.plan, page.hourFormat]);
  const untold = useMemo(
    () => new Set(page.untold.news.flatMap(({ after }) => (after ? [after.id] : []))),
    [page.untold],
  );
  const { plan, context } = judgement;
  const field = judgement.field!;
  const work = plan.work!;

  /** What changes would do, in words: what appears and what goes. */
  const consequences = (changes: readonly VisitChange[]): readonly string[] => {
    const tried = tryChanges(judgement, changes);
    if (!tried.ok) return [tried.problem.message];
    const { appeared, cleared } = tried.trial.consequences;
    return [
      ...appeared.map((snag) => checkOf(snag.code)!.message(snag, words)),
      ...cleared.map((snag) => `Clears: ${checkOf(snag.code)!.message(snag, words)}`),
    ];
  };
  const commit = async (changes: readonly VisitChange[]): Promise<boolean> => {
    const sent = changes.map((change) =>
      change.do === 'set-visit' ? { ...change, was: valuesOf(work.visits, change) } : change,
    );
    setPending({ asOf: page.asOf, changes });
    const done = await run('visits.change', { site: page.site, changes: sent });
    if (!done) setPending(null);
    return done !== null;
  };
  /** A visit to a job at the first free time of a crew on a date or after; null: there is none. */
  const placed = (job: string, crew: string, date: Day): Visit | null => {
    const draft: Visit = {
      ...{ id: newId(), job, crew, person: null, date, from: 0, minutes: null, personMinutes: null },
      ...{ isThrough: false, isFixed: false, note: null },
    };
    const row = field.crews.get(crew);
    const start = row && nextFreeStart(context, field.index, row, draft, context.clock.elapsed(date * DAY));
    return start ? { ...draft, ...start } : null;
  };
  return {
    untold,
    judgement,
    plan,
    context,
    field,
    work,
    words,
    busy,
    problem,
    consequences,
    commit,
    placed,
  };
}

export type CrewDays = ReturnType<typeof useCrewDays>;

function valuesOf(visits: readonly Visit[], { id, visit }: Extract<VisitChange, { do: 'set-visit' }>) {
  const now = visits.find((one) => one.id === id);
  if (!now) return {};
  const keys = Object.keys(visit) as (keyof typeof visit)[];
  return Object.fromEntries(keys.map((key) => [key, now[key]]));
}
