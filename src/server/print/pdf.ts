import type { Result } from '@/core/plan/problem';
import type { Paper } from '@/core/sheets/paper';
import type { Database } from '@/data/database';
import type { Actor } from '../access/actor';
import { shippedFaces } from './faces';
import { type SheetRequest, sheetsOf } from './sheets';

/** A sheet of a site as a PDF; `each`: a page for every person in place of one sheet of them all. */
export interface PdfRequest extends SheetRequest {
  readonly paper: Paper;
  readonly each: boolean;
}

/** The bytes of a sheet as a PDF, for who may read the site's plan, and what the file is called. */
export async function pdfOf(
  db: Database,
  actor: Actor,
  { paper, each, ...request }: PdfRequest,
): Promise<Result<{ bytes: Uint8Array; name: string }>> {
  const found = await sheetsOf(db, actor, request, each);
  if (!found.ok) return found;
  const { day, tables, site, title } = found.sheets;
  const name = `${site} ${title}.pdf`;
  // The maker of PDFs takes a while to load, and few ask for it.
  if (day) {
    const { dayPdf } = await import('@/formats/pdf/day-pdf');
    return { ok: true, bytes: await dayPdf(day, paper, shippedFaces()), name };
  }
  const { tablesPdf } = await import('@/formats/pdf/table-pdf');
  return { ok: true, bytes: await tablesPdf(tables, `${title} · ${site}`, paper, shippedFaces()), name };
}
