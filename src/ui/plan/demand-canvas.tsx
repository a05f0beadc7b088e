import { useEffect, useMemo, useRef, useState } from 'react';
import { openOn } from '@/core/plan/frame';
import type { Change } from '@/core/plan/change';
import { readShifts } from '@/core/time/read-shifts';
import { writeDay, writeShortSpan, writeTimeSpan } from '@/core/time/write';
import { HEAD_WIDTH, isPublishedAs, lanesOf } from '../canvas/row';
import { type Scale, xOf } from '../canvas/scale';
import type { RowsAre } from './arrange';
import { type DemandCell, type DemandRow, cellOf, needRows, roleRows } from './demand';
import { useScale } from './use-scale';
import { useController, usePlan, useView } from './controller';
import { DayHeads } from './day-heads';
import { newShift } from './edits';
import { useLooks } from './looks';
import { SkylinePanel } from './skyline-panel';

const LANE = 20;
/** More shifts above one another than this are only counted. */
const LANES = 12;

/** The week from the side of what is needed: a row for each role, or for each need, with who fills it. */
export function DemandCanvas({ rowsAre }: { readonly rowsAre: Exclude<RowsAre, 'people'> }) {
  const controller = useController();
  const scroller = useRef<HTMLDivElement>(null);
  const scale = useScale(scroller);
  const judgement = usePlan((state) => state.judgement);
  const hourFormat = usePlan((state) => state.hourFormat);
  const firstDay = useView((view) => view.firstDay);
  const rows = useMemo(
    () => (rowsAre === 'roles' ? roleRows(judgement) : needRows(judgement, hourFormat)),
    [judgement, rowsAre, hourFormat],
  );
  const [at, setAt] = useState({ row: 0, day: controller.view.getState().active.day });
  const [typed, setTyped] = useState<string | null>(null);
  const { days } = judgement.plan;
  const row = Math.min(at.row, rows.length - 1);
  const go = (down: number, right: number) => {
    const day = Math.min(Math.max(at.day + right, 0), days - 1);
    setAt({ row: Math.min(Math.max(row + down, 0), rows.length - 1), day });
    controller.view.setState((view) => ({
      firstDay:
        day < view.firstDay ? day : day >= view.firstDay + view.days ? day - view.days + 1 : view.firstDay,
    }));
  };
  const open = (cell: DemandCell, wanted: DemandRow) => {
    const [gap] = cell.missing;
    if (gap) {
      const place = { row: controller.rows - 1, day: at.day };
      const shift = newShift(judgement, place, { from: gap.from, to: gap.to }, wanted.role);
      controller.open({ kind: 'cover', shift, isNew: true });
    } else if (cell.shifts[0]) controller.open({ kind: 'shift', id: cell.shifts[0].shift.id });
    else controller.tell({ text: 'Nothing is needed here and nobody is on.' });
  };
  // Alt W asks for what is chosen here.
  useEffect(() => {
    controller.answerAsks(() => {
      const wanted = rows[row];
      if (wanted) open(cellOf(judgement, wanted, at.day), wanted);
    });
    return () => controller.answerAsks(null);
  });
  const onKeyDown = (event: React.KeyboardEvent) => {
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z') {
      event.preventDefault();
      if (event.shiftKey) controller.redo();
      else controller.undo();
      return;
    }
    if (
      event.altKey ||
      event.ctrlKey ||
      event.metaKey ||
      (event.target as HTMLElement).closest('button, input')
    )
      return;
    const wanted = rows[row];
    if (!wanted) return;
    const move: Record<string, [number, number]> = {
      ArrowUp: [-1, 0],
      ArrowDown: [1, 0],
      ArrowLeft: [0, -1],
      ArrowRight: [0, 1],
    };
    if (move[event.key]) go(...move[event.key]);
    else if (event.key === 'Enter') open(cellOf(judgement, wanted, at.day), wanted);
    else if (event.key.length === 1 && /[\p{L}\d]/u.test(event.key)) setTyped(event.key);
    else return;
    event.preventDefault();
  };
  const keep = (text: string): string | null => {
    const { plan } = judgement;
    const read = readShifts(text, plan.roles, openOn(plan, plan.from + at.day));
    if (!read.ok) return read.problem.message;
    const place = { row: controller.rows - 1, day: at.day };
    const changes = read.value.map(({ from, to, role }): Change => ({
      do: 'add',
      shift: newShift(judgement, place, { from, to }, role ?? rows[row].role),
    }));
    if (!controller.commit(changes)) return 'It was not kept.';
    setTyped(null);
    setTimeout(() => scroller.current?.focus({ preventScroll: true }), 0);
    return null;
  };
  return (
    <div className="flex min-h-0 min-w-0 flex-1 flex-col">
      <div
        ref={scroller}
        id="canvas"
        role="grid"
        tabIndex={0}
        aria-label={rowsAre === 'roles' ? 'Week plan by role' : 'Week plan by need'}
        aria-activedescendant={`demand-${row}-${at.day}`}
        className="relative flex min-h-0 flex-1 flex-col overflow-x-hidden overflow-y-auto [scrollbar-gutter:stable] [scrollbar-width:thin]"
        onKeyDown={onKeyDown}
      >
        <DayHeads scale={scale} />
        {rows.length === 0 && (
          <p className="text-muted px-4 py-8">
            {rowsAre === 'roles'
              ? 'This site has no roles yet.'
              : 'Nothing is needed in this week. Needs are painted in Set-up.'}
          </p>
        )}
        <div role="rowgroup">
          {rows.map((one, r) => (
            <DemandLine
              key={one.key}
              row={one}
              index={r}
              active={r === row ? at.day : -1}
              scale={scale}
              firstDay={firstDay}
              onChoose={(day) => setAt({ row: r, day })}
              onOpen={(cell) => open(cell, one)}
              typed={r === row ? typed : null}
              onTyped={setTyped}
              onKeep={keep}
            />
          ))}
        </div>
      </div>
      <SkylinePanel scale={scale} />
    </div>
  );
}

