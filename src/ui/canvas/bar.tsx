import type { PlanShift } from '@/core/checks/shared/check';
import type { HourFormat } from '@/core/time/format';
import { middleOf } from '@/core/plan/shift-edits';
import { type BarLabel, type RoleStyle, labelOf, roleNames, runsOutOf } from './bar-label';
import { type Scale, xOf } from './scale';

interface Props {
  readonly shift: PlanShift;
  readonly scale: Scale;
  readonly day: number;
  readonly roleStyle: RoleStyle | null;
  readonly hourFormat: HourFormat;
  /** Not published, or changed since. */
  readonly pencil: boolean;
  readonly trouble: 'stop' | 'warn' | null;
  /** Something is asked for about it. */
  readonly isAsked?: boolean;
  /** It is only proposed: not of the plan yet. */
  readonly isProposed?: boolean;
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

/** How much of a shift that runs out at an edge is drawn at least, in pixels: room for its times. */
const RUN_OUT = 34;

/** One shift in true time. Its label shortens until it fits; the title says it all. */
export function Bar(props: Props) {
  const { shift, scale, day, roleStyle, hourFormat, height } = props;
  const { detail } = shift.planShift!;
  if (scale.dayWidth < MARK_WIDTH) return <Mark {...props} />;
  const { left, width, runsOut } = boundsOf(props);
  const wide = scale.days === 1;
  const canBePulled = width > 26 && !props.isProposed;
  // A bar of one day has its duties where a second line would be.
  const label = labelOf(shift.planShift!, hourFormat, roleNames(shift, roleStyle), {
    width,
    height: wide ? 0 : height,
    runsOut,
  });
  return (
    <div
      {...rootOf(props)}
      data-wide={(wide && height > 24) || undefined}
      data-close={(!props.called && label.isClose) || undefined}
      data-out={`${runsOut.from ? 'from ' : ''}${runsOut.to ? 'to' : ''}` || undefined}
      style={{ left, width, top: props.top, height }}
    >
      {props.called ? <span className="truncate">{props.called}</span> : <Label {...label} wide={wide} />}
      {partsOf(shift, wide).map(({ key, span, name: says }) =>
        span.from >= scale.to || span.to <= scale.from ? null : (
          <span
            key={key}
            className={key.startsWith('duty') ? 'duty' : 'notch'}
            data-part={wide ? key : undefined}
            data-loose={key.endsWith('loose') || undefined}
            data-wide={wide || undefined}
            title={says}
            style={{
              left: xOf(scale, day, span.from) - left - BORDER,
              width: Math.max(xOf(scale, day, span.to) - xOf(scale, day, span.from), 3),
            }}
          >
            {wide && key.startsWith('duty') ? says : ''}
          </span>
        ),
      )}
      {detail?.pattern && wide && <span className="text-2xs">{detail.pattern.overridden ? '≠' : '↻'}</span>}
      {props.trouble && <span className="tab" data-severity={props.trouble} />}
      {props.isAsked && <span className="ear" />}
      {canBePulled && !runsOut.from && <span className="grip" data-grip="from" style={{ left: 0 }} />}
      {canBePulled && !runsOut.to && <span className="grip" data-grip="to" style={{ right: 0 }} />}
    </div>
  );
}

/** Where a bar lies, in pixels. One that runs out at an edge keeps room for its times there. */
function boundsOf({ shift, scale, day }: Props) {
  const runsOut = runsOutOf(shift.planShift!, scale);
  let left = xOf(scale, day, shift.planShift!.from);
  let right = Math.max(xOf(scale, day, shift.planShift!.to), left + 5);
  if (runsOut.to) left = Math.min(left, xOf(scale, day, scale.to) - RUN_OUT);
  if (runsOut.from) right = Math.max(right, xOf(scale, day, scale.from) + RUN_OUT);
  return { left, width: right - left, runsOut };
}

/** What a bar and a mark have in common. */
function rootOf({ shift, roleStyle, pencil, isProposed, trouble, dragged, matched, title }: Props) {
  return {
    className: 'bar',
    'data-shift': shift.id,
    'data-ink': roleStyle?.ink ?? 'slate',
    'data-pencil': pencil || undefined,
    'data-proposed': isProposed || undefined,
    'data-lifted': dragged || undefined,
    'data-picked': matched || undefined,
    'data-snag': trouble ?? undefined,
    title,
  };
}

function Label({ lines, role, isStacked, wide }: BarLabel & { readonly wide: boolean }) {
  if (isStacked)
    return (
      <span className="two-lines" data-role={role !== null || undefined}>
        <span>{lines[0]}</span>
        <span>{role ?? lines[1]}</span>
      </span>
    );
  return (
    <>
      <span>{lines[0]}</span>
      {role && <span className={classOfRole(role, wide)}>{role}</span>}
    </>
  );
}

/** A word may be wider than its letters were reckoned, and is cut then; a mark of a letter or two is not. */
function classOfRole(role: string, wide: boolean): string {
  if (wide) return 'max-w-[45%] truncate leading-[1.2]';
  return role.length > 2 ? 'min-w-0 truncate leading-[1.2]' : '';
}

/** Days narrower than this, in pixels, show marks with hours instead of bars in true length. */
export const MARK_WIDTH = 56;

/** A shift where a day is too narrow for its length: a mark as wide as the day, with its hours. */
function Mark(props: Props) {
  const { shift, scale, hourFormat, top, height } = props;
  const width = scale.dayWidth - 2;
  const label = labelOf(shift.planShift!, hourFormat, [], { width, height, isClose: true });
  return (
    <div
      {...rootOf(props)}
      data-close
      data-low={height < 20 || undefined}
      style={{ left: 1, width, top, height }}
    >
      <Label {...label} wide={false} />
      {props.trouble && <span className="tab" data-severity={props.trouble} />}
      {props.isAsked && <span className="ear" />}
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
function partsOf({ planShift, break: first, moreBreaks }: PlanShift, wide: boolean): readonly Part[] {
  if (!wide && first.at === null && !planShift!.detail) return NO_PARTS;
  const { to, detail } = planShift!;
  const parts: Part[] = [];
  [first, ...moreBreaks].forEach((pause, i) => {
    // Without room to lay hands on it, a break at no fixed time has no place.
    if (pause.minutes === 0 || (pause.at === null && !wide)) return;
    const at = pause.at ?? middleOf(planShift!, pause.minutes);
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
