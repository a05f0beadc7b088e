import { UnreadableFile } from '@/formats/table/cells';
import { failureProblem } from '../access/route';
import { lineStream } from '../line-stream';
import type { UploadEvent } from './payload';

/** What a browser may declare a file as; what it is, its bytes tell. */
export const FILE_TYPES = [
  'text/csv',
  'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  'application/octet-stream',
] as const;

/** The name a browser gave the file; a name that cannot be read is no reason to refuse it. */
export function nameOfFile(request: Request): string {
  try {
    return decodeURIComponent(request.headers.get('x-file-name') ?? 'list').slice(0, 200);
  } catch {
    return 'list';
  }
}

/** Answers lines of JSON while a file is taken in: how many rows are read, then the preview or what is wrong. */
export function uploadAnswer<Preview>(
  request: Request,
  take: (onRows: (rows: number) => void) => Promise<Preview>,
): Response {
  return lineStream<UploadEvent<Preview>>(request, async (say) => {
    try {
      say({ preview: await take((rows) => say({ rows })) });
    } catch (error) {
      const unreadable = error instanceof UnreadableFile;
      say({ problem: unreadable ? error.message : failureProblem(error, 'import').message });
    }
  });
}
