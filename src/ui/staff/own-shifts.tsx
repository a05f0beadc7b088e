import { formatHours, formatLongDay, formatTimeSpan } from '@/core/time/format';
import type { OwnShift, TeamDay } from '@/server/staff/payload';
import { Button } from '../kit/button';
import { EmptyState } from '../kit/states';
import { OwnCalls } from './own-calls';
import { openNews } from './own-news';
import { OwnWeek } from './own-week';
import { ShiftDetails } from './shift-details';
import { useStaff } from './staff-context';
import { colleagueName, shiftWords } from './words';

/** One's next shift and the weeks around it. */
export function OwnShifts() {
  const { page, go } = useStaff();
  const next = page.shifts.filter(({ shift }) => shift.date === page.nextDay);
  const waits = openNews(page).length;
  return (
    <>
      <h1 className="sr-only">My shifts</h1>
      <OwnCalls />
      {waits > 0 && (
        <Button kind="plain" className="min-h-11 justify-start" onClick={() => go('news')}>
          {waits === 1 ? 'Something new was published for you' : `${waits} things were published for you`}
        </Button>
      )}
      {next.length > 0 ? (
        <NextDay shifts={next} team={page.next} />
      ) : (
        <EmptyState title="No shift is published for you yet.">
          It stands here as soon as it is, and you are told.
        </EmptyState>
      )}
      <OwnWeek />
    </>
  );
}

/** The next day with shifts of one's own, in full. */
function NextDay({ shifts, team }: { readonly shifts: readonly OwnShift[]; readonly team: TeamDay | null }) {
  const { page } = useStaff();
  const [{ shift, site }] = shifts;
  const { date } = shift;
  return (
    <section aria-labelledby="next" className="bg-primary text-primary-content rounded-[3px] px-4 py-4">
      <h2 id="next" className="text-sm">
        {whenOf(date - page.today)}, {page.sites[site]}
      </h2>
      <p className="font-serif text-xl leading-7 font-semibold">{formatLongDay(date)}</p>
      {shifts.map((own) => (
        <div key={own.shift.id} className="mt-1">
          <p className="font-serif text-3xl leading-10 font-semibold">
            {formatTimeSpan(own.shift.from, own.shift.to, page.hourFormat)}
          </p>
          <p>
            {[
              own.site === site ? '' : page.sites[own.site],
              shiftWords(own.shift, page),
              own.shift.label,
              `${formatHours(own.paid)} paid`,
            ]
              .filter(Boolean)
              .join(', ')}
          </p>
          <ShiftDetails own={own} isOnDark />
        </div>
      ))}
      {team?.daybook && (
        <p className="border-primary-content/40 mt-3 border-l-2 pl-3 italic">{team.daybook}</p>
      )}
      {team && <With team={team} shifts={shifts} />}
    </section>
  );
}

/** How far off the next day is; a night that is still worked began yesterday. */
function whenOf(days: number): string {
  if (days < 0) return 'Since yesterday';
  return ['Today', 'Tomorrow'][days] ?? 'Next';
}

/** Who is on at the same time. */
function With({ team, shifts }: { readonly team: TeamDay; readonly shifts: readonly OwnShift[] }) {
  const { page, go, isReadOnly } = useStaff();
  const beside = team.colleagues.filter(
    ({ isSelf, from, to }) =>
      !isSelf &&
      shifts.some(
        ({ shift, site }) =>
          site === team.site && shift.date === team.date && from < shift.to && to > shift.from,
      ),
  );
  if (!team.isShown) return null;
  const names = beside.map((one) => colleagueName(one, team.roles));
  return (
    <p className="mt-3">
      {names.length === 0 ? 'Nobody else is on at the same time.' : `With ${listed(names)}.`}{' '}
      {!isReadOnly && (
        <button
          type="button"
          className="block min-h-11 font-semibold underline"
          onClick={() => go('team', `?on=${page.next!.site}.${team.date}`)}
        >
          The team that day
        </button>
      )}
    </p>
  );
}

/** `Ann, Bo and Cleo`. */
function listed(names: readonly string[]): string {
  return names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;
}
