import type { Block } from '@/core/coverage/blocks';
import { coverageBetween, judge } from '@/core/consequences/judge';
import { fixedBreaks } from '@/core/plan/resolved-shift';
import { fromPortable } from '@/core/plan/portable';
import { DAY, type Span } from '@/core/time/span';
import {
  type HourFormat,
  counted,
  formatDay,
  formatHours,
  formatLongDay,
  formatTimeSpan,
  formatAxisTime,
} from '@/core/time/format';
import type { PlanPayload } from '@/server/plan/payload';
import { type DaySheetLine, dayLines, hoursOf } from './day-lines';
import { DraftsNote, Sheet } from './sheet';

/** One day for the wall: who is on, in the order of their start, over the hours of the day, with what is to be done. */
export function DaySheet({
  payload,
  date,
  back,
}: {
  readonly payload: PlanPayload;
  readonly date: number;
  readonly back: string;
}) {
  const judgement = judge(fromPortable(payload.plan));
  const { plan } = judgement;
  const published = new Map(payload.published.map((shift) => [shift.id, shift]));
  const lines = dayLines(judgement, published, date);
  const own = lines.filter((line) => line.shift.date === date);
  const note = payload.daybook.find((one) => one.date === date)?.note ?? null;
  const drafts = lines.filter((line) => line.draft).length;
  const hours = hoursOf(lines);
  const day = date - plan.from;
  const named = plan.holidays.filter((holiday) => holiday.date === date).map((holiday) => holiday.name);
  return (
    <Sheet
      title={
        <>
          {formatLongDay(date)}
          {named.length > 0 && <span className="text-brass text-lg italic"> {named.join(', ')}</span>}
        </>
      }
      site={plan.site.name}
      back={back}
      className="max-w-[1080px]"
    >
      {note && <p className="border-ink mb-3 border-l-4 pl-3 text-lg whitespace-pre-wrap">{note}</p>}
      <DraftsNote drafts={drafts} of={lines.length} />
      {lines.length === 0 ? (
        <p className="text-muted py-8">Nobody is planned on this day.</p>
      ) : (
        <>
          <Axis hours={hours} hourFormat={payload.hourFormat} />
          <ul>
            {lines.map((line) => (
              <PersonRow key={line.key} line={line} hours={hours} date={date} payload={payload} />
            ))}
          </ul>
          <Coverage
            rows={plan.roles.map(({ name }, row) => ({
              name,
              blocks: coverageBetween(judgement, row, day, hours),
            }))}
            hourFormat={payload.hourFormat}
          />
          <p className="text-muted mt-2 text-sm">
            {counted(own.length, 'shift')} from this day,{' '}
            {formatHours(own.reduce((sum, { shift }) => sum + (shift.person ? shift.paid : 0), 0))} paid.
          </p>
        </>
      )}
    </Sheet>
  );
}

function share(minute: number, { from, to }: Span): string {
  return `${((minute - from) / (to - from)) * 100}%`;
}

function Axis({ hours, hourFormat }: { readonly hours: Span; readonly hourFormat: HourFormat }) {
  const marks = Array.from({ length: (hours.to - hours.from) / 60 }, (_, i) => hours.from + i * 60);
  return (
    <div className="border-rule relative ml-[210px] h-5 border-b">
      {marks.map((minute) => (
        <span
          key={minute}
          className="text-muted absolute bottom-0.5 text-xs leading-3"
          style={{ left: share(minute, hours) }}
        >
          {formatAxisTime(minute, hourFormat)}
        </span>
      ))}
    </div>
  );
}

