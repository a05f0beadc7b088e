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
  readonly top: number;
  readonly height: number;
  readonly lifted: boolean;
  readonly title: string;
}

/** Roughly how wide a sign of a bar's label is, in pixels. */
const SIGN = 5.1;

/** One shift in true time. Its label shortens until it fits; the title says it all. */
export function Bar({ shift, scale, day, look, hourFormat, pencil, trouble, ...rest }: Props) {
  const { from, to } = shift.own!;
  const left = xOf(scale, day, from);
  const width = Math.max(xOf(scale, day, to) - left, 5);
  const label = labelOf(from, to, hourFormat, look, width - 10);
  const pause = shift.break;
  return (
    <div
      className="bar"
      data-shift={shift.id}
      data-ink={look?.ink ?? 'slate'}
      data-pencil={pencil || undefined}
      data-lifted={rest.lifted || undefined}
      style={{ left, width, top: rest.top, height: rest.height }}
      title={rest.title}
    >
      <span>{label.time}</span>
      {label.role && <span>{label.role}</span>}
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
export function labelOf(
  from: number,
  to: number,
  hourFormat: HourFormat,
  look: { readonly name: string; readonly mark: string } | null,
  room: number,
): { readonly time: string; readonly role: string | null } {
  const full = writeShortSpan(from, to, hourFormat);
  const tiny = `${writeTinyTime(from, hourFormat)}–${writeTinyTime(to, hourFormat)}`;
  const fits = (text: string) => text.length * SIGN <= room;
  for (const role of [look?.name, look?.mark])
    if (role && fits(`${full}${role} `)) return { time: full, role };
  for (const time of [full, tiny, writeTinyTime(from, hourFormat)])
    if (fits(time)) return { time, role: null };
  return { time: '', role: null };
}
