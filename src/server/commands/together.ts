import type { CommandEffect } from './command';

/**
 * One effect of several: all of them at once. Sites of the others are affected by it: what it is about says who has a say.
 */
export function together(main: CommandEffect, others: readonly CommandEffect[]): CommandEffect {
  return {
    ...main,
    rows: [...main.rows, ...others.flatMap(({ rows }) => rows)],
    subjects: [...main.subjects, ...others.flatMap(({ subjects }) => subjects)],
    affected: [
      ...(main.affected ?? []),
      ...others.flatMap(({ sites, affected = [] }) => [...sites, ...affected]),
    ],
    remarks: [...(main.remarks ?? []), ...others.flatMap(({ remarks = [] }) => remarks)],
    shifts: [...(main.shifts ?? []), ...others.flatMap(({ shifts = [] }) => shifts)],
    onCommitted: async (trx) => {
      await main.onCommitted?.(trx);
      for (const { onCommitted } of others) await onCommitted?.(trx);
    },
  };
}
