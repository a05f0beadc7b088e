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
  for (let at = Math.ceil(from / step) * step; at <= to; at += step) all.push(at);
  if (typed === '') return all;
  const found = all.filter((at) => spellings(at).some((spelling) => spelling.startsWith(typed)));
  const isHour = (at: number) => {
    const hour = Math.floor((at % DAY) / 60);
    return String(hour) === typed || String(hour % 12 || 12) === typed;
  };
  return [...found.filter(isHour), ...found.filter((at) => !isHour(at))];
}

function normalize(text: string): string {
  return text.toLowerCase().replace(/\s|m\b/g, '').replace(/[.h]/g, ':').replace(/^0(\d)/, '$1');
}

function spellings(at: number): string[] {
  const minute = at % DAY;
  const [hour, rest] = [Math.floor(minute / 60), String(minute % 60).padStart(2, '0')];
  const half = hour < 12 ? 'a' : 'p';
  const short = hour % 12 || 12;
  return [`${hour}:${rest}`, `${hour}${rest}`, `${short}:${rest}${half}`, `${short}${half}`];
}
