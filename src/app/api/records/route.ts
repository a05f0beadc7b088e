import { fileResponse } from '@/server/access/file-response';
import { route } from '@/server/access/route';
import { exportAll } from '@/server/records/export';

/** Everything of the organisation, as files. */
export const GET = route({ name: 'GET records', permission: 'records.export' }, async ({ db, actor }) => {
  const found = await exportAll(db, actor);
  if (!found.ok) return found;
  return fileResponse(new Uint8Array(found.zip), 'vicenda-records.zip', 'zip');
});
