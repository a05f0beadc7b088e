import type { PlanShift } from '@/core/checks/shared/check';
import { type HourFormat, formatShortSpan, formatTinyTime } from '@/core/time/format';
import type { Scale } from './scale';

/** How a role is drawn. */
export interface RoleStyle {
  readonly name: string;
  readonly mark: string;
  readonly ink: string;
}

/** What a bar says: its times in one line or two, and its role beside them or under them. */
export interface BarLabel {
  readonly lines: readonly string[];
  readonly role: string | null;
  /** Whether the role, or the end, has a line of its own. */
  readonly isStacked: boolean;
  /** Whether it needs the room of the padding too. */
  readonly isClose: boolean;
}

/** Sizes of a bar's text, in pixels: of its first line, and of the second and of all where room is scarce. */
const SIZE = 11.5;
const SMALL_SIZE = 10.5;
/** Where a mark of a day shares its row with another. */
const LEAST_SIZE = 9.5;

/** How wide signs are in the condensed face of bars, in parts of its size. */
const WIDTHS: readonly (readonly [RegExp, number])[] = [
  [/[\d+]/, 0.5],
  [/[½¼¾]/, 0.75],
  [/[–]/, 0.4],
  [/[:.,·‹› iljtfr]/, 0.3],
  [/[MWmw]/, 0.8],
  [/\p{Lu}/u, 0.6],
];
const OTHER_WIDTH = 0.48;

/** Roughly how wide a text is in a bar, in pixels. */
function textWidth(text: string, size: number): number {
  let width = 0;
  for (const sign of text) width += WIDTHS.find(([kind]) => kind.test(sign))?.[1] ?? OTHER_WIDTH;
  return width * size;
}

/** What stands left and right of a label inside its bar, the border included, in pixels: the usual, and the least. */
const PADDING = 10;
const CLOSE_PADDING = 4.4;
/** Between times and role in one line, in pixels. */
const SPACE = 5;

/** Bars as high as this, in pixels, have room for a role under the times, or for an end under the start. */
const TWO_LINES = 26;
const TWO_SMALL_LINES = 20;

export interface LabelRoom {
  /** Between its edges, in pixels. */
  readonly width: number;
  readonly height: number;
  /** Whether it is written small and with the least padding throughout. */
  readonly isClose?: boolean;
  /** Whether the shift goes on past the left or right edge of the hours shown. */
  readonly runsOut?: { readonly from: boolean; readonly to: boolean };
}

/**
 * The longest label that stays inside a bar: start and end first, shortened before one is left out and put under each
 * other before that; then the role, by name or by mark. Both are left out only where not even a start has room.
 */
export function labelOf(
  { from, to }: { readonly from: number; readonly to: number },
  hourFormat: HourFormat,
  names: readonly string[],
  { width, height, runsOut, isClose = false }: LabelRoom,
): BarLabel {
  const [before, after] = [runsOut?.from ? '‹' : '', runsOut?.to ? '›' : ''];
  const [start, end] = [from, to].map((minute) => formatTinyTime(minute, hourFormat));
  const closeSize = isClose && height < TWO_SMALL_LINES ? LEAST_SIZE : SMALL_SIZE;
  const fitsClosely = (text: string) => textWidth(text, closeSize) <= width - CLOSE_PADDING;
  const fits = (text: string, size = SIZE, beside = 0) =>
    isClose ? fitsClosely(text) : textWidth(text, size) + beside <= width - PADDING;
  const full = `${before}${formatShortSpan(from, to, hourFormat)}${after}`;
  const tiny = `${before}${start}–${end}${after}`;
  const span = [full, tiny].find((text) => fits(text)) ?? [tiny].find(fitsClosely);
  const label = (lines: string[], role: string | null, isStacked: boolean): BarLabel => ({
    lines,
    role,
    isStacked,
    isClose: isClose || !lines.every((text) => fits(text)),
  });
  if (span !== undefined) {
    if (height >= TWO_LINES) {
      const role = names.find((text) => fits(text, SMALL_SIZE)) ?? null;
      return label([span], role, role !== null);
    }
    const role = span === full ? names.find((text) => fits(full + text, SIZE, SPACE)) : null;
    return label([span], role ?? null, false);
  }
  const two = [`${before}${start}–`, `${before}${start}`]
    .map((first) => [first, `${end}${after}`])
    .find((lines) => lines.every(fitsClosely));
  if (height >= TWO_SMALL_LINES && two) return label(two, null, true);
  return label(fitsClosely(start) ? [start] : [], null, false);
}

/**
 * What a bar may say of its role, the longest first. It stands beside what the shift is called, for its ink alone
 * does not say it.
 */
export function roleNames({ planShift }: PlanShift, roleStyle: RoleStyle | null): string[] {
  const said = planShift!.label;
  if (!roleStyle) return said ? [said] : [];
  const { name, mark } = roleStyle;
  return said ? [`${name} · ${said}`, `${mark} · ${said}`, name, mark] : [name, mark];
}

/** Whether a shift goes on past the hours shown. */
export function runsOutOf(
  { from, to }: { readonly from: number; readonly to: number },
  scale: Pick<Scale, 'from' | 'to'>,
): { readonly from: boolean; readonly to: boolean } {
  return { from: from < scale.from, to: to > scale.to };
}
