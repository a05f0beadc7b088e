import type { PersonView } from '@/core/checks/shared/check';
import type { Leave } from '@/core/plan/types';
import { type Span, clip, shared, subtract, union } from '@/core/time/span';
import { DAY } from '@/core/time/span';
import { type Scale, xOf } from './scale';

interface Props {
  readonly view: PersonView;
  readonly scale: Scale;
  readonly day: number;
  /** The bars in front; a name that they would cover is left out. */
  readonly shifts: readonly Span[];
}

/** What lies behind a person's bars on one day: when they cannot, would rather not, or are away. */
export function Underlay({ view, scale, day, shifts }: Props) {
  const { person } = view;
  if (!person) return null;
  const date = view.context.plan.from + day;
  const shown = { from: scale.from, to: scale.to };
  const today = view.availability(date);
  const next = scale.to > DAY ? view.availability(date + 1) : null;
  const join = (a: readonly Span[], b: readonly Span[] | undefined) =>
    clip(union([...a, ...(b ?? []).map(({ from, to }) => ({ from: from + DAY, to: to + DAY }))]), shown);
  const unavailable = subtract([shown], join(today.allowed, next?.allowed));
  const ratherNot = join(today.ratherNot, next?.ratherNot);
  return (
    <>
      {unavailable.map((span) => (
        <Strip key={`no ${span.from}`} className="hatched" span={span} scale={scale} day={day} />
      ))}
      {ratherNot.map((span) => (
        <Strip key={`rather ${span.from}`} className="dotted" span={span} scale={scale} day={day} />
      ))}
      {person.leave.map((leave) => (
        <LeaveBlock
          key={leave.id}
          leave={leave}
          date={date}
          scale={scale}
          day={day}
          covered={shifts.some((shift) => shared(shift, leave) > 0)}
        />
      ))}
    </>
  );
}

function Strip({
  className,
  span,
  scale,
  day,
}: {
  className: string;
  span: Span;
  scale: Scale;
  day: number;
}) {
  const left = xOf(scale, day, span.from);
  const width = xOf(scale, day, span.to) - left;
  return <div className={`underlay ${className}`} style={{ left, width }} />;
}

function LeaveBlock({
  leave,
  date,
  scale,
  day,
  covered,
}: {
  leave: Leave;
  date: number;
  scale: Scale;
  day: number;
  covered: boolean;
}) {
  if (leave.state !== 'approved' && leave.state !== 'waiting') return null;
  const from = Math.max(leave.from - date * DAY, scale.from);
  const to = Math.min(leave.to - date * DAY, scale.to);
  if (from >= to) return null;
  const left = xOf(scale, day, from);
  const width = xOf(scale, day, to) - left;
  const label = leave.state === 'approved' ? 'On leave' : 'Leave asked for';
  const short = leave.state === 'approved' ? 'Leave' : 'Asked';
  return (
    <div className="leave-block" data-state={leave.state} style={{ left, width }} title={label}>
      {covered ? '' : width > label.length * 6.2 ? label : width > short.length * 6.2 ? short : ''}
    </div>
  );
}
