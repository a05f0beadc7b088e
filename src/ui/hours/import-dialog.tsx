import { useState } from 'react';
import type { Problem } from '@/core/plan/problem';
import { asSentence } from '@/core/sentence';
import { counted } from '@/core/time/format';
import type { PunchFile } from '@/server/clock/import';
import { useCommand, usePreview } from '../commands/use-command';
import { Button } from '../kit/button';
import { Dialog } from '../kit/dialog';
import { FileInput } from '../kit/inputs/file-input';
import { Table } from '../kit/table';

/** Takes in times of another clock: what of them is new and what cannot be taken is shown before. */
export function ImportDialog({ site, onClose }: { readonly site: string; readonly onClose: () => void }) {
  const [file, setFile] = useState<PunchFile | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [isReading, setReading] = useState(false);
  const { run, busy, problem } = useCommand();
  const input = file && file.rows.length > 0 ? { site, rows: file.rows } : null;
  const preview = usePreview('clock.import', input);
  const read = async (picked: File) => {
    setReading(true);
    setTrouble(null);
    setFile(null);
    const response = await fetch(`/api/clock/import/${encodeURIComponent(site)}`, {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream' },
      body: picked,
    }).catch(() => null);
    setReading(false);
    const answer = (await response?.json().catch(() => null)) as
      { ok: true; file: PunchFile } | { ok: false; problem: Problem } | null;
    if (answer?.ok) setFile(answer.file);
    else setTrouble(answer?.problem.message ?? 'There is no connection just now.');
  };
  const refused = problem ?? (preview?.ok === false ? preview.problem : null);
  return (
    <Dialog title="Times of another clock" className="w-[620px]" onClose={onClose}>
      <p className="mb-3">
        A list as CSV, XLSX or text: staff number, date and time, and in or out where the clock says so;
        otherwise that is found from the shifts. The same time counts once, however often it is taken in.
      </p>
      <FileInput label="List of times" accept=".csv,.xlsx,.txt,.tsv" onFile={(picked) => void read(picked)} />
      {isReading && <p className="text-muted mt-3">Reading the list …</p>}
      {file && (
        <>
          <p className="mt-3">
            {counted(file.rows.length, 'row')} can be read
            {file.faults.length > 0 && `, ${counted(file.faults.length, 'row')} cannot`}.
          </p>
          {file.faults.length > 0 && (
            <Table isFlush className="mt-2" aria-label="Rows that cannot be read">
              <thead>
                <tr>
                  <th scope="col">Row</th>
                  <th scope="col">It says</th>
                  <th scope="col">What is wrong</th>
                </tr>
              </thead>
              <tbody>
                {file.faults.slice(0, 50).map(({ row, text, message }) => (
                  <tr key={row}>
                    <td>{row}</td>
                    <td className="whitespace-normal">{text}</td>
                    <td className="text-gap whitespace-normal">{asSentence(message)}</td>
                  </tr>
                ))}
              </tbody>
            </Table>
          )}
          {preview?.ok && (
            <ul role="status" className="mt-3 list-inside list-disc">
              {preview.remarks.map((remark) => (
                <li key={remark}>{remark}</li>
              ))}
            </ul>
          )}
        </>
      )}
      {(trouble ?? refused) && (
        <p role="alert" className="text-gap mt-3 font-semibold">
          {asSentence(trouble ?? refused!.message)}
        </p>
      )}
      {input && (
        <Button
          kind="primary"
          className="mt-4"
          busy={busy}
          disabled={!preview?.ok}
          onClick={async () => {
            if (await run('clock.import', input)) onClose();
          }}
        >
          Take them in
        </Button>
      )}
    </Dialog>
  );
}