function PersonRow({
  line: { name, shift, from, to, draft },
  hours,
  date,
  payload,
}: {
  readonly line: DaySheetLine;
  readonly hours: Span;
  readonly date: number;
  readonly payload: PlanPayload;
}) {
  const { planShift } = shift;
  const left = share(Math.max(from, hours.from), hours);
  // What is said of a shift stands under its bar, as long as there is room for it to the right.
  const under = { marginLeft: `min(${left}, 55%)` };
  const detail = planShift?.detail ?? null;
  const role = payload.plan.roles.find((one) => one.id === shift.role)?.name ?? '';
  const ink = payload.roles.find((one) => one.id === shift.role)?.ink ?? 'slate';
  const said = [planShift?.label, detail?.station, planShift?.note].filter(Boolean).join(' · ');
  const duties = (detail?.duties ?? []).map(
    (duty) => `${duty.name} ${formatTimeSpan(duty.from, duty.to, payload.hourFormat)}`,
  );
  const breaks = fixedBreaks(shift).filter((pause) => pause.to > date * DAY + hours.from);
  const pauses = breaks.map(
    (pause) => `break ${formatTimeSpan(pause.from - date * DAY, pause.to - date * DAY, payload.hourFormat)}`,
  );
  return (
    <li className="border-fine flex break-inside-avoid border-b py-1">
      <div className="w-[210px] shrink-0 pr-3">
        <span className="block text-base leading-[17px] font-semibold">{name}</span>
        <span className="block text-sm leading-4">
          {formatTimeSpan(from, to, payload.hourFormat)} {role}
          {shift.date < date && `, since ${formatDay(shift.date)}`}
        </span>
      </div>
      <div className="min-w-0 flex-1">
        <div className="relative h-[18px]">
          <div
            data-ink={ink}
            className="absolute inset-y-0 rounded-[2px] border-[1.5px]"
            style={{
              left,
              width: `calc(${share(to, hours)} - ${left})`,
              borderStyle: draft ? 'dashed' : 'solid',
              borderColor: 'var(--role)',
              background: draft ? 'transparent' : 'var(--tint)',
            }}
          />
          {breaks.map((pause) => (
            <div
              key={pause.from}
              className="bg-sheet absolute top-[5px] bottom-[5px]"
              style={{
                left: share(pause.from - date * DAY, hours),
                width: `calc(${share(pause.to - date * DAY, hours)} - ${share(pause.from - date * DAY, hours)})`,
              }}
            />
          ))}
        </div>
        {(said || duties.length > 0 || pauses.length > 0) && (
          <p className="text-sm leading-4" style={under}>
            {[said, ...duties, ...pauses].filter(Boolean).join(' · ')}
          </p>
        )}
        {detail && detail.tasks.length > 0 && (
          <ul className="flex flex-wrap gap-x-4 text-sm leading-4" style={under}>
            {detail.tasks.map((task) => (
              <li key={task}>☐ {task}</li>
            ))}
          </ul>
        )}
      </div>
    </li>
  );
}

/** People on and needed by role and hour. */
function Coverage({
  rows,
  hourFormat,
}: {
  readonly rows: readonly { readonly name: string; readonly blocks: readonly Block[] }[];
  readonly hourFormat: HourFormat;
}) {
  const byHour = rows.map(({ name, blocks }) => {
    // Of an hour's blocks the one that is shortest of people, else the first.
    const hours = new Map<number, Block>();
    for (const block of blocks) {
      const hour = Math.floor(block.from / 60) * 60;
      const now = hours.get(hour);
      if (!now || block.gap > now.gap) hours.set(hour, block);
    }
    return { name, hours };
  });
  const shown = byHour.filter(({ hours }) =>
    [...hours.values()].some(({ staffed, needed }) => staffed > 0 || needed > 0),
  );
  const heads = [...(shown[0]?.hours.keys() ?? [])];
  if (shown.length === 0) return null;
  return (
    <table className="mt-4 w-full table-fixed break-inside-avoid text-xs tabular-nums">
      <caption className="text-muted mb-1 text-left text-sm">People on / people needed in each hour</caption>
      <thead>
        <tr>
          {/* As wide as the names over it, so that each hour stands under its own. */}
          <th className="w-[210px] text-left font-normal" scope="col">
            From
          </th>
          {heads.map((hour) => (
            <th key={hour} scope="col" className="text-muted text-left font-normal">
              {formatAxisTime(hour, hourFormat)}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {shown.map(({ name, hours }) => (
          <tr key={name} className="border-fine border-t">
            <th scope="row" className="text-left">
              {name}
            </th>
            {heads.map((hour) => {
              const { staffed, needed, gap } = hours.get(hour)!;
              return (
                <td key={hour} className={`text-left ${gap > 0 ? 'text-gap font-semibold' : ''}`}>
                  {staffed === 0 && needed === 0 ? '' : `${staffed}/${needed}`}
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
