import { weekFrom } from './day';
import { WEEKDAY_NAMES } from './format';

const NAMES = WEEKDAY_NAMES.map((name) => name.toLowerCase());
const WEEK = weekFrom(0);
const TO = /^\s*(?:[-–—−‒―‐‑~]|(?:to|thru|through|till?|until)(?!\p{L}))\s*/iu;

/** Weekdays (0 Monday) at a place of a text, or why they cannot be told; with the number of characters they take. */
export type ScannedDays =
  | { readonly days: number[]; readonly length: number }
  | { readonly message: string; readonly length: number };

/**
 * Weekdays at a place of `text`: a name or its beginning (`Tue`, `tues`, `Saturdays`), a range (`Mon-Fri`, `M-Th`),
 * letters (`MWF`, `TTh`), or a word for several (`weekdays`, `weekends`, `every day`). Null: none begins there.
 *
 * @example
 * scanDays('Mon-Wed 9-17', 0); // { days: [0, 1, 2], length: 7 }
 */
export function scanDays(
  text: string,
  offset: number,
  weekend: readonly number[] = [5, 6],
): ScannedDays | null {
  const rest = text.slice(offset);
  const word =
    /^(every ?day|any day|daily|all (?:the )?week|(?:mon(?:day)? to )?week ?days|workdays|week ?ends?)(?!\p{L})/iu.exec(
      rest,
    );
  if (word) {
    const name = word[0].toLowerCase().replace(' ', '');
    if (/weekend/.test(name))
      return { days: WEEK.filter((day) => weekend.includes(day)), length: word[0].length };
    const isWork = /weekday|workday/.test(name);
    return { days: isWork ? WEEK.filter((day) => !weekend.includes(day)) : WEEK, length: word[0].length };
  }
  const first = scanName(rest);
  if (!first) return scanLetters(rest);
  const dash = TO.exec(rest.slice(first.length));
  const second = dash ? scanName(rest.slice(first.length + dash[0].length)) : null;
  if (!dash || !second) return 'message' in first ? first : { days: [first.day], length: first.length };
  const length = first.length + dash[0].length + second.length;
  if ('message' in first) return first;
  if ('message' in second) return { message: second.message, length };
  if (/[mwf]\W+t$/i.test(rest.slice(0, length)))
    return { message: '"T" could be Tuesday or Thursday; type Tu or Th', length };
  const days: number[] = [];
  for (let day = first.day; ; day = (day + 1) % 7) {
    days.push(day);
    if (day === second.day) break;
  }
  return { days, length };
}

/** One weekday by name, its beginning or a letter that means only one. */
function scanName(
  text: string,
): { day: number; length: number } | { message: string; length: number } | null {
  const word = /^\p{L}+/u.exec(text)?.[0].toLowerCase() ?? '';
  if (word === '') return null;
  if (word.length === 1) {
    if (word === 's') return { message: '"S" could be Saturday or Sunday; type Sa or Su', length: 1 };
    const day = { m: 0, t: 1, w: 2, f: 4 }[word];
    return day === undefined ? null : { day, length: 1 };
  }
  const bare = word.replace(/s$/, '');
  const begins = (part: string) => part.length >= 2 && NAMES.findIndex((name) => name.startsWith(part));
  const day = [word, bare].map(begins).find((found) => found !== false && found >= 0);
  return typeof day === 'number' ? { day, length: word.length } : null;
}

/** Letters of weekdays in their order, each once: `MWF`, `TTh`, `MTWTF`, `SaSu`. */
function scanLetters(text: string): ScannedDays | null {
  const word = /^\p{L}+/u.exec(text)?.[0].toLowerCase() ?? '';
  if (word.length < 2) return null;
  const days: number[] = [];
  let at = 0;
  while (at < word.length) {
    const two = { mo: 0, tu: 1, we: 2, th: 3, fr: 4, sa: 5, su: 6 }[word.slice(at, at + 2)];
    const last = days.at(-1) ?? -1;
    if (two !== undefined && two > last) {
      days.push(two);
      at += 2;
      continue;
    }
    const one = { m: [0], t: [1, 3], w: [2], f: [4], s: [5, 6] }[word[at]]?.find((day) => day > last);
    if (one === undefined) return null;
    days.push(one);
    at += 1;
  }
  return { days, length: word.length };
}
