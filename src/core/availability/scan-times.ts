import { DASH, type Reading, type TimeHabits, type TypedTime, scanSpan, scanTime } from '../time/parse-time';
import { DAY, type Span } from '../time/span';

const ALL_DAY = /^(any ?time|any(?! +day)|all day|full day|always)(?!\p{L})/iu;
const SIDE = /^(after|from|since|before|until|till?|['’]til|by)\s+/i;

/**
 * A span, or a side of a time, from a place in a text on: `9-17`, `from 9 to 5`, `after 15`, `9 onwards`, `all day`; with
 * how many signs it takes. `after`: the start of the span before it on the same day. Null: there are no times there.
 */
export function scanTimes(
  part: string,
  at: number,
  habits: TimeHabits,
  after?: number,
): { length: number; reading: Reading<Span> } | null {
  const lead = /^:\s*/.exec(part.slice(at))?.[0].length ?? 0;
  const from = at + lead;
  const rest = part.slice(from);
  const all = ALL_DAY.exec(rest);
  if (all) return { length: lead + all[0].length, reading: { ok: true, value: { from: 0, to: DAY } } };
  const side = SIDE.exec(rest);
  const time = scanTime(part, from + (side?.[0].length ?? 0));
  if (!time) {
    if (side && !/^(?:open|on\b)/i.test(rest.slice(side[0].length)))
      return failed(`"${side[1]}" needs a time, as in "${side[1]} ${habits.format === '12' ? '3p' : '15'}"`, {
        from,
        to: from + side[0].trimEnd().length,
      });
    return grown(scanSpan(part, from, { ...habits, after }), lead);
  }
  const timeEnd = from + (side?.[0].length ?? 0) + time.length;
  const onwards = /^\s*(?:onwards?|or later|\+)(?!\p{L})/iu.exec(part.slice(timeEnd));
  const isSpan = DASH.test(part.slice(timeEnd)) && !/^(after|before|by|since)/i.test(rest);
  if (isSpan || (!side && !onwards)) return grown(scanSpan(part, from, { ...habits, after }), lead);
  const length = timeEnd + (side ? 0 : (onwards?.[0].length ?? 0)) - at;
  if (!time.reading.ok) return { length, reading: time.reading };
  const minute = likely(time.reading.value);
  const isStart = !side || /^(after|from|since)/i.test(side[0]);
  const isNight = time.reading.value.minute === 0;
  const span = isStart ? { from: minute, to: DAY } : { from: 0, to: isNight ? DAY : minute };
  if (span.from >= span.to) return failed('there is no time left in that', { from: at, to: at + length });
  return { length, reading: { ok: true, value: span } };
}

function failed(message: string, at: Span) {
  return { length: at.to - at.from, reading: { ok: false as const, problem: { message, at } } };
}

function grown<T>(found: { length: number; reading: T } | null, by: number) {
  return found && { ...found, length: found.length + by };
}

/** A single time without am or pm: 1 to 6 are of the afternoon, as nobody begins to be free at 3 at night. */
function likely({ minute, form }: TypedTime): number {
  return form === 'open' && minute > 0 && minute < 7 * 60 ? minute + DAY / 2 : minute;
}
