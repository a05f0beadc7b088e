import { readFileSync } from 'node:fs';
import { bomb, workbookOf } from '../src/server/import/testing';
import type { DemoServer } from '../e2e/server';

const CELL = '<row r="1"><c r="A1" t="inlineStr"><is><t>Name</t></is></c></row>';
const sheet = (rest: string, rows = CELL, more = '') =>
  workbookOf(`<sheetData>${rows}</sheetData>${rest}`, more);

/** Each with whether it may be taken: names of ranges are no harm where nobody spells them out. */
const FILES: readonly { readonly bytes: Uint8Array; readonly harmless?: boolean }[] = [
  { bytes: sheet('<mergeCells><mergeCell ref="A1:XFD20000"/></mergeCells>') },
  { bytes: sheet('', `${CELL}<row r="2"><c r="XFD2"><v>1</v></c></row>`) },
  {
    bytes: sheet(
      '',
      CELL,
      '<definedNames><definedName name="all">Sheet1!$A$1:$XFD$1048576</definedName></definedNames>',
    ),
    harmless: true,
  },
  { bytes: new TextEncoder().encode(`Name\n${','.repeat(9_000_000)}\n`) },
  { bytes: bomb(1000) },
];

/** Files that ask for more than there is: how long the longest took, and the most memory the server ever held. */
export async function hostileFiles(
  server: DemoServer,
): Promise<{ files: number; longest: number; memory: number; taken: number }> {
  let longest = 0;
  let taken = 0;
  for (const { bytes, harmless = false } of FILES) {
    const began = performance.now();
    const response = await fetch(`${server.url}/api/people/import?site=bistro`, {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream', ...server.headers },
      body: Buffer.from(bytes),
    });
    const text = await response.text();
    longest = Math.max(longest, (performance.now() - began) / 1000);
    if (!harmless && !text.includes('"problem"')) taken++;
  }
  const peak = /VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${server.pid}/status`, 'utf8'));
  return { files: FILES.length, longest, memory: Math.round(Number(peak?.[1] ?? 0) / 1000), taken };
}
