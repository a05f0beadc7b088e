import { shownJudgement } from '../state/plan-store';
import { useMemo, useState } from 'react';
import type { Block } from '@/core/coverage/blocks';
import { type Judgement, coverageBetween } from '@/core/consequences/judge';
import { formatDay, formatLongDay, formatTime } from '@/core/time/format';
import { Select } from '../../kit/inputs/select';
import { useController, usePlan, useView } from '../state/controller';
import { Dialog } from '../../kit/dialog';
import { Table } from '../../kit/table';

/** Coverage as a table: blocks by days for one row of it, or by roles for one day. */
export function Figures() {
  const controller = useController();
  const judgement = usePlan(shownJudgement);
  const firstDay = useView((view) => view.firstDay);
  const days = useView((view) => view.days);
  const skyline = useView((view) => view.skyline);
  const { plan } = judgement;
  const hourFormat = usePlan((state) => state.hourFormat);
  const [row, setRow] = useState<number>(skyline ?? 0);
  const [day, setDay] = useState<number>(days === 1 ? firstDay : -1);
  const rowNames = [...plan.roles.map((role) => role.name), 'Everybody'];
  const table = useMemo(
    () => (day < 0 ? byDays(judgement, row, firstDay, Math.min(days, 7)) : byRoles(judgement, day, rowNames)),
    // rowNames follow from the judgement.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [judgement, row, day, firstDay, days],
  );
  return (
    <Dialog
      title="Coverage"
      className="w-[880px]"
      onClose={() => {
        controller.act.openDialog(null);
        document.getElementById('canvas')?.focus();
      }}
      tools={
        <>
          <Select
            label="Days or one day"
            value={day}
            onChange={setDay}
            options={[
              [-1, 'Blocks by days'],
              ...Array.from(
                { length: plan.days },
                (_, i) => [i, `${formatDay(plan.from + i)} by roles`] as const,
              ),
            ]}
          />
          {day < 0 && (
            <Select
              label="Role"
              value={row}
              onChange={setRow}
              options={rowNames.map((name, i) => [i, name] as const)}
            />
          )}
        </>
      }
    >
      <p className="text-muted mb-2 text-sm">
        {day < 0 ? rowNames[row] : formatLongDay(plan.from + day)}: people on / people needed, the fewest on
        and the most needed within a block. Short blocks carry their gap.
      </p>
      {table.lines.length === 0 ? (
        <p className="text-muted">Nobody is on and nobody is needed.</p>
      ) : (
        <Table isFlush className="tabular-nums">
          <thead>
            <tr>
              <th scope="col">From</th>
              {table.heads.map((head) => (
                <th key={head} scope="col" style={{ textAlign: 'right' }}>
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {table.lines.map(({ from, cells }) => (
              <tr key={from}>
                <th scope="row" style={{ border: 0, padding: '1px 8px 1px 0' }}>
                  {formatTime(from, hourFormat)}
                </th>
                {cells.map((cell, i) => (
                  <Cell key={i} block={cell} />
                ))}
              </tr>
            ))}
          </tbody>
        </Table>
      )}
    </Dialog>
  );
}

function Cell({ block }: { readonly block: Block | undefined }) {
  if (!block || (block.staffed === 0 && block.needed === 0))
    return <td style={{ padding: '1px 8px', textAlign: 'right' }} />;
  const { staffed, needed, gap } = block;
  return (
    <td
      style={{ padding: '1px 8px', textAlign: 'right', whiteSpace: 'nowrap' }}
      className={gap > 0 ? 'text-gap font-semibold' : staffed > needed ? 'text-slate' : ''}
    >
      {gap > 0 && <span className="mr-2">−{gap}</span>}
      {staffed} / {needed}
    </td>
  );
}

interface Table {
  readonly heads: readonly string[];
  readonly lines: readonly { readonly from: number; readonly cells: readonly (Block | undefined)[] }[];
}

function byDays(judgement: Judgement, row: number, first: number, count: number): Table {
  const columns = Array.from({ length: count }, (_, i) => first + i);
  return tableOf(
    judgement,
    columns,
    columns.map((day) => ({ row, day, head: formatDay(judgement.plan.from + day) })),
  );
}

function byRoles(judgement: Judgement, day: number, names: readonly string[]): Table {
  return tableOf(
    judgement,
    [day],
    names.map((head, row) => ({ row, day, head })),
  );
}

function tableOf(
  judgement: Judgement,
  days: readonly number[],
  columns: readonly { readonly row: number; readonly day: number; readonly head: string }[],
): Table {
  const ranges = days.flatMap((day) => judgement.ranges[day] ?? []);
  if (ranges.length === 0) return { heads: [], lines: [] };
  const span = {
    from: Math.min(...ranges.map((range) => range.from)),
    to: Math.max(...ranges.map((range) => range.to)),
  };
  const blocks = columns.map(({ row, day }) => coverageBetween(judgement, row, day, span));
  return {
    heads: columns.map(({ head }) => head),
    lines: blocks[0].map(({ from }, i) => ({ from, cells: blocks.map((column) => column[i]) })),
  };
}
