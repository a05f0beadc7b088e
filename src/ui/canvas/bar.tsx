import type { OwnShift } from '@/core/checks/check';
import { type HourFormat, writeShortSpan, writeTinyTime } from '@/core/time/write';
import { DAY } from '@/core/time/span';
import { type Scale, xOf } from './scale';

/** How a role is drawn. */
export interface RoleLook {
  readonly name: string;
  readonly mark: string;
  readonly ink: string;
}

interface Props {
  readonly shift: OwnShift;
  readonly scale: Scale;
  readonly day: number;
  readonly look: RoleLook | null;
  readonly hourFormat: HourFormat;
  /** Not published, or changed since. */
  readonly pencil: boolean;
  readonly trouble: 'stop' | 'warn' | null;
  readonly lane: 0 | 1;
  readonly shared: boolean;
  readonly lifted: boolean;
  readonly title: string;
}

/** Roughly how wide a sign of a bar's label is, in pixels. */
const SIGN = 5.4;

/** One shift in true time. Its label shortens until it fits; the title says it all. */
export function Bar({ shift, scale, day, look, hourFormat, pencil, trouble, ...rest }: Props) {
  const { from, to } = shift.own!;
  const left = xOf(scale, day, from);
  const width = Math.max(xOf(scale, day, to) - left, 5);
  const labels = labelsOf(from, to, hourFormat, look, width - 11);
  const pause = shift.break;
  return (
    <div
      className="bar"
      data-shift={shift.id}
      data-ink={look?.ink ?? 'slate'}
      data-pencil={pencil || undefined}
      data-lane={rest.lane}
      data-shared={rest.shared || undefined}
      data-lifted={rest.lifted || undefined}
      style={{ left, width }}
      title={rest.title}
    >
      <span className={labels.narrow ? 'condensed' : undefined}>{labels.time}</span>
      {labels.role && <span className="mark">{labels.role}</span>}
      {pause.at !== null && pause.minutes > 0 && (
        <span
          className="notch"
          style={{
            left: xOf(scale, day, pause.at) - left,
            width: Math.max(pause.minutes * scale.perMinute, 3),
          }}
        />
      )}
      {trouble && <span className="corner" data-severity={trouble} />}
      {width > 26 && <span className="grip" data-grip="from" style={{ left: 0 }} />}
      {width > 26 && <span className="grip" data-grip="to" style={{ right: 0 }} />}
      {to > scale.to && to > DAY && <span aria-hidden>›</span>}
    </div>
  );
}

/** The longest label that stays inside `room` pixels. */
export function labelsOf(
  from: number,
  to: number,
  hourFormat: HourFormat,
  look: { readonly name: string; readonly mark: string } | null,
  room: number,
): { time: string; role: string | null; narrow: boolean } {
  const full = writeShortSpan(from, to, hourFormat);
  const tiny = `${writeTinyTime(from, hourFormat)}–${writeTinyTime(to, hourFormat)}`;
  const width = (text: string) => text.length * SIGN;
  const narrow = (text: string) => width(text) * 0.82;
  const name = look?.name ?? '';
  const mark = look?.mark ?? '';
  if (name && width(full) + width(name) + 8 <= room) return { time: full, role: name, narrow: false };
  if (width(full) + width(mark) + 4 <= room) return { time: full, role: mark, narrow: false };
  if (narrow(full) + narrow(mark) + 3 <= room) return { time: full, role: mark, narrow: true };
  if (narrow(full) <= room) return { time: full, role: null, narrow: true };
  if (narrow(tiny) <= room) return { time: tiny, role: null, narrow: true };
  const start = writeTinyTime(from, hourFormat);
  return { time: narrow(start) <= room ? start : '', role: null, narrow: true };
}
