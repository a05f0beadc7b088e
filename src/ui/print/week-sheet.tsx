import { judge } from '@/core/consequences/judge';
import { fromPortable } from '@/core/plan/portable';
import type { Plan, Shift } from '@/core/plan/types';
import { publicationOf } from '@/core/publish/publication';
import { type Day, formatDate } from '@/core/time/day';
import { type HourFormat, formatDay, formatDays, formatHours, formatShortSpan } from '@/core/time/format';
import { DAY } from '@/core/time/span';
import type { PlanPayload } from '@/server/plan/payload';
import { DraftsNote, Sheet } from './sheet';

/** A week for the wall: people by days, with times and roles; who is away is said without a reason. */
export function WeekSheet({ payload, back }: { readonly payload: PlanPayload; readonly back: string }) {
  const judgement = judge(fromPortable(payload.plan));
  const { plan, people } = judgement;
  const published = new Map(payload.published.map((shift) => [shift.id, shift]));
  const days = Array.from({ length: plan.days }, (_, i) => plan.from + i);
  const rows = people
    .map((state) => ({
      name: state.view.person?.name ?? 'Open shifts',
      person: state.view.person,
      paid: state.view.person ? state.paid : state.view.shifts.reduce((sum, { paid }) => sum + paid, 0),
      shifts: state.view.shifts.flatMap(({ planShift }) => (planShift ? [planShift] : [])),
    }))
    .filter(({ shifts, person }) => shifts.length > 0 || (person && days.some((day) => isAway(person, day))));
  const isDraft = (shift: Shift) => publicationOf(shift, published.get(shift.id)) !== 'published';
  const drafts = plan.shifts.filter(isDraft).length;
  return (
    <Sheet
      title={
        <>
          {formatDays(plan.from, plan.days)} {formatDate(plan.from).slice(0, 4)}
        </>
      }
      site={plan.site.name}
      back={back}
      className="max-w-[1180px]"
    >
      <style>{'@page { size: landscape }'}</style>
      <DraftsNote drafts={drafts} of={plan.shifts.length} />
      {rows.length === 0 ? (
        <p className="text-muted py-8">Nobody is planned in this week.</p>
      ) : (
        <table className="w-full table-fixed border-collapse text-sm">
          <thead>
            <tr>
              <th scope="col" className="w-[150px] pr-2 text-left">
                <span className="sr-only">Person</span>
              </th>
              {days.map((day) => (
                <th key={day} scope="col" className="border-rule border-l px-1.5 pb-1 text-left align-bottom">
                  {formatDay(day)}
                  <span className="text-brass block truncate text-xs font-normal italic">
                    {holidaysOf(plan, day)}
                  </span>
                </th>
              ))}
              <th scope="col" className="border-rule w-[58px] border-l pb-1 text-right align-bottom">
                Hours
              </th>
            </tr>
          </thead>
          <tbody>
            {rows.map(({ name, person, paid, shifts }) => (
              <tr key={person?.id ?? 'open'} className="border-rule break-inside-avoid border-t align-top">
                <th scope="row" className="py-1 pr-2 text-left font-semibold">
                  {name}
                </th>
                {days.map((day) => (
                  <td key={day} className="border-rule border-l px-1 py-1">
                    {person && isAway(person, day) && <span className="text-muted italic">away</span>}
                    {shifts
                      .filter((shift) => shift.date === day)
                      .map((shift) => (
                        <Entry
                          key={shift.id}
                          shift={shift}
                          plan={plan}
                          draft={isDraft(shift)}
                          hourFormat={payload.hourFormat}
                        />
                      ))}
                  </td>
                ))}
                <td className="border-rule border-l py-1 text-right">{formatHours(paid)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </Sheet>
  );
}

function Entry({
  shift,
  plan,
  draft,
  hourFormat,
}: {
  readonly shift: Shift;
  readonly plan: Plan;
  readonly draft: boolean;
  readonly hourFormat: HourFormat;
}) {
  const role = plan.roles.find(({ id }) => id === shift.role)?.name ?? '';
  return (
    <div
      data-draft={draft || undefined}
      className={`border-ink mb-0.5 rounded-[3px] border px-1 leading-4 ${draft ? 'border-dashed' : ''}`}
    >
      <span className="font-semibold">{formatShortSpan(shift.from, shift.to, hourFormat)}</span>{' '}
      {[role, shift.label, shift.detail?.station].filter(Boolean).join(' · ')}
    </div>
  );
}

function holidaysOf(plan: Plan, day: Day): string {
  return plan.holidays
    .filter((holiday) => holiday.date === day)
    .map(({ name }) => name)
    .join(', ');
}

/** Whether approved leave takes some of a day. */
function isAway(person: Plan['people'][number], day: Day): boolean {
  const start = day * DAY;
  return person.leave.some(({ state, from, to }) => state === 'approved' && from < start + DAY && start < to);
}
