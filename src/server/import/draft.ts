import { gunzipSync, gzipSync } from 'node:zlib';
import type { Table } from '@/formats/table/cells';

/** Tables of a file as they are kept until they are imported: small, as lists repeat themselves. */
export function packed(tables: readonly Table[]): string {
  return gzipSync(JSON.stringify(tables)).toString('base64');
}

/** The way back of {@link packed}; also reads what was kept as plain JSON. */
export function unpacked(content: string): Table[] {
  const text = content.startsWith('[') ? content : gunzipSync(Buffer.from(content, 'base64')).toString();
  return JSON.parse(text) as Table[];
}
