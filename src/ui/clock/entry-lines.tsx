import { edgeText } from '@/core/clock/explain';
import type { Entry } from '@/core/clock/entries';
import { type HourFormat, formatTime, formatTimeSpan } from '@/core/time/format';
import type { ZoneClock } from '@/core/time/zone';

/** What was clocked on a day, each time with what it counts as and why. */
export function EntryLines({
  entry,
  clock,
  hourFormat,
}: {
  readonly entry: Entry;
  readonly clock: ZoneClock;
  readonly hourFormat: HourFormat;
}) {
  const time = (at: number) => formatTime(clock.wall(at), hourFormat);
  return (
    <ul className="text-sm leading-[18px]">
      {entry.parts.flatMap(({ stints, ruleBreak }, part) => [
        ...stints.flatMap(({ start, end, breaks, isRunning }, i) => [
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
          ...(isRunning ? [] : [<li key={`${part} out ${i}`}>Out {edgeText(end, clock, hourFormat)}</li>]),
        ]),
        ...(stints.length > 0 && ruleBreak > 0
          ? [<li key={`${part} rule`}>Break by rule, {ruleBreak} min more off</li>]
          : []),
      ])}
    </ul>
  );
}
