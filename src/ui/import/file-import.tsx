'use client';

import { readLines } from '../commands/read-lines';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import type { Problem } from '@/core/plan/problem';
import { counted } from '@/core/time/format';
import type { CommandInputs } from '@/server/commands/list';
import type { FileOptions, FilePreview, UploadEvent } from '@/server/import/payload';
import { ImpactList } from '../commands/week-impacts';
import { sentence } from '../commands/sentence';
import { useCommand, usePreview } from '../commands/use-command';
import { ImportRows } from './import-rows';
import { Button } from '../kit/button';
import { FileInput } from '../kit/inputs/file-input';
import { ErrorState } from '../kit/states';
import { TextArea } from '../kit/inputs/text-input';
import { Page } from '../kit/page';

/** What is imported, and how it is spoken of. */
interface Props<Options extends FileOptions, Preview extends FilePreview<Options>> {
  readonly title: string;
  /** What a file of it may be, under the title. */
  readonly intro: React.ReactNode;
  /** How its cells are read, under the field. */
  readonly help: React.ReactNode;
  /** What cells look like. */
  readonly placeholder: string;
  readonly kind: 'people.import' | 'shifts.import';
  /** Where a file is sent, and where it is asked for read by other options. */
  readonly upload: string;
  readonly preview: string;
  /** What is sent along with other options, besides them. */
  readonly along?: object;
  /** Where one is once it is imported. */
  readonly after: string;
  /** How the file is read, to be changed. */
  readonly columns: (preview: Preview, onOptions: (options: Options) => void) => React.ReactNode;
}

/** The most that is sent, in bytes. */
const MOST_BYTES = 20_000_000;

/** The type a file is declared as; what it is, its bytes tell. */
function typeOf(name: string): string {
  if (/\.(csv|txt)$/i.test(name)) return 'text/csv';
  return /\.xlsx$/i.test(name)
    ? 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet'
    : 'application/octet-stream';
}

type State<Preview> =
  | { readonly at: 'pick'; readonly problem: string | null }
  | { readonly at: 'reading'; readonly sent: number; readonly rows: number }
  | {
      readonly at: 'look';
      readonly preview: Preview;
      readonly problem: string | null;
      readonly busy: boolean;
    };

/** A list from a file or pasted cells: picked, looked at row by row, and then taken in one step. */
export function FileImport<Options extends FileOptions, Preview extends FilePreview<Options>>(
  props: Props<Options, Preview>,
) {
  const { title, intro, help, placeholder, kind, along, after } = props;
  const router = useRouter();
  const [state, setState] = useState<State<Preview>>({ at: 'pick', problem: null });
  const [pasted, setPasted] = useState('');
  const reading = useRef<AbortController | null>(null);
  const { run, busy, problem } = useCommand();
  const inputOf = (options: Options) => ({ ...along, options }) as unknown as CommandInputs[typeof kind];

  const upload = async (body: Blob, name: string) => {
    // The server refuses it too, but only a browser that has sent all of it would hear why.
    if (body.size > MOST_BYTES)
      return setState({
        at: 'pick',
        problem: `${name} has ${Math.round(body.size / 1_000_000)} MB; at most ${MOST_BYTES / 1_000_000} MB are read. A list is far smaller: leave out what does not belong to it.`,
      });
    reading.current = new AbortController();
    setState({ at: 'reading', sent: body.size, rows: 0 });
    try {
      const response = await fetch(props.upload, {
        method: 'POST',
        headers: { 'content-type': typeOf(name), 'x-file-name': encodeURIComponent(name) },
        body,
        signal: reading.current.signal,
      });
      if (!response.ok) {
        // Refused before it was read: one answer, not lines.
        const { problem } = (await response.json()) as { problem: Problem };
        return setState({ at: 'pick', problem: sentence(problem) });
      }
      for await (const line of linesOf<Preview>(response))
        if ('rows' in line) setState({ at: 'reading', sent: body.size, rows: line.rows });
        else if ('preview' in line)
          setState({ at: 'look', preview: line.preview, problem: null, busy: false });
        else setState({ at: 'pick', problem: line.problem });
    } catch {
      const stopped = reading.current?.signal.aborted;
      setState({
        at: 'pick',
        problem: stopped ? null : 'The server cannot be reached, or it did not take the file.',
      });
    }
  };
  const reread = async (options: Options) => {
    if (state.at !== 'look') return;
    setState({ ...state, preview: { ...state.preview, options }, busy: true });
    try {
      const response = await fetch(props.preview, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(options),
      });
      const answer = (await response.json()) as
        | { ok: true; preview: Preview }
        | { ok: false; problem: { code: string; message: string; path: string } };
      if (answer.ok) setState({ at: 'look', preview: answer.preview, problem: null, busy: false });
      else setState({ ...state, problem: sentence(answer.problem), busy: false });
    } catch {
      setState({ ...state, problem: 'The server cannot be reached.', busy: false });
    }
  };
  const accept = async () => {
    if (state.at !== 'look') return;
    const { counts } = state.preview;
    const n = counts.new + counts.changed;
    const done = await run(kind, inputOf(state.preview.options), `Imported ${counted(n, 'row')}`);
    if (done) router.push(after);
  };
  return (
    <>
      {state.at === 'look' ? (
        <Look
          state={state}
          kind={kind}
          inputOf={inputOf}
          columns={props.columns}
          busy={busy}
          problem={problem ? sentence(problem) : state.problem}
          onOptions={(options) => void reread(options)}
          onAccept={() => void accept()}
          onAgain={() => setState({ at: 'pick', problem: null })}
        />
      ) : (
        <Page>
          <div className="mx-auto max-w-[760px]">
            <h1 className="font-serif text-xl font-semibold">{title}</h1>
            <p className="text-muted mb-5">{intro}</p>
            {state.at === 'reading' ? (
              <div role="status" className="border-rule bg-sheet border px-5 py-6">
                <p className="font-semibold">
                  Reading {Math.max(1, Math.round(state.sent / 1000)).toLocaleString('en')} kB
                  {state.rows > 0 && `, ${state.rows.toLocaleString('en')} rows so far`} …
                </p>
                <progress className="progress progress-primary mt-2 w-full" aria-label="Reading the file" />
                <Button className="mt-2" onClick={() => reading.current?.abort()}>
                  Stop
                </Button>
              </div>
            ) : (
              <>
                {state.problem && <ErrorState>{state.problem}</ErrorState>}
                <Pick onFile={(file) => void upload(file, file.name)} />
                <p className="text-muted my-3 text-center">or</p>
                <TextArea
                  label="Cells copied from a spreadsheet"
                  className="w-full font-mono text-sm"
                  rows={7}
                  placeholder={placeholder}
                  value={pasted}
                  onChange={setPasted}
                />
                <Button
                  className="mt-2"
                  disabled={pasted.trim() === ''}
                  onClick={() => void upload(new Blob([pasted]), 'pasted cells')}
                >
                  Look at these cells
                </Button>
                <p className="text-muted mt-6">{help}</p>
              </>
            )}
          </div>
        </Page>
      )}
    </>
  );
}

