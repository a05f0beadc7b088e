import type { PlanShift } from '@/core/checks/shared/check';
import { type HourFormat, formatShortSpan, formatTinyTime } from '@/core/time/format';
import { DAY } from '@/core/time/span';
import { middleOf } from '@/core/plan/shift-edits';
import { type Scale, xOf } from './scale';

/** How a role is drawn. */
export interface RoleStyle {
  readonly name: string;
  readonly mark: string;
  readonly ink: string;
}

interface Props {
  readonly shift: PlanShift;
  readonly scale: Scale;
  readonly day: number;
  readonly roleStyle: RoleStyle | null;
  readonly hourFormat: HourFormat;
  /** Not published, or changed since. */
  readonly pencil: boolean;
  readonly trouble: 'stop' | 'warn' | null;
  readonly top: number;
  readonly height: number;
  readonly dragged: boolean;
  readonly matched: boolean;
  readonly title: string;
  /** What it says in place of its times and role, where those are known from its row. */
  readonly called?: string;
}

/** The border of a bar, in pixels: what lies in it is placed from the border's inner edge. */
const BORDER = 1.2;

/** Roughly how wide a sign of a bar's label is, in pixels. */
const SIGN = 5.1;

/** One shift in true time. Its label shortens until it fits; the title says it all. */
export function Bar(props: Props) {
  const { shift, scale, day, roleStyle, hourFormat } = props;
  const { from, to } = shift.planShift!;
  const left = xOf(scale, day, from);
  const width = Math.max(xOf(scale, day, to) - left, 5);
  const { detail } = shift.planShift!;
  if (scale.dayWidth < MARK_WIDTH) return <Mark {...props} />;
  const wide = scale.days === 1;
  return (
    <div
      {...rootOf(props)}
      data-wide={(wide && props.height > 24) || undefined}
      style={{ left, width, top: props.top, height: props.height }}
    >
      {props.called ? (
        <span className="truncate">{props.called}</span>
      ) : (
        <Label {...labelOf(from, to, hourFormat, knownAs(shift, roleStyle, wide), width - 10)} wide={wide} />
      )}
      {partsOf(shift, wide).map(({ key, span, name: says }) => (
        <span
          key={key}
          className={key.startsWith('duty') ? 'duty' : 'notch'}
          data-part={wide ? key : undefined}
          data-loose={key.endsWith('loose') || undefined}
          data-wide={wide || undefined}
          title={says}
          style={{
            left: xOf(scale, day, span.from) - left - BORDER,
            width: Math.max((span.to - span.from) * scale.perMinute, 3),
          }}
        >
          {wide && key.startsWith('duty') ? says : ''}
        </span>
      ))}
      {detail?.pattern && wide && <span className="text-2xs">{detail.pattern.overridden ? '≠' : '↻'}</span>}
      {props.trouble && <span className="tab" data-severity={props.trouble} />}
      {width > 26 && <span className="grip" data-grip="from" style={{ left: 0 }} />}
      {width > 26 && <span className="grip" data-grip="to" style={{ right: 0 }} />}
      {to > scale.to && to > DAY && <span aria-hidden>›</span>}
    </div>
  );
}

/** What a bar and a mark have in common. */
function rootOf({ shift, roleStyle, pencil, dragged, matched, title }: Props) {
  return {
    className: 'bar',
    'data-shift': shift.id,
    'data-ink': roleStyle?.ink ?? 'slate',
    'data-pencil': pencil || undefined,
    'data-lifted': dragged || undefined,
    'data-picked': matched || undefined,
    title,
  };
}

function Label({ time, role, wide }: ReturnType<typeof labelOf> & { readonly wide: boolean }) {
  return (
    <>
      <span>{time}</span>
      {role && <span className={classOfRole(role, wide)}>{role}</span>}
    </>
  );
}

/** A word may be wider than its letters were reckoned, and is cut then; a mark of a letter or two is not. */
function classOfRole(role: string, wide: boolean): string {
  if (wide) return 'max-w-[45%] truncate leading-[1.2]';
  return role.length > 2 ? 'min-w-0 truncate leading-[1.2]' : '';
}

/** The role as a bar names it: beside what the shift is called, for its ink alone does not say it. */
function knownAs(
  { planShift: own }: PlanShift,
  roleStyle: RoleStyle | null,
  wide: boolean,
): { readonly name: string; readonly mark: string } | null {
  const said = own!.label;
  if (!said) return roleStyle;
  return roleStyle
    ? { name: `${wide ? roleStyle.name : roleStyle.mark} · ${said}`, mark: roleStyle.mark }
    : { name: said, mark: '' };
}

/** Days narrower than this, in pixels, show marks with hours instead of bars in true length. */
const MARK_WIDTH = 56;

/** A shift where a day is too narrow for its length: a mark as wide as the day, with its hours. */
function Mark(props: Props) {
  const { shift, scale, hourFormat, top, height } = props;
  const { from, to } = shift.planShift!;
  const width = scale.dayWidth - 3;
  const { time } = labelOf(from, to, hourFormat, null, width - 1, 4.7);
  return (
    <div {...rootOf(props)} style={{ left: 1, width, top, height, padding: 0, justifyContent: 'center' }}>
      <span className="text-2xs tracking-[-0.02em]">{time}</span>
      {props.trouble && <span className="tab" data-severity={props.trouble} />}
    </div>
  );
}

interface Part {
  /** `break:0`, `duty:1`; a break known only in length ends in `loose`. */
  readonly key: string;
  /** Counted like the shift's times. */
  readonly span: { readonly from: number; readonly to: number };
  readonly name: string;
}

const NO_PARTS: readonly Part[] = [];

/** The breaks and duties of a shift, where they lie; a break known only in length is drawn in its middle. */
function partsOf({ planShift: own, break: first, moreBreaks }: PlanShift, wide: boolean): readonly Part[] {
  if (!wide && first.at === null && !own!.detail) return NO_PARTS;
  const { to, detail } = own!;
  const parts: Part[] = [];
  [first, ...moreBreaks].forEach((pause, i) => {
    // Without room to lay hands on it, a break at no fixed time has no place.
    if (pause.minutes === 0 || (pause.at === null && !wide)) return;
    const at = pause.at ?? middleOf(own!, pause.minutes);
    const loose = pause.at === null;
    const span = { from: at, to: Math.min(at + pause.minutes, to) };
    parts.push({
      key: `break:${i}${loose ? ':loose' : ''}`,
      span,
      name: `${pause.minutes} min break${pause.paid ? ', paid' : ''}${loose ? ', at no fixed time' : ''}`,
    });
  });
  for (const [i, duty] of (detail?.duties ?? []).entries())
    parts.push({ key: `duty:${i}`, span: duty, name: duty.name });
  return parts;
}

/** The longest label that stays inside `room` pixels. */
export function labelOf(
  from: number,
  to: number,
  hourFormat: HourFormat,
  roleStyle: { readonly name: string; readonly mark: string } | null,
  room: number,
  sign = SIGN,
): { readonly time: string; readonly role: string | null } {
  const full = formatShortSpan(from, to, hourFormat);
  const tiny = `${formatTinyTime(from, hourFormat)}–${formatTinyTime(to, hourFormat)}`;
  const fits = (text: string) => text.length * sign <= room;
  for (const role of [roleStyle?.name, roleStyle?.mark])
    if (role && fits(`${full}${role} `)) return { time: full, role };
  for (const time of [full, tiny, formatTinyTime(from, hourFormat)])
    if (fits(time)) return { time, role: null };
  return { time: '', role: null };
}
