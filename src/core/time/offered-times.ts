import { DAY, type Span } from './span';

/**
 * The starts of blocks inside a span that a text may be the beginning of, the likeliest first: `5` offers 5:00, 5:30,
 * 17:00, 17:30 where blocks last 30 minutes. Nothing typed offers all. `step`: minutes of a block; both ends of the
 * span are offered.
 *
 * @example
 * offeredTimes('5', { from: 0, to: 1440 }, 30); // [300, 330, 1020, 1050]
 */
export function offeredTimes(text: string, { from, to }: Span, step: number): number[] {
  const typed = normalize(text);
  const all: number[] = [];
  // The end of a whole day is its beginning on the clock.
  const last = to - from === DAY ? to - 1 : to;
  for (let at = Math.ceil(from / step) * step; at <= last; at += step) all.push(at);
  if (typed === '') return all;
  const found = all.filter((at) => mayBecome(typed, at));
  const isHour = (at: number) => {
    const hour = Math.floor((at % DAY) / 60);
    const bare = typed.replace(/[ap]$/, '');
    return String(hour) === bare || String(hour % 12 || 12) === bare;
  };
  return [...found.filter(isHour), ...found.filter((at) => !isHour(at))];
}

function normalize(text: string): string {
  return text
    .toLowerCase()
    .replace(/\s|m\b/g, '')
    .replace(/[.h]/g, ':')
    .replace(/^0(\d)/, '$1');
}

/** Whether what is typed may go on to say a time, on either clock. */
function mayBecome(typed: string, at: number): boolean {
  const minute = at % DAY;
  const [hour, rest] = [Math.floor(minute / 60), String(minute % 60).padStart(2, '0')];
  if (`${hour}:${rest}`.startsWith(typed) || `${hour}${rest}`.startsWith(typed)) return true;
  const half = /[ap]$/.exec(typed)?.[0];
  if (half && half !== (hour < 12 ? 'a' : 'p')) return false;
  const bare = half ? typed.slice(0, -1) : typed;
  const short = String(hour % 12 || 12);
  return (
    bare === short ||
    (bare.length > short.length &&
      (`${short}:${rest}`.startsWith(bare) || `${short}${rest}`.startsWith(bare)))
  );
}
