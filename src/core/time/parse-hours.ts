import type { Span } from './span';
import { type Reading, sampleSpan, scanSpan, formatTypedSpan } from './parse-time';
import type { HourFormat } from './format';

/**
 * Reads opening hours of one day: `7-23:30`, `9-13 17-22`, `closed` or nothing for a closed day, `all day`. An
 * end not after the start is past midnight. Otherwise answers what is wrong and where.
 */
export function parseHours(text: string, format: HourFormat = '24'): Reading<Span[]> {
  const trimmed = text.trim();
  if (/^(closed|shut|off|-|–)?$/i.test(trimmed)) return { ok: true, value: [] };
  if (/^(all day|24 ?h(ours)?|always|open)$/i.test(trimmed))
    return { ok: true, value: [{ from: 0, to: 1440 }] };
  const spans: Span[] = [];
  let at = 0;
  for (;;) {
    at += /^(?:[\s,;+/&]|and\b)*/i.exec(text.slice(at))![0].length;
    if (at >= text.length) break;
    const found = scanSpan(text, at, { format, after: spans.at(-1)?.from });
    if (!found)
      return {
        ok: false,
        problem: {
          message: `cannot be read; type hours as ${sampleSpan(format)}`,
          at: { from: at, to: text.trimEnd().length },
        },
      };
    if (!found.reading.ok) return found.reading;
    const { from, to } = found.reading.value;
    spans.push({ from, to });
    at += found.length;
  }
  spans.sort((a, b) => a.from - b.from);
  if (spans.some((span, i) => i > 0 && span.from < spans[i - 1].to))
    return {
      ok: false,
      problem: { message: 'the parts overlap', at: { from: 0, to: text.trimEnd().length } },
    };
  return { ok: true, value: spans };
}

/** Opening hours as they would be typed, for those who ask how: of one part, and of two. */
export function sampleHours(format: HourFormat): readonly [one: string, two: string] {
  return format === '12' ? ['7a-11:30p', '9-1 5-10'] : ['7-23:30', '9-13 17-22'];
}

/** Opening hours of one day as they could be typed; `closed` where there are none. */
export function formatHoursOfDay(spans: readonly Span[], format: HourFormat = '24'): string {
  if (spans.length === 0) return 'closed';
  return spans.map(({ from, to }) => formatTypedSpan(from, to, format, null)).join(' ');
}

/**
 * Reads a length of time in hours: `38`, `37.5`, `37,5`, `37½`, `7:30`, `7h30`, `30 min`. Returns whole minutes;
 * null for anything else.
 */
export function parseLength(text: string): number | null {
  const typed = text.trim().toLowerCase();
  const minutes = /^(\d{1,5})\s*(?:min|m|minutes)$/.exec(typed);
  if (minutes) return Number(minutes[1]);
  const clock = /^(\d{1,3})\s*(?::|h)\s*(\d{2})\s*(?:h|min|m)?$/.exec(typed);
  if (clock) return Number(clock[2]) < 60 ? Number(clock[1]) * 60 + Number(clock[2]) : null;
  const plain = /^(\d{0,4})(?:[.,](\d{1,4})|([¼½¾]))?\s*(?:h|hours?|hrs?)?$/.exec(typed);
  if (!plain || (plain[1] === '' && !plain[2] && !plain[3])) return null;
  const part = plain[2]
    ? Number(`0.${plain[2]}`)
    : plain[3]
      ? { '¼': 0.25, '½': 0.5, '¾': 0.75 }[plain[3]]!
      : 0;
  return Math.round((Number(plain[1]) + part) * 60);
}

/** Reads an amount of money or another decimal: `14.50`, `14,50`, `1,234.50`, `1 234,5`. Null for anything else. */
export function parseDecimal(text: string): number | null {
  const typed = text
    .trim()
    .replace(/^[^\d\-−.,]+|[^\d.,]+$/g, '')
    .replace(/[\s\u00A0\u202F'’]/g, '');
  if (!/^-?[\d.,]*\d[\d.,]*$/.test(typed)) return null;
  const last = Math.max(typed.lastIndexOf('.'), typed.lastIndexOf(','));
  if (last < 0) return Number(typed);
  const sign = typed[last];
  const other = sign === '.' ? ',' : '.';
  const once = typed.indexOf(sign) === last;
  // One separator before exactly three digits, or one repeated, parts thousands: 1,234 and 1.234.567.
  const thousands = !typed.includes(other) && (!once || (typed.length - last === 4 && last > 0 && last <= 3));
  if (thousands && (once ? typed[0] !== '0' : true)) {
    const groups = typed.replace(/^-/, '').split(sign);
    return groups.slice(1).every((group) => group.length === 3) ? Number(typed.split(sign).join('')) : null;
  }
  if (!once) return null;
  const whole = typed.slice(0, last).split(other).join('');
  const value = Number(`${whole || '0'}.${typed.slice(last + 1)}`);
  return Number.isNaN(value) ? null : value;
}
