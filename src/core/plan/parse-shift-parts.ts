import { asSentence } from '../sentence';
import type { Break } from './types';
import { parseSpan, parseTimeWithin, formatTypedSpan } from '../time/parse-time';
import { DAY } from '../time/span';
import { type HourFormat, formatClock, formatTime } from '../time/format';
import { specFaults } from './shift-faults';
import type { ShiftSpec } from './shift-spec';

/** A form with what was typed, or why that cannot be read. */
export type ParsedSpec = { readonly value: ShiftSpec } | { readonly wrong: string };

/** The breaks of a form as they are typed: `30`, `15 + 15 paid`, `30@12:00`; empty: by the rule. */
export function formatBreaks(form: ShiftSpec, hourFormat: HourFormat): string {
  if (!form.break) return '';
  const at = ({ at: minute }: Break) => {
    if (minute === null) return '';
    const ways = [formatTime(minute, hourFormat), formatClock(minute), formatTime(minute, '12')];
    return `@${ways.find((way) => parseTimeWithin(way, form, '12') === minute) ?? ways[2]}`;
  };
  return [form.break, ...form.moreBreaks]
    .map((one) => `${one.minutes}${at(one)}${one.paid ? ' paid' : ''}`)
    .join(' + ');
}

/**
 * Reads breaks as {@link formatBreaks} writes them; an open time is the one inside the shift.
 *
 * @example
 * parseBreaks('30@12 + 15 paid', form); // a break of 30 minutes at 12:00, and a paid one of 15 at any time
 */
export function parseBreaks(text: string, form: ShiftSpec): ParsedSpec {
  const parts = text
    .split('+')
    .map((part) => part.trim())
    .filter(Boolean);
  const breaks: Break[] = [];
  for (const part of parts) {
    const match = /^(\d{1,3})\s*(?:min)?\s*(?:@\s*([^+@]+?))?\s*(paid)?$/i.exec(part);
    if (!match) return { wrong: 'Type 30, 15 + 15 or 30@12:00, with paid after it if it is.' };
    const minutes = Number(match[1]);
    const at = match[2] === undefined ? null : parseTimeWithin(match[2], form, '12');
    if (match[2] !== undefined && at === null) return { wrong: `${match[2].trim()} lies outside the shift.` };
    if (minutes > form.to - form.from) return { wrong: 'A break ends before its shift does.' };
    breaks.push({ minutes, at, paid: match[3] !== undefined });
  }
  const [first, ...moreBreaks] = breaks;
  return judged({ ...form, break: first ?? null, moreBreaks }, 'break');
}

/** The duties of a form as they are typed: `Delivery 14-14:45, Cash up 16-16:30`. */
export function formatDuties(form: ShiftSpec, hourFormat: HourFormat): string {
  return form.duties
    .map((duty) => {
      const ways = [
        formatTypedSpan(duty.from, duty.to, hourFormat, [form]),
        `${formatClock(duty.from)}-${formatClock(duty.to)}`,
        `${formatTime(duty.from, '12')}-${formatTime(duty.to, '12')}`,
      ];
      const isRead = (way: string) => {
        const span = parseInside(way, form);
        return span?.from === duty.from && span.to === duty.to;
      };
      return `${duty.name} ${ways.find(isRead) ?? ways[2]}`;
    })
    .join(', ');
}

/**
 * Reads duties as {@link formatDuties} writes them. One of a name that was there stays for once where it was.
 *
 * @example
 * parseDuties('Delivery 14-14:45', form); // { value: { …form, duties: [{ name: 'Delivery', from: 840, to: 885, … }] } }
 */
export function parseDuties(text: string, form: ShiftSpec): ParsedSpec {
  const duties: ShiftSpec['duties'][number][] = [];
  for (const part of text.split(',').map((one) => one.trim())) {
    if (part === '') continue;
    const match = /^(.*?)\s+(\S+(?:\s*[ap]m)?\s*(?:-|–)\s*\S+(?:\s*[ap]m)?)$/i.exec(part);
    const span = match && parseInside(match[2], form);
    if (!match || span === null)
      return { wrong: `“${part}”: type a name and times, as Delivery 14:00-14:45.` };
    const before = form.duties.find(({ name }) => name === match[1]);
    duties.push({ name: match[1], ...span, oneOff: before?.oneOff ?? false });
  }
  return judged({ ...form, duties }, 'duty');
}

/** What was read, unless something of it lies outside the shift. */
function judged(form: ShiftSpec, code: 'break' | 'duty'): ParsedSpec {
  const fault = specFaults(form).find((one) => one.code === code);
  return fault ? { wrong: asSentence(fault.message) } : { value: form };
}

/** A typed span in a shift that may run past midnight; null: it cannot be read. */
function parseInside(text: string, form: ShiftSpec): { from: number; to: number } | null {
  const read = parseSpan(text, [form]);
  if (!read.ok) return null;
  const by = read.value.from < form.from ? DAY : 0;
  return { from: read.value.from + by, to: read.value.to + by };
}