function DemandLine({
  row,
  index,
  active,
  scale,
  firstDay,
  onChoose,
  onOpen,
  typed,
  onTyped,
  onKeep,
}: {
  readonly row: DemandRow;
  readonly index: number;
  readonly active: number;
  readonly scale: Scale;
  readonly firstDay: number;
  readonly onChoose: (day: number) => void;
  readonly onOpen: (cell: DemandCell) => void;
  readonly typed: string | null;
  readonly onTyped: (text: string | null) => void;
  readonly onKeep: (text: string) => string | null;
}) {
  const judgement = usePlan((state) => state.judgement);
  const hourFormat = usePlan((state) => state.hourFormat);
  const published = usePlan((state) => state.published);
  const looks = useLooks();
  const look = (row.role && looks.get(row.role)) || null;
  const cells = Array.from({ length: scale.days }, (_, i) => cellOf(judgement, row, firstDay + i));
  const lanes = cells.map((cell) => lanesOf(cell.shifts.map(({ shift }) => shift)));
  const most = Math.max(
    1,
    ...cells.map((cell, i) => Math.min(lanes[i].count, LANES + 1) + (cell.missing.length > 0 ? 1 : 0)),
  );
  const height = Math.max(most * (LANE + 2) + 10, 38);
  const local: Scale = { ...scale, firstDay: 0 };
  return (
    <div role="row" aria-rowindex={index + 2} className="border-fine relative border-b" style={{ height }}>
      <div
        role="rowheader"
        className="absolute inset-y-0 left-0 overflow-hidden pt-1.5 pr-2 pl-4"
        style={{ width: HEAD_WIDTH }}
      >
        <span className="block truncate text-[12.5px] leading-4 font-semibold">{row.name}</span>
        <span className="text-muted block truncate text-[11px] leading-3">{row.note}</span>
      </div>
      {cells.map((cell, i) => {
        const day = firstDay + i;
        const gaps = cell.missing.map(
          (gap) => `${gap.count} missing ${writeTimeSpan(gap.from, gap.to, hourFormat)}`,
        );
        const who = cell.shifts.map(
          ({ shift, name }) => `${name} ${writeTimeSpan(shift.own!.from, shift.own!.to, hourFormat)}`,
        );
        const says = [...who, ...gaps].join('; ') || 'nobody';
        return (
          <div
            key={day}
            id={`demand-${index}-${day}`}
            role="gridcell"
            aria-colindex={day + 2}
            aria-label={`${row.name}, ${writeDay(judgement.plan.from + day)}: ${says}`}
            data-active={active === day || undefined}
            className="canvas-cell"
            style={{ left: HEAD_WIDTH + i * scale.dayWidth, width: scale.dayWidth }}
            onPointerDown={() => onChoose(day)}
            onDoubleClick={() => onOpen(cell)}
          >
            {cell.shifts.map(({ shift, name }, n) => {
              if (lanes[i].of[n] >= LANES) return null;
              const { from, to } = shift.own!;
              const left = xOf(local, 0, from);
              const open = shift.person === null;
              const before = published.get(shift.id);
              return (
                <div
                  key={shift.id}
                  className="bar"
                  data-ink={look?.ink ?? 'slate'}
                  data-pencil={!before || !isPublishedAs(before, shift.own!) || undefined}
                  title={`${name}, ${writeTimeSpan(from, to, hourFormat)}`}
                  style={{
                    left,
                    width: Math.max(xOf(local, 0, to) - left, 5),
                    top: 5 + (lanes[i].of[n] + (cell.missing.length > 0 ? 1 : 0)) * (LANE + 2),
                    height: LANE,
                    cursor: 'default',
                  }}
                >
                  <span className="truncate">{open ? 'open' : name}</span>
                </div>
              );
            })}
            {cell.missing.map((gap, n) => {
              const left = xOf(local, 0, gap.from);
              const width = Math.max(xOf(local, 0, gap.to) - left, 4);
              const span = writeShortSpan(gap.from, gap.to, hourFormat);
              return (
                <div
                  key={`${gap.from} ${gap.to}`}
                  className="border-gap text-gap condensed absolute overflow-hidden border border-dashed text-center text-[11px] leading-[18px] font-semibold whitespace-nowrap"
                  title={gaps[n]}
                  style={{ left, width, top: 5, height: LANE }}
                >
                  {width > 16 && `−${gap.count}`} {width > 70 && span}
                </div>
              );
            })}
            {lanes[i].count > LANES && (
              <span
                className="text-muted absolute bottom-1 left-1 text-[11.5px] leading-4"
                title={who.join(', ')}
              >
                and {lanes[i].of.filter((lane) => lane >= LANES).length} more
              </span>
            )}
            {typed !== null && active === day && (
              <TypedOpen first={typed} onKeep={onKeep} onLeave={() => onTyped(null)} />
            )}
          </div>
        );
      })}
    </div>
  );
}

/** Times typed into a cell; they make open shifts in the row's role. */
function TypedOpen({
  first,
  onKeep,
  onLeave,
}: {
  readonly first: string;
  readonly onKeep: (text: string) => string | null;
  readonly onLeave: () => void;
}) {
  const [text, setText] = useState(first);
  const [wrong, setWrong] = useState<string | null>(null);
  return (
    <span className="absolute top-0.5 left-0 z-10">
      <input
        autoFocus
        className="border-ink bg-sheet h-[30px] w-[150px] rounded-[3px] border-2 px-1.5 text-[12.5px] font-semibold"
        aria-label="An open shift"
        aria-invalid={wrong !== null}
        value={text}
        spellCheck={false}
        onChange={(event) => {
          setText(event.target.value);
          setWrong(null);
        }}
        onBlur={onLeave}
        onKeyDown={(event) => {
          event.stopPropagation();
          if (event.key === 'Enter') setWrong(onKeep(text));
          else if (event.key === 'Escape') onLeave();
        }}
      />
      {wrong && (
        <span
          role="alert"
          className="border-gap bg-sheet text-gap absolute top-8 left-0 w-[230px] border px-2 py-1 text-[12px]"
        >
          {wrong}
        </span>
      )}
    </span>
  );
}