function Pick({ onFile }: { readonly onFile: (file: File) => void }) {
  const [over, setOver] = useState(false);
  return (
    <label
      className={`bg-sheet flex flex-col items-center gap-2 border border-dashed px-5 py-8 ${over ? 'border-ink' : 'border-muted'}`}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        const [file] = event.dataTransfer.files;
        if (file) onFile(file);
      }}
    >
      <span className="font-semibold">Drop a file here, or pick one</span>
      <FileInput label="File to import" accept=".csv,.tsv,.txt,.xlsx,.xls" onFile={onFile} />
      <span className="text-muted">CSV or XLSX, up to 20 MB</span>
    </label>
  );
}

function Look<Options extends FileOptions, Preview extends FilePreview<Options>>({
  state,
  kind,
  inputOf,
  columns,
  busy,
  problem,
  onOptions,
  onAccept,
  onAgain,
}: {
  readonly state: Extract<State<Preview>, { at: 'look' }>;
  readonly kind: Props<Options, Preview>['kind'];
  readonly inputOf: (options: Options) => CommandInputs[Props<Options, Preview>['kind']];
  readonly columns: Props<Options, Preview>['columns'];
  readonly busy: boolean;
  readonly problem: string | null;
  readonly onOptions: (options: Options) => void;
  readonly onAccept: () => void;
  readonly onAgain: () => void;
}) {
  const { preview } = state;
  const { counts } = preview;
  const mended = Object.keys(preview.options.mended ?? {}).length;
  const take = counts.new + counts.changed;
  const ready = preview.problem === null && take > 0 && !state.busy;
  const following = usePreview(kind, ready ? inputOf(preview.options) : null);
  return (
    <>
      <main className="flex min-h-0 flex-1 flex-col">
        <div className="border-rule bg-sheet border-b px-4 py-3">
          <h1 className="font-serif text-lg font-semibold">
            {preview.name}: {counts.new} new, {counts.changed} changed, {counts.same} as they are
            {counts.faulty > 0 && <span className="text-gap">, {counts.faulty} faulty</span>}
          </h1>
          {mended > 0 && (
            <p className="text-sm">
              {counted(mended, 'cell')} mended here.{' '}
              <Button kind="link" onClick={() => onOptions({ ...preview.options, mended: {} })}>
                As in the file again
              </Button>
            </p>
          )}
          {columns(preview, onOptions)}
        </div>
        <ImportRows
          preview={preview}
          busy={state.busy}
          onMend={(cell, text) =>
            onOptions({ ...preview.options, mended: { ...preview.options.mended, [cell]: text } })
          }
        />
      </main>
      <div
        role="region"
        aria-label="Import the rows"
        className="border-ink bg-sheet flex max-h-[36vh] shrink-0 items-start gap-6 overflow-y-auto border-t-[1.5px] px-4 py-2.5"
      >
        <div className="min-w-0 flex-1" aria-live="polite">
          {problem || preview.problem ? (
            <p className="text-gap font-semibold">{problem ?? preview.problem}</p>
          ) : take === 0 ? (
            <p className="text-muted">Nothing in it is new or different.</p>
          ) : (
            <ImpactList answer={following} />
          )}
        </div>
        <div className="flex shrink-0 gap-2">
          <Button onClick={onAgain}>Another file</Button>
          <Button kind="primary" disabled={busy || !ready} onClick={onAccept}>
            {busy
              ? 'Importing …'
              : counts.faulty > 0
                ? `Import the ${take} without faults`
                : `Import ${take}`}
          </Button>
        </div>
      </div>
    </>
  );
}

async function* linesOf<Preview>(response: Response): AsyncGenerator<UploadEvent<Preview>> {
  for await (const line of readLines<Parameters<typeof toLine<Preview>>[0]>(response)) yield toLine(line);
}

/** An answer that is no line of its own: the request was refused as a whole. */
function toLine<Preview>(
  answer: UploadEvent<Preview> | { readonly problem: { readonly message: string } },
): UploadEvent<Preview> {
  if ('problem' in answer && typeof answer.problem === 'object') return { problem: answer.problem.message };
  return answer as UploadEvent<Preview>;
}
