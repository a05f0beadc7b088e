import { memo } from 'react';
import type { Shift } from '@/core/plan/types';
import { publicationOf } from '@/core/publish/publication';
import { type HourFormat, formatDay, formatShortSpan, formatTimeSpan } from '@/core/time/format';
import { Bar } from '../../canvas/bar';
import type { RoleStyle } from '../../canvas/bar-label';
import { holdersOf } from '@/core/grid/needs-rows';
import { HEAD_WIDTH, cellId } from '../../canvas/row';
import { type Scale, xOf } from '../../canvas/scale';
import { CellEditor } from '../input/cell-editor';
import { usePlan, useView } from '../state/controller';
import { type NeedsLayout, LANE, LANES, type LaidCell, STEP, TOP } from './needs-layout';
import { useChosenOf } from './use-chosen';
import { GhostBar } from './ghost';
import { useRoleStyles } from './role-styles';

interface Props {
  readonly layout: NeedsLayout;
  /** Where the row stands in the order shown. */
  readonly position: number;
  /** In pixels from the first row. */
  readonly top: number;
  readonly scale: Scale;
}

/** One role or need over the days: what is missing first, then who fills it. */
export const NeedsLine = memo(function NeedsLine(props: Props) {
  const { layout, position, top, scale } = props;
  const { row, cells, height } = layout;
  const hourFormat = usePlan((state) => state.hourFormat);
  const published = usePlan((state) => state.published);
  const plan = usePlan((state) => state.judgement.plan);
  const chosen = useChosenOf(row.id);
  const roleStyles = useRoleStyles();
  return (
    <div
      role="row"
      aria-rowindex={position + 2}
      data-row={row.id}
      className="border-fine absolute inset-x-0 border-b"
      style={{ top, height, zIndex: chosen.isTyped ? 2 : undefined }}
    >
      <div
        role="rowheader"
        className="absolute inset-y-0 left-0 overflow-hidden pt-1.5 pr-2 pl-4"
        style={{ width: HEAD_WIDTH }}
      >
        <span className="block truncate text-sm leading-4 font-semibold">{row.name}</span>
        <span className="text-muted block truncate text-xs leading-3">
          {row.span
            ? formatTimeSpan(row.span.from, row.span.to, hourFormat)
            : `${holdersOf(plan, row.role!)} can work it`}
        </span>
      </div>
      {cells.map((cell, i) => (
        <div
          key={cell.day}
          id={cellId(row.id, cell.day)}
          role="gridcell"
          aria-colindex={cell.day + 2}
          aria-label={`${row.name}, ${formatDay(plan.from + cell.day)}: ${describe(cell, hourFormat)}`}
          aria-selected={cell.day >= chosen.first && cell.day <= chosen.last}
          data-active={chosen.active === cell.day || undefined}
          className="canvas-cell"
          style={{ left: HEAD_WIDTH + i * scale.dayWidth, width: scale.dayWidth }}
        >
          <CellContent {...{ cell, scale, hourFormat, published, roleStyles }} role={row.role} />
        </div>
      ))}
      <GhostBar row={row.id} scale={scale} top={0} />
      {chosen.isTyped && <CellEditor scale={scale} top={2} low={position < 3} whose={`${row.name}, open`} />}
    </div>
  );
});

/** Shifts that are named one by one where a cell is put into words. */
const NAMED = 12;

function describe({ shifts, missing }: LaidCell, hourFormat: HourFormat): string {
  const gaps = missing.map((gap) => gapSaid(gap, hourFormat));
  const who = shifts.slice(0, NAMED).map((one) => whoSaid(one, hourFormat));
  const more = shifts.length > NAMED ? [`${shifts.length - NAMED} more`] : [];
  return [...who, ...more, ...gaps].join('; ') || 'nobody';
}

function gapSaid({ from, to, count }: LaidCell['missing'][number], hourFormat: HourFormat): string {
  return `${count} missing ${formatTimeSpan(from, to, hourFormat)}`;
}

function whoSaid({ shift, name }: LaidCell['shifts'][number], hourFormat: HourFormat): string {
  return `${name} ${formatTimeSpan(shift.planShift!.from, shift.planShift!.to, hourFormat)}`;
}

/** What stands in a cell; drawn again only when something of it changed. */
const CellContent = memo(function CellContent({
  cell: { day, shifts, missing, lanes },
  role,
  scale,
  hourFormat,
  published,
  roleStyles,
}: {
  readonly cell: LaidCell;
  /** The role of the row; null: everybody. */
  readonly role: string | null;
  readonly scale: Scale;
  readonly hourFormat: HourFormat;
  readonly published: ReadonlyMap<string, Shift>;
  readonly roleStyles: ReadonlyMap<string, RoleStyle>;
}) {
  const dragged = useView((view) => view.ghost?.dragged ?? null);
  const local: Scale = { ...scale, firstDay: day };
  const hidden = lanes.of.filter((lane) => lane >= LANES).length;
  const below = missing.length > 0 ? STEP : 0;
  return (
    <>
      {shifts.map((one, n) => {
        if (lanes.of[n] >= LANES) return null;
        const { shift, name } = one;
        const drawn = role ?? shift.role;
        return (
          <Bar
            key={shift.id}
            shift={shift}
            scale={local}
            day={day}
            roleStyle={(drawn && roleStyles.get(drawn)) || null}
            hourFormat={hourFormat}
            pencil={publicationOf(shift.planShift!, published.get(shift.id)) !== 'published'}
            trouble={null}
            top={TOP + lanes.of[n] * STEP + below}
            height={LANE}
            dragged={dragged === shift.id}
            matched={false}
            title={whoSaid(one, hourFormat)}
            called={name}
          />
        );
      })}
      {missing.map((gap) => {
        const left = xOf(local, day, gap.from);
        const width = Math.max(xOf(local, day, gap.to) - left, 4);
        return (
          <div
            key={`${gap.from} ${gap.to}`}
            className="border-gap text-gap font-stretch-[78%] absolute overflow-hidden border border-dashed text-center text-xs leading-[18px] font-semibold whitespace-nowrap"
            title={gapSaid(gap, hourFormat)}
            style={{ left, width, top: TOP, height: LANE }}
          >
            {width > 16 && `−${gap.count}`} {width > 70 && formatShortSpan(gap.from, gap.to, hourFormat)}
          </div>
        );
      })}
      {hidden > 0 && (
        <span
          className="text-muted absolute bottom-1 left-1 text-xs leading-4"
          title={shifts
            .filter((_, n) => lanes.of[n] >= LANES)
            .map((one) => whoSaid(one, hourFormat))
            .join(', ')}
        >
          and {hidden} more
        </span>
      )}
    </>
  );
});
