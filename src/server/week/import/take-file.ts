import type { Day } from '@/core/time/day';
import type { Database } from '@/data/database';
import { UnreadableFile } from '@/formats/table/cells';
import type { Actor } from '../../access/actor';
import { keepFile } from '../../import/upload';
import { inWorker } from '../../workers/in-worker';
import type { ShiftImportPreview } from './payload';

/** Takes a file of shifts in, keeps it, and says how it would be read and what that would do. Throws {@link UnreadableFile}. */
export async function takeShiftFile(
  db: Database,
  actor: Actor,
  file: { readonly name: string; readonly bytes: Uint8Array; readonly site: string; readonly week: Day },
  onRows: (rows: number) => void,
): Promise<ShiftImportPreview> {
  const draft = await keepFile(db, actor, file, onRows);
  const planned = await inWorker(db, 'planShiftDraft', { draft, site: file.site, week: file.week });
  if (!planned.ok) throw new UnreadableFile(planned.problem.message);
  return planned.preview;
}
