import { exceptionText } from '@/core/clock/explain';
import type { Entry } from '@/core/clock/entries';
import { standingOf } from '@/core/clock/standing-of';
import type { PunchKind } from '@/core/clock/punch';
import { formatDay, formatHours, formatTimeSpan } from '@/core/time/format';
import type { ZoneClock } from '@/core/time/zone';
import type { TodayPage } from '@/server/today/payload';
import { DayTimes } from '../clock/day-times';
import { EntryLines } from '../clock/entry-lines';
import { Badge } from '../kit/badge';
import { Button } from '../kit/button';
import { ClockButton } from './clock-button';
import type { ShownPerson } from './shown-person';
import { standingText } from '@/core/today/standing-text';

/** What somebody can be clocked as next, the likeliest first. */
function nextKinds({ standing }: ShownPerson): readonly (readonly [PunchKind, string])[] {
  if (standing.presence === 'in')
    return [
      ['out', 'Clock out'],
      ['break-begins', 'Break begins'],
    ];
  if (standing.presence === 'on-break')
    return [
      ['break-ends', 'Break ends'],
      ['out', 'Clock out'],
    ];
  return [['in', 'Clock in']];
}

/** The day of one person: what was clocked, what it counts as and why, and how it is put right. */
export function PersonPanel({
  page,
  person,
  clock,
  onClose,
}: {
  readonly page: TodayPage;
  readonly person: ShownPerson;
  readonly clock: ZoneClock;
  readonly onClose: () => void;
}) {
  const { of, entries, planned, standing } = person;
  const span = (start: number, end: number) =>
    formatTimeSpan(clock.wall(start), clock.wall(end), page.hourFormat);
  const shown = entries.filter(hasAnything);
  const timesOf = (entry: Entry | null) => ({
    ...{ site: page.site, person: person.person, date: entry?.date ?? page.date, punches: of.punches, clock },
    ...{ blockMinutes: page.blockMinutes, hourFormat: page.hourFormat, canChange: page.canClock },
    standing: entry ? standingOf(entry).sort((a, b) => a.at - b.at) : [],
    missing: nextKinds(person)[0][0],
  });
  return (
    <>
      <div className="flex items-start gap-2">
        <h2 className="mr-auto font-serif text-lg leading-6 font-semibold">{of.name}</h2>
        <Button kind="small" onClick={onClose}>
          Close
        </Button>
      </div>
      <p className="text-muted text-sm">
        {standingText(standing, clock, page.hourFormat)}
        {planned.length > 0 && `; planned ${planned.map(({ start, end }) => span(start, end)).join(', ')}`}
      </p>
      {of.phone && <p className="text-muted text-sm">{of.phone}</p>}
      {page.canClock && (
        <div className="mt-3 flex flex-wrap gap-2">
          {nextKinds(person).map(([kind, label], i) => (
            <ClockButton
              key={kind}
              {...{ site: page.site, person: of, kind, label }}
              look={i === 0 ? 'primary' : 'plain'}
            />
          ))}
        </div>
      )}
      {shown.map((entry) => (
        <section key={entry.date} className="border-rule mt-4 border-t pt-2">
          <h3 className="font-semibold">{formatDay(entry.date)}</h3>
          <EntryLines {...{ entry, clock }} hourFormat={page.hourFormat} activities={page.activities} />
          {entry.worked > 0 && <p className="mt-1 text-sm">Counts {formatHours(entry.worked)}.</p>}
          <p className="mt-1 flex flex-wrap gap-1">
            {entry.exceptions.map((one, i) => (
              <Badge key={i} severity={one.code === 'overtime' ? 'note' : 'warn'}>
                {exceptionText(one)}
              </Badge>
            ))}
          </p>
          <DayTimes {...timesOf(entry)} activities={page.activities} />
        </section>
      ))}
      {page.canClock && !shown.some(({ date }) => date === page.date) && (
        <section className="border-rule mt-4 border-t pt-2">
          <h3 className="font-semibold">{formatDay(page.date)}</h3>
          <DayTimes {...timesOf(null)} activities={page.activities} />
        </section>
      )}
    </>
  );
}

/** Whether something was clocked, or is to be looked at. */
function hasAnything({ parts, repeated, exceptions }: Entry): boolean {
  return parts.length + repeated.length + exceptions.length > 0;
}
