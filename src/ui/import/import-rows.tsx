'use client';

import { Badge } from '../kit/badge';
import { Button } from '../kit/button';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { CellFault, FileOptions, FilePreview, RowPreview } from '@/server/import/payload';
import { TextInput } from '../kit/inputs/text-input';

const STATES: readonly (readonly [RowPreview['state'] | 'all', string])[] = [
  ['all', 'All'],
  ['faulty', 'Faulty'],
  ['new', 'New'],
  ['changed', 'Changed'],
  ['same', 'As they are'],
];

/** What every row would do; the faulty ones first, each fault with its place. */
export function ImportRows({
  preview,
  busy,
  onMend,
}: {
  readonly preview: FilePreview<FileOptions>;
  readonly busy: boolean;
  /** A cell gets another text. */
  readonly onMend: (cell: string, text: string) => void;
}) {
  const [state, show] = useState<RowPreview['state'] | 'all'>('all');
  const rows = useMemo(() => {
    const shown = state === 'all' ? preview.rows : preview.rows.filter((row) => row.state === state);
    return [...shown].sort(
      (a, b) => Number(b.state === 'faulty') - Number(a.state === 'faulty') || a.row - b.row,
    );
  }, [preview.rows, state]);
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: (i) => (rows[i].faults.length > 0 ? 1 + rows[i].faults.length * FAULT_HEIGHT : 30),
    overscan: 12,
  });
  const goesOn = useRef(false);
  useEffect(() => {
    if (!goesOn.current) return;
    goesOn.current = false;
    const next = scroller.current!.querySelector('input') ?? scroller.current!;
    next.focus();
  }, [preview.rows]);
  const sheet = preview.sheets[preview.options.sheet];
  return (
    <>
      <div role="radiogroup" aria-label="Rows shown" className="flex gap-1 px-4 py-2">
        {STATES.map(([id, name]) => (
          <Button
            key={id}
            kind={state === id ? 'chosen' : 'plain'}
            role="radio"
            aria-checked={state === id}
            onClick={() => show(id)}
          >
            {name} {id === 'all' ? preview.rows.length : preview.counts[id]}
          </Button>
        ))}
      </div>
      <div
        ref={scroller}
        tabIndex={0}
        role="table"
        aria-label="Rows of the file"
        aria-rowcount={rows.length}
        className={`min-h-0 flex-1 overflow-y-auto px-4 ${busy ? 'opacity-50' : ''}`}
      >
        <div role="rowgroup" className="relative" style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map((item) => {
            const row = rows[item.index];
            return (
              <div
                key={item.key}
                role="row"
                aria-rowindex={item.index + 1}
                className={`border-fine absolute inset-x-0 flex items-start gap-3 overflow-hidden border-b ${row.faults.length > 0 ? 'leading-8' : 'leading-[29px]'}`}
                style={{ top: item.start, height: item.size }}
              >
                <span role="cell" className="text-muted w-[64px] shrink-0">
                  Row {row.row}
                </span>
                <span role="cell" className="w-[64px] shrink-0">
                  <Badge state={row.state}>{row.state}</Badge>
                </span>
                <span role="cell" className="w-[190px] shrink-0 truncate font-semibold">
                  {row.name}
                </span>
                <span role="cell" className="min-w-0 flex-1">
                  {row.faults.map((fault) => (
                    <Mend
                      key={`${fault.cell} ${fault.message}`}
                      fault={fault}
                      sheet={preview.sheets.length > 1 ? sheet : null}
                      onMend={(cell, text, next) => {
                        goesOn.current = next;
                        onMend(cell, text);
                      }}
                    />
                  ))}
                  {row.faults.length === 0 && (
                    <span className="block truncate" title={row.changes.join(' · ')}>
                      {row.changes.join(' · ')}
                    </span>
                  )}
                </span>
              </div>
            );
          })}
        </div>
      </div>
    </>
  );
}

/** Height of a faulty cell with its field, in pixels. */
const FAULT_HEIGHT = 32;

/** A faulty cell: where it is and what is wrong with it, and the field to mend it in. */
function Mend({
  fault: { cell, column, text, message },
  sheet,
  onMend,
}: {
  readonly fault: CellFault;
  /** Where there are several. */
  readonly sheet: string | null;
  /** `goesOn`: the next faulty cell is wanted then. */
  readonly onMend: (cell: string, text: string, goesOn: boolean) => void;
}) {
  const [typed, setTyped] = useState(text);
  const mend = (goesOn: boolean) => {
    if (typed !== text) onMend(cell, typed, goesOn);
  };
  return (
    <span className="flex h-8 items-center gap-2">
      <TextInput
        label={`${column}, ${cell}`}
        className="input-error h-7 w-[190px] shrink-0"
        aria-invalid
        value={typed}
        maxLength={5000}
        onChange={setTyped}
        onKeyDown={(event) => {
          if (event.key === 'Enter') mend(true);
          if (event.key === 'Escape') setTyped(text);
        }}
        onBlur={() => mend(false)}
      />
      <span className="text-gap min-w-0 truncate" title={message}>
        <span className="font-semibold">
          {sheet && `${sheet} `}
          {cell}, {column}:
        </span>{' '}
        {message}
      </span>
    </span>
  );
}
