import { useState } from 'react';
import { formatDate } from '@/core/time/day';
import { formatHours, formatLongDay, formatTimeSpan } from '@/core/time/format';
import type { Colleague, TeamDay } from '@/server/staff/payload';
import { Button } from '../kit/button';
import { EmptyState, ErrorState } from '../kit/states';
import { Select } from '../kit/inputs/select';
import { useOwnData } from './own-data';
import { useStaff } from './staff-context';
import { colleagueName } from './words';

/** How far one can look, in days. */
const [BACK, AHEAD] = [35, 83];

/** Who works on a day at a place of one's own. `at`: `site.day` of what is looked at first. */
export function Team({ at }: { readonly at: string | null }) {
  const { page } = useStaff();
  const [place, day] = splitAt(at);
  const first = page.next ?? { site: page.teams[0]?.id ?? '', date: page.today };
  const [site, setSite] = useState(place ?? first.site);
  const [date, setDate] = useState(day ?? (first.date < page.today + 7 ? first.date : page.today));
  const team = page.teams.find(({ id }) => id === site) ?? page.teams[0];
  if (!team) return <EmptyState title="You work at no place yet." />;
  return (
    <>
      <h1 className="font-serif text-xl font-semibold">The team</h1>
      {page.teams.length > 1 && (
        <Select
          label="Place"
          className="min-h-11 w-full"
          value={team.id}
          onChange={setSite}
          options={page.teams.map(({ id, name }) => [id, name] as const)}
        />
      )}
      <div className="border-ink flex flex-wrap items-center border-b">
        <h2 className="mr-auto font-serif text-lg font-semibold">{formatLongDay(date)}</h2>
        {date !== page.today && (
          <Button kind="link" className="min-h-11 px-2" onClick={() => setDate(page.today)}>
            Today
          </Button>
        )}
        <Button
          kind="quiet"
          className="size-11 text-xl"
          aria-label="Day before"
          disabled={date <= page.today - BACK}
          onClick={() => setDate(date - 1)}
        >
          ‹
        </Button>
        <Button
          kind="quiet"
          className="size-11 text-xl"
          aria-label="Day after"
          disabled={date >= page.today + AHEAD}
          onClick={() => setDate(date + 1)}
        >
          ›
        </Button>
      </div>
      {team.isShown ? (
        <Day key={`${team.id} ${date}`} site={team.id} date={date} />
      ) : (
        <p className="text-muted">At {team.name} staff see their own shifts only.</p>
      )}
    </>
  );
}

/** `bistro.20780`: an id has no full stop at its end, and the day comes last. */
function splitAt(at: string | null): readonly [string | null, number | null] {
  const found = /^(.+)\.(\d+)$/.exec(at ?? '');
  return found ? [found[1], Number(found[2])] : [null, null];
}

function Day({ site, date }: { readonly site: string; readonly date: number }) {
  const { page } = useStaff();
  const given = page.next?.site === site && page.next.date === date ? page.next : null;
  const { fresh, trouble, again } = useOwnData<{ team: TeamDay }>(
    `/api/me/team/${encodeURIComponent(site)}/${formatDate(date)}`,
    given ? { data: { team: given }, at: page.at, isKept: false } : undefined,
  );
  if (trouble !== null) return <ErrorState onRetry={again}>{trouble}</ErrorState>;
  if (!fresh) return <p className="text-muted">Loading the day …</p>;
  const { team } = fresh.data;
  return (
    <>
      {team.daybook && <p className="border-ink border-l-2 pl-3 italic">{team.daybook}</p>}
      {team.colleagues.length === 0 && (
        <p className="text-muted">Nobody has a published shift on this day.</p>
      )}
      <ul>
        {team.colleagues.map((one, i) => (
          <li key={i} className="border-fine border-b py-2">
            <ColleagueText colleague={one} team={team} />
          </li>
        ))}
      </ul>
    </>
  );
}

function ColleagueText({ colleague, team }: { readonly colleague: Colleague; readonly team: TeamDay }) {
  const { page } = useStaff();
  const { isSelf, role, from, to, paid, week, phone, email, label, station, duties = [], note } = colleague;
  const span = (start: number, end: number) => formatTimeSpan(start, end, page.hourFormat);
  const more = [
    label,
    station,
    ...duties.map((duty) => `${duty.name} ${span(duty.from, duty.to)}`),
    note,
  ].filter((part) => typeof part === 'string' && part !== '');
  return (
    <>
      <span className="flex flex-wrap items-baseline gap-x-2">
        <span className={isSelf ? 'font-serif text-lg font-semibold' : 'text-lg font-semibold'}>
          {isSelf ? 'You' : colleagueName(colleague, team.roles)}
        </span>
        <span>{role === null ? '' : team.roles[role]}</span>
        <span className="ml-auto font-semibold whitespace-nowrap">
          {from < 0 && <span className="text-muted font-normal">since yesterday, </span>}
          {span(from, to)}
        </span>
      </span>
      {paid !== undefined && (
        <span className="text-muted block text-sm">
          {formatHours(paid)} here, {formatHours(week ?? 0)} in the week
        </span>
      )}
      {more.length > 0 && <span className="block text-sm">{more.join(', ')}</span>}
      {!isSelf && (phone || email) && (
        <span className="flex flex-wrap gap-x-4">
          {phone && (
            <a
              className="link link-primary flex min-h-11 items-center"
              href={`tel:${phone.replace(/[^+\d]/g, '')}`}
            >
              {phone}
            </a>
          )}
          {email && (
            <a
              className="link link-primary flex min-h-11 items-center break-all"
              href={`mailto:${encodeURIComponent(email)}`}
            >
              {email}
            </a>
          )}
        </span>
      )}
    </>
  );
}
