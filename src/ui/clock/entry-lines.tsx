import { edgeText } from '@/core/clock/explain';
import type { Entry } from '@/core/clock/entries';
import { type HourFormat, formatTime, formatTimeSpan } from '@/core/time/format';
import type { ZoneClock } from '@/core/time/zone';
import type { ActivityName } from '@/server/clock/activities';

/** What was clocked on a day, each time with what it counts as and why. */
export function EntryLines({
  entry,
  clock,
  hourFormat,
  activities,
}: {
  readonly entry: Entry;
  readonly clock: ZoneClock;
  readonly hourFormat: HourFormat;
  readonly activities: readonly ActivityName[];
}) {
  const time = (at: number) => formatTime(clock.wall(at), hourFormat);
  return (
    <ul className="text-sm leading-[18px]">
      {entry.parts.flatMap(({ stints, ruleBreak }, part) => [
        ...stints.flatMap(({ start, end, breaks, isRunning, stint }, i) => [
          <li key={`${part} in ${i}`}>In {edgeText(start, clock, hourFormat)}</li>,
          ...breaks.map((one, at) => (
            <li key={`${part} break ${i} ${at}`}>
              Break{' '}
              {one.minutes === null
                ? time(one.from)
                : formatTimeSpan(clock.wall(one.from), clock.wall(one.to), hourFormat)}
              {one.minutes !== null && `, ${one.minutes} min${one.isPaid ? ', paid' : ''}`}
            </li>
          )),
          ...stint.work.flatMap(({ punch, work }, at) => {
            const isFirst = punch === stint.in;
            const name = activities.find(({ id }) => id === work.activity)?.name;
            if (isFirst && name === undefined) return [];
            return [
              <li key={`${part} work ${i} ${at}`}>
                {name ?? 'As planned'}
                {!isFirst && ` from ${time(punch.at)}`}
              </li>,
            ];
          }),
          ...(isRunning ? [] : [<li key={`${part} out ${i}`}>Out {edgeText(end, clock, hourFormat)}</li>]),
        ]),
        ...(stints.length > 0 && ruleBreak > 0
          ? [<li key={`${part} rule`}>Break by rule, {ruleBreak} min more off</li>]
          : []),
      ])}
    </ul>
  );
}
