'use client';

import { Badge } from '../kit/badge';
import { Button } from '../kit/button';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useMemo, useRef, useState } from 'react';
import type { ImportPreview, RowPreview } from '@/server/people/import/payload';

const STATES: readonly (readonly [RowPreview['state'] | 'all', string])[] = [
  ['all', 'All'],
  ['faulty', 'Faulty'],
  ['new', 'New'],
  ['changed', 'Changed'],
  ['same', 'As they are'],
];

/** What every row would do; the faulty ones first, each fault with its place. */
export function ImportRows({ preview, busy }: { readonly preview: ImportPreview; readonly busy: boolean }) {
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
    estimateSize: (i) => 30 + Math.max(0, rows[i].faults.length - 1) * 18,
    overscan: 12,
  });
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
                className="border-fine absolute inset-x-0 flex items-start gap-3 overflow-hidden border-b pt-1.5"
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
                    <span key={`${fault.cell} ${fault.message}`} className="text-gap block leading-[18px]">
                      <span className="font-semibold">
                        {sheet} {fault.cell}, {fault.column}:
                      </span>{' '}
                      {fault.message}
                    </span>
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
