import { WHOLE_DAY, type LeaveAmount, type LeaveUnit } from '@/core/leave/amount';
import { formatDate } from '@/core/time/day';
import { bareHours } from '@/core/time/format';
import { type Result, fail } from '@/core/plan/problem';
import { formatCsv } from '@/formats/table/csv';
import { formatXlsx } from '@/formats/table/xlsx';
import type { Database } from '@/data/database';
import type { Actor } from '../access/actor';
import { balancesAt } from './balances';
import { seesRequests } from './queries';

const PARTS = ['granted', 'taken', 'ahead', 'waiting', 'left'] as const;
const HEADS = ['Granted', 'Taken', 'Approved ahead', 'Waiting', 'Left'];

/** The balances of a site as a file: a line for each person and kind of leave. */
export async function balancesFile(
  db: Database,
  actor: Actor,
  site: string,
  form: 'csv' | 'xlsx',
): Promise<Result<{ body: Uint8Array<ArrayBuffer> | string }>> {
  if (!(await seesRequests(db, actor, site)))
    return fail('forbidden', `${actor.name} may not see balances here`);
  const { people, types, today } = await balancesAt(db, actor, site);
  const lines = [['Name', 'Kind', 'Unit', ...HEADS, 'Ends', 'Of it', 'As of']];
  for (const { name, cells } of people)
    for (const type of types) {
      const cell = cells[type.id];
      if (!cell) continue;
      lines.push([
        ...[name, type.name, type.unit === 'hours' ? 'hours' : 'days'],
        ...PARTS.map((part) => plainAmount(cell[part], type.unit)),
        ...(cell.ends ? [formatDate(cell.ends.date), plainAmount(cell.ends.amount, type.unit)] : ['', '']),
        formatDate(today),
      ]);
    }
  return {
    ok: true,
    body: form === 'csv' ? formatCsv(lines) : new Uint8Array(await formatXlsx('Balances', lines)),
  };
}

function plainAmount(amount: LeaveAmount, unit: LeaveUnit): string {
  return unit === 'hours' ? bareHours(amount).replace('−', '-') : String(amount / WHOLE_DAY);
}
