import Link from 'next/link';
import { useState } from 'react';
import { exceptionText } from '@/core/clock/explain';
import { formatCount, formatTime, formatTimeSpan } from '@/core/time/format';
import type { PlannedSpan } from '@/core/clock/planned-span';
import type { ZoneClock } from '@/core/time/zone';
import type { TodayPage } from '@/server/today/payload';
import { Badge } from '../kit/badge';
import { Button, buttonClass } from '../kit/button';
import { AbsenceDialog } from '../requests/absence-dialog';
import { CallDialog } from './call-dialog';
import { CallRounds } from './call-rounds';
import { coverLink } from '../plan/state/cover-link';
import { ClockButton } from './clock-button';
import type { ShownPerson } from './shown-person';
import { OtherPerson } from './other-person';
import { lengthText } from '@/core/today/standing-text';

/** How many of each kind are listed; the counts above show all. */
const MOST_NOW = 12;
/** How many who are still to come are listed. */
const MOST_LATER = 6;

/** What needs a hand now, and who comes next. */
export function NowPanel({
  page,
  all,
  clock,
  now,
  onChoose,
}: {
  readonly page: TodayPage;
  readonly all: readonly ShownPerson[];
  readonly clock: ZoneClock;
  readonly now: number;
  readonly onChoose: (person: string) => void;
}) {
  const [absent, setAbsent] = useState<string | null>(null);
  const [offered, setOffered] = useState<PlannedSpan | null>(null);
  const short = all.filter(({ standing }) => standing.presence === 'missing' || standing.presence === 'late');
  const odd = all.flatMap((person) =>
    person.entries
      .flatMap(({ exceptions }) => exceptions)
      .filter(({ code }) => code === 'missing-out' || code === 'missing-in' || code === 'open-break')
      .map((exception) => ({ person, exception })),
  );
  const later = all
    .filter(({ standing }) => standing.presence === 'to-come')
    .sort((a, b) => a.standing.at - b.standing.at)
    .slice(0, MOST_LATER);
  const hidden = Math.max(0, short.length - MOST_NOW) + Math.max(0, odd.length - MOST_NOW);
  const roleName = (id: string | null) => page.roles.find((role) => role.id === id)?.name ?? 'No role';
  const spanText = (start: number, end: number) =>
    formatTimeSpan(clock.wall(start), clock.wall(end), page.hourFormat);
  const going = new Set(page.calls.flatMap(({ state, shift }) => (state === 'going' ? [shift] : [])));
  const canOffer = ({ shift, end }: PlannedSpan) =>
    page.canCall && shift !== null && end > now && !going.has(shift);
  return (
    <>
      <CallRounds {...{ page, clock }} />
      <h2 className="font-serif text-lg font-semibold">Now</h2>
      {short.length === 0 && odd.length === 0 && page.open.length === 0 && (
        <p className="text-muted">Everybody who should be here is, and nothing is left to fill in.</p>
      )}
      <ul>
        {short.slice(0, MOST_NOW).map(({ person, of, planned, standing }) => {
          const span = planned.find(({ start }) => start === standing.at)!;
          return (
            <li key={person} className="border-fine border-b py-2 last:border-b-0">
              <Badge severity={standing.presence === 'missing' ? 'stop' : 'warn'}>
                {lengthText(standing.minutes)}
              </Badge>{' '}
              <Button kind="link" onClick={() => onChoose(person)}>
                {of.name}
              </Button>{' '}
              is {standing.presence}
              <p className="text-muted text-sm leading-[17px]">
                {roleName(span.role)}, {spanText(span.start, span.end)}.{of.phone && ` ${of.phone}.`}
              </p>
              <div className="mt-1.5 flex flex-wrap gap-2">
                {page.canClock && <ClockButton site={page.site} person={of} kind="in" label="Clock in for" />}
                {page.absenceTypes.length > 0 && (
                  <Button onClick={() => setAbsent(person)}>Mark absent</Button>
                )}
                {canOffer(span) && <Button onClick={() => setOffered(span)}>Ask others</Button>}
                <Link
                  className={buttonClass('plain')}
                  href={
                    span.shift === null
                      ? `/plan/${page.site}/${page.week}`
                      : coverLink(page.site, page.week, span.shift)
                  }
                >
                  Find cover in the plan
                </Link>
              </div>
            </li>
          );
        })}
        {odd.slice(0, MOST_NOW).map(({ person, exception }, i) => (
          <li key={`${person.person} ${i}`} className="border-fine border-b py-2 last:border-b-0">
            <Badge severity="warn">{exceptionText(exception)}</Badge>{' '}
            <Button kind="link" onClick={() => onChoose(person.person)}>
              {person.of.name}
            </Button>
            {exception.at !== null && (
              <span className="text-muted text-sm">
                {' '}
                {formatTime(clock.wall(exception.at), page.hourFormat)}
              </span>
            )}
          </li>
        ))}
        {page.open
          .filter(({ end }) => end > now)
          .map((span, i) => (
            <li key={`open ${i}`} className="border-fine border-b py-2 last:border-b-0">
              <Badge severity="note">open</Badge> {roleName(span.role)}, {spanText(span.start, span.end)}
              {canOffer(span) && (
                <div className="mt-1.5">
                  <Button onClick={() => setOffered(span)}>Ask who takes it</Button>
                </div>
              )}
            </li>
          ))}
      </ul>
      {hidden > 0 && <p className="text-muted mt-1 text-sm">{`${formatCount(hidden)} more`}, in the rows.</p>}
      {later.length > 0 && (
        <section aria-labelledby="later-title">
          <h2 id="later-title" className="border-rule mt-5 border-b font-serif text-lg font-semibold">
            Later today
          </h2>
          <ul>
            {later.map(({ person, of, planned, standing }) => (
              <li key={person} className="border-fine border-b py-1.5 last:border-b-0">
                <strong>{formatTime(clock.wall(standing.at), page.hourFormat)}</strong> {of.name},{' '}
                {roleName(planned.find(({ start }) => start === standing.at)?.role ?? null)}
              </li>
            ))}
          </ul>
        </section>
      )}
      {absent && (
        <AbsenceDialog
          page={{
            absenceTypes: page.absenceTypes,
            today: page.date,
            people: all.map(({ of }) => ({ id: of.id, name: of.name })),
          }}
          person={absent}
          onClose={() => setAbsent(null)}
        />
      )}
      {offered && (
        <CallDialog
          page={page}
          shift={{
            ...{ id: offered.shift!, date: offered.date, role: roleName(offered.role) },
            from: clock.wall(offered.start) - offered.date * 1440,
            to: clock.wall(offered.end) - offered.date * 1440,
          }}
          past={now - clock.elapsed(offered.date * 1440)}
          onClose={() => setOffered(null)}
        />
      )}
      {page.canClock && page.others.length > 0 && <OtherPerson page={page} />}
    </>
  );
}
