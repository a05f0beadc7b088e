import type { Result } from '@/core/plan/problem';
import type { Day } from '@/core/time/day';
import { type BackupOptions, makeBackup } from '@/data/backup';
import type { PlanMemory } from '@/data/week/plan-memory';
import type { Actor } from '../access/actor';
import type { Watch } from '../commands/command';
import type { CommandRequest } from '../commands/payload';
import { previewCommand } from '../commands/preview';
import { todayOf } from '../commands/request';
import { runCommand } from '../commands/run';
import type { Connections } from '../commands/settle';
import { undoCommand } from '../commands/undo';
import type { ImportOptions } from '../people/import/payload';
import { planDraft, planImport } from '../people/import/plan-import';
import type { ShiftImportOptions } from '../week/import/payload';
import { planShiftDraft, planShiftImport } from '../week/import/plan-shift-import';
import { weekBookOf } from '../plan/shift-file';
import { workOutBehind, workOutFairness, workOutKindShares } from '../fairness/work';
import { ownMonthPdf } from '../print/own-month';
import { type PdfRequest, pdfOf } from '../print/pdf';

/** Who asks for a command. */
interface Asking {
  readonly actor: Actor;
  readonly request: CommandRequest;
}

/**
 * What may take long, and so runs in threads of its own. What goes in and what comes out are plain values, as they
 * are copied from thread to thread.
 */
export const TASKS = {
  /** Everything that is read for one answer is of one moment, where there is a connection that only reads. */
  preview: (
    { db, reader, memory }: Connections & { readonly memory?: PlanMemory },
    { actor, request }: Asking,
    watch: Watch,
  ) =>
    reader
      ? reader.transaction().execute((on) => previewCommand(on, actor, request, watch, memory))
      : previewCommand(db, actor, request, watch),
  run: ({ db, reader }: Connections, { actor, request }: Asking, watch: Watch) =>
    runCommand(db, actor, request, { preview: false, watch, reader }),
  undo: (
    { db, reader }: Connections,
    undo: { readonly actor: Actor; readonly id: string; readonly undoId: string; readonly rest: boolean },
    watch: Watch,
  ) => undoCommand(db, undo.actor, undo.id, undo.undoId, undo.rest, { reader, watch }),
  planImport: async ({ db, reader }: Connections, options: ImportOptions) => {
    const on = reader ?? db;
    return previewOf(await planImport(on, await todayOf(on, options.site ?? undefined), options));
  },
  planShiftImport: async (
    { db, reader }: Connections,
    { site, options }: { readonly site: string; readonly options: ShiftImportOptions },
  ) => previewOf(await planShiftImport(reader ?? db, site, options)),
  planShiftDraft: async ({ db, reader }: Connections, input: Parameters<typeof planShiftDraft>[1]) =>
    previewOf(await planShiftDraft(reader ?? db, input)),
  printPdf: ({ db, reader }: Connections, { actor, ...request }: { readonly actor: Actor } & PdfRequest) =>
    pdfOf(reader ?? db, actor, request),
  printOwnMonth: ({ db, reader }: Connections, input: Parameters<typeof ownMonthPdf>[1]) =>
    ownMonthPdf(reader ?? db, input),
  weekBook: (
    { db, reader }: Connections,
    { actor, site, week }: { readonly actor: Actor; readonly site: string; readonly week: Day },
  ) => weekBookOf(reader ?? db, actor, site, week),
  fairnessBehind: ({ db, reader }: Connections, input: Parameters<typeof workOutBehind>[1]) =>
    workOutBehind(reader ?? db, input),
  fairness: ({ db, reader }: Connections, input: Parameters<typeof workOutFairness>[1]) =>
    workOutFairness(reader ?? db, input),
  kindShares: ({ db, reader }: Connections, input: Parameters<typeof workOutKindShares>[1]) =>
    workOutKindShares(reader ?? db, input),
  backUp: ({ db }: Connections, { folder, ...how }: { readonly folder: string } & BackupOptions) =>
    makeBackup(db, folder, how),
  planDraft: async (
    { db, reader }: Connections,
    input: { readonly draft: string; readonly site: string | null },
  ) => {
    const on = reader ?? db;
    return previewOf(
      await planDraft(on, await todayOf(on, input.site ?? undefined), input.draft, input.site),
    );
  },
};

/** What is shown of a file that was read, without what it would write. */
function previewOf<Preview>(planned: Result<{ plan: { readonly preview: Preview } }>) {
  return planned.ok ? { ok: true as const, preview: planned.plan.preview } : planned;
}

export type Tasks = typeof TASKS;
export type TaskName = keyof Tasks;
