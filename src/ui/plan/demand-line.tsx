import { memo } from 'react';
import type { Change } from '@/core/plan/change';
import { writeDay, writeShortSpan, writeTimeSpan } from '@/core/time/write';
import { Bar } from '../canvas/bar';
import { HEAD_WIDTH, isPublishedAs, lanesOf } from '../canvas/row';
import { type Scale, xOf } from '../canvas/scale';
import { CellEditor } from './cell-editor';
import { usePlan, useView } from './controller';
import { type DemandRow, cellOf } from './demand';
import type { TypedShift } from './edits';
import { useLooks } from './looks';

const LANE = 20;
/** Distance from one lane to the next. */
const STEP = LANE + 2;
const TOP = 5;
/** More shifts above one another than this are only counted. */
const LANES = 12;

interface Props {
  readonly row: DemandRow;
  readonly index: number;
  /** Day of the active cell in this row, -1 for none. */
  readonly active: number;
  readonly scale: Scale;
  /** What typed shifts change; null: nothing is typed here. */
  readonly changesOf: ((shifts: readonly TypedShift[]) => Change[]) | null;
}

/** One role or need over the days: what is missing first, then who fills it. */
export const DemandLine = memo(function DemandLine({ row, index, active, scale, changesOf }: Props) {
  const judgement = usePlan((state) => state.judgement);
  const hourFormat = usePlan((state) => state.hourFormat);
  const published = usePlan((state) => state.published);
  const ghost = useView((view) => (view.ghost?.row === index ? view.ghost : null));
  const lifted = useView((view) => view.ghost?.lifted ?? null);
  const looks = useLooks();
  const look = (row.role && looks.get(row.role)) || null;
  const cells = Array.from({ length: scale.days }, (_, i) => {
    const cell = cellOf(judgement, row, scale.firstDay + i);
    return { ...cell, lanes: lanesOf(cell.shifts.map(({ shift }) => shift)) };
  });
  const most = Math.max(
    1,
    ...cells.map(({ missing, lanes }) => Math.min(lanes.count, LANES + 1) + (missing.length > 0 ? 1 : 0)),
  );
  return (
    <div
      role="row"
      aria-rowindex={index + 2}
      className="border-fine relative border-b"
      style={{ height: Math.max(most * STEP + 10, 38) }}
    >
      <div
        role="rowheader"
        className="absolute inset-y-0 left-0 overflow-hidden pt-1.5 pr-2 pl-4"
        style={{ width: HEAD_WIDTH }}
      >
        <span className="block truncate text-[12.5px] leading-4 font-semibold">{row.name}</span>
        <span className="text-muted block truncate text-[11px] leading-3">{row.note}</span>
      </div>
      {cells.map(({ shifts, missing, lanes }, i) => {
        const day = scale.firstDay + i;
        const local: Scale = { ...scale, firstDay: day };
        const gaps = missing.map(
          (gap) => `${gap.count} missing ${writeTimeSpan(gap.from, gap.to, hourFormat)}`,
        );
        const who = shifts.map(
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
          >
            {shifts.map(({ shift, name }, n) => {
              if (lanes.of[n] >= LANES) return null;
              const before = published.get(shift.id);
              const { role } = shift.own!;
              return (
                <Bar
                  key={shift.id}
                  shift={shift}
                  scale={local}
                  day={day}
                  look={look ?? ((role && looks.get(role)) || null)}
                  hourFormat={hourFormat}
                  pencil={!before || !isPublishedAs(before, shift.own!)}
                  trouble={null}
                  top={TOP + (lanes.of[n] + (missing.length > 0 ? 1 : 0)) * STEP}
                  height={LANE}
                  lifted={lifted === shift.id}
                  picked={false}
                  title={who[n]}
                  called={name}
                />
              );
            })}
            {missing.map((gap, n) => {
              const left = xOf(local, day, gap.from);
              const width = Math.max(xOf(local, day, gap.to) - left, 4);
              return (
                <div
                  key={`${gap.from} ${gap.to}`}
                  className="border-gap text-gap condensed absolute overflow-hidden border border-dashed text-center text-[11px] leading-[18px] font-semibold whitespace-nowrap"
                  title={gaps[n]}
                  style={{ left, width, top: TOP, height: LANE }}
                >
                  {width > 16 && `−${gap.count}`} {width > 70 && writeShortSpan(gap.from, gap.to, hourFormat)}
                </div>
              );
            })}
            {lanes.count > LANES && (
              <span
                className="text-muted absolute bottom-1 left-1 text-[11.5px] leading-4"
                title={who.join(', ')}
              >
                and {lanes.of.filter((lane) => lane >= LANES).length} more
              </span>
            )}
          </div>
        );
      })}
      {ghost && (
        <div
          className="ghost"
          data-ink={(ghost.role && looks.get(ghost.role)?.ink) || undefined}
          data-refused={ghost.refused || undefined}
          style={{
            left: HEAD_WIDTH + xOf(scale, ghost.day, ghost.from),
            width: Math.max(xOf(scale, ghost.day, ghost.to) - xOf(scale, ghost.day, ghost.from), 3),
          }}
        />
      )}
      {changesOf && (
        <CellEditor scale={scale} top={2} low={index < 3} whose={`${row.name}, open`} changesOf={changesOf} />
      )}
    </div>
  );
});
