import type { Database } from '@/data/database';
import { UnreadableFile } from '@/formats/table/cells';
import type { Actor } from '../../access/actor';
import { keepFile } from '../../import/upload';
import { inWorker } from '../../workers/in-worker';
import type { ImportPreview } from './payload';

/** Takes a file of people in, keeps it, and says how it would be read and what that would do. Throws {@link UnreadableFile}. */
export async function takeFile(
  db: Database,
  actor: Actor,
  file: { readonly name: string; readonly bytes: Uint8Array; readonly site: string | null },
  onRows: (rows: number) => void,
): Promise<ImportPreview> {
  const draft = await keepFile(db, actor, file, onRows);
  const planned = await inWorker(db, 'planDraft', { draft, site: file.site });
  if (!planned.ok) throw new UnreadableFile(planned.problem.message);
  return planned.preview;
}
