import { counted } from '@/core/time/format';
import { dropDraft } from '@/data/people/import-store';
import { command } from '../../commands/command';
import type { ShiftImportOptions } from './payload';
import { planShiftImport } from './plan-shift-import';
import { SHIFT_IMPORT } from './schema';

/** Takes the rows of a file of shifts that have no fault, all in one step that can be taken back whole. */
export const importShifts = command<'shifts.import', { site: string; options: ShiftImportOptions }>({
  kind: 'shifts.import',
  long: true,
  permission: 'plan.change',
  scope: ({ site }) => ({ sites: [site] }),
  input: SHIFT_IMPORT,
  async prepare({ db }, { site, options }) {
    const planned = await planShiftImport(db, site, options);
    if (!planned.ok) return planned;
    const { preview, changes, weeks } = planned.plan;
    if (preview.problem)
      return { ok: false, problem: { code: 'input', message: preview.problem, path: 'options' } };
    return {
      ok: true,
      work: {
        title: `Imported ${counted(changes.length, 'shift')} from ${preview.name}`,
        rows: [],
        subjects: [{ kind: 'site', id: site }],
        sites: [site],
        weeks,
        shifts: [{ site, changes }],
        onCommitted: (trx) => dropDraft(trx, options.draft),
      },
    };
  },
});
