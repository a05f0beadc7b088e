import { formatCsv } from '@/formats/table/csv';
import { formatXlsx } from '@/formats/table/xlsx';

/** What kind of file an answer is. */
const TYPES = {
  csv: 'text/csv; charset=utf-8',
  xlsx: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  pdf: 'application/pdf',
  zip: 'application/zip',
  json: 'application/json; charset=utf-8',
  ics: 'text/calendar; charset=utf-8',
} as const;

export type FileKind = keyof typeof TYPES;

/** An answer that is kept as a file of this name, whatever signs the name has. */
export function fileResponse(body: BodyInit, name: string, kind: FileKind): Response {
  return new Response(body, {
    headers: {
      'content-type': TYPES[kind],
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(fileName(name))}`,
    },
  });
}

/** A name that every disk takes. */
function fileName(name: string): string {
  return name.replace(/[\u0000-\u001f/\\:*?"<>|]/g, '-');
}

/** A list as a file: CSV, or a workbook of one sheet. What a spreadsheet would take for a formula is none in it. */
export async function tableResponse(
  lines: readonly (readonly string[])[],
  name: string,
  form: 'csv' | 'xlsx',
): Promise<Response> {
  const body = form === 'csv' ? formatCsv(lines) : ((await formatXlsx('List', lines)) as BodyInit);
  return fileResponse(body, `${name}.${form}`, form);
}
