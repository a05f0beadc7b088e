import clsx from 'clsx';
import { counted, formatHours, formatTimeSpan } from '@/core/time/format';
import type { OwnShift } from '@/server/staff/payload';
import { Checkbox } from '../kit/inputs/checkbox';
import { useStaff } from './staff-context';

/** Everything a shift says besides its times and role: breaks and what is paid, station, duties, note, check-list. */
export function ShiftDetails({
  own,
  isOnDark = false,
}: {
  readonly own: OwnShift;
  /** It stands on the dark ground of the next shift. */
  readonly isOnDark?: boolean;
}) {
  const { page } = useStaff();
  const { shift, elapsed, breaks, paid } = own;
  const span = (from: number, to: number) => formatTimeSpan(from, to, page.hourFormat);
  const { detail, note } = shift;
  return (
    <div className={clsx('mt-1.5 flex flex-col gap-1.5', !isOnDark && 'pb-2')}>
      <dl className="grid grid-cols-[auto_1fr] gap-x-3">
        {detail?.station && <Line name="At">{detail.station}</Line>}
        {breaks.map((pause, i) => (
          <Line key={i} name="Break">
            {pause.minutes} min{pause.paid ? ', paid' : ''}
            {pause.at !== null && `, ${span(pause.at, pause.at + pause.minutes)}`}
          </Line>
        ))}
        {(detail?.duties ?? []).map((duty, i) => (
          <Line key={i} name={span(duty.from, duty.to)}>
            {duty.name}
          </Line>
        ))}
        <Line name="Paid">
          {elapsed === paid
            ? `${formatHours(paid)}, all of it`
            : `${formatHours(elapsed)} less ${counted(elapsed - paid, 'minute')} of break = ${formatHours(paid)}`}
        </Line>
      </dl>
      {note && <p>{note}</p>}
      {detail && detail.tasks.length > 0 && <Tasks own={own} isOnDark={isOnDark} />}
    </div>
  );
}

function Line({ name, children }: { readonly name: string; readonly children: React.ReactNode }) {
  return (
    <>
      <dt className="opacity-80">{name}</dt>
      <dd>{children}</dd>
    </>
  );
}

/** The check-list of a shift, each line to be ticked off. */
function Tasks({ own, isOnDark }: { readonly own: OwnShift; readonly isOnDark: boolean }) {
  const { page, isReadOnly, mark, patch } = useStaff();
  const { shift, done } = own;
  const tick = (task: string, isDone: boolean) => {
    patch((before) => ({
      ...before,
      shifts: before.shifts.map((one) =>
        one.shift.id === shift.id
          ? { ...one, done: isDone ? [...one.done, task] : one.done.filter((line) => line !== task) }
          : one,
      ),
    }));
    void mark('task.tick', { shift: shift.id, task, isDone });
  };
  return (
    <ul aria-label="Check-list">
      {shift.detail!.tasks.map((task) => (
        <li key={task}>
          <Checkbox
            checked={done.includes(task)}
            disabled={isReadOnly || shift.date > page.today}
            className={clsx(
              'min-h-11 w-full',
              isOnDark && '[&_input]:border-current [&_input]:bg-transparent',
            )}
            onChange={(isDone) => tick(task, isDone)}
          >
            <span className={done.includes(task) ? 'line-through opacity-80' : ''}>{task}</span>
          </Checkbox>
        </li>
      ))}
    </ul>
  );
}
