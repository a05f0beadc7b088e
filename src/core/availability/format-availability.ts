import { weekFrom } from '../time/day';
import { type HourFormat, SHORT_WEEKDAYS, formatShortSpan } from '../time/format';
import { formatTypedSpan } from '../time/parse-time';
import { DAY, type Span } from '../time/span';
import { type WeekBlock, cutWholeDays } from './week-blocks';

/**
 * A week's blocks in one line, as they could be typed: `Mon-Fri 9-17; rather not Sat; not Sun`. Read again it is the
 * same where the site is open at `openHours`; null: wherever it is open. `weekStart`: the weekday (0 Monday) that days
 * are told from.
 */
export function formatAvailability(
  blocks: readonly WeekBlock[],
  format: HourFormat = '24',
  weekStart = 0,
  openHours: readonly Span[] | null = null,
): string {
  if (blocks.length === 0) return 'any time';
  const parts: string[] = [];
  const cut = cutWholeDays(blocks);
  for (const kind of ['available', 'rather-not', 'not-available'] as const) {
    const byText = new Map<string, number[]>();
    for (const day of weekFrom(weekStart)) {
      const mine = cut.filter((block) => block.kind === kind && block.weekday === day);
      if (mine.length === 0) continue;
      const spans = [...mine]
        .sort((a, b) => a.from - b.from)
        .map(({ from, to }) => spanText(from, to, format, openHours));
      const text = spans.filter(Boolean).join(' ');
      byText.set(text, [...(byText.get(text) ?? []), day]);
    }
    const before = kind === 'available' ? '' : kind === 'rather-not' ? 'rather not ' : 'not ';
    for (const [text, days] of byText)
      parts.push(
        days.length === 7 && text === '' && before === ''
          ? 'any time'
          : `${before}${daysText(days)}${text ? ` ${text}` : ''}`.trim(),
      );
  }
  return parts.join('; ');
}

function spanText(from: number, to: number, format: HourFormat, openHours: readonly Span[] | null): string {
  if (from === 0 && to === DAY) return '';
  if (to === DAY) return `after ${exact(from, format)}`;
  if (from === 0) return `before ${exact(to, format)}`;
  return formatTypedSpan(from, to, format, openHours);
}

/** A time that is read as what it is: with its minutes, and a leading 0 in the morning. */
function exact(minute: number, format: HourFormat): string {
  const [start] = formatShortSpan(minute, minute, format).split('–');
  return format === '24' && minute > 0 && minute < 7 * 60
    ? start.padStart(start.includes(':') ? 5 : 2, '0')
    : start;
}

function daysText(days: readonly number[]): string {
  if (days.length === 7) return 'every day';
  const parts: string[] = [];
  for (let i = 0; i < days.length;) {
    let j = i;
    while (j + 1 < days.length && days[j + 1] === (days[j] + 1) % 7) j++;
    parts.push(
      j - i >= 2
        ? `${SHORT_WEEKDAYS[days[i]]}-${SHORT_WEEKDAYS[days[j]]}`
        : days
            .slice(i, j + 1)
            .map((d) => SHORT_WEEKDAYS[d])
            .join(', '),
    );
    i = j + 1;
  }
  return parts.join(', ');
}

/** A usual week as it might be typed, for those who ask how. */
export function exampleWeek(format: HourFormat): string {
  return format === '12'
    ? 'Tue 9a-5p, Mon-Fri after 3p, not Sun, rather not Sat after 8p'
    : 'Tue 9-17, Mon-Fri after 15, not Sun, rather not Sat after 20';
}
