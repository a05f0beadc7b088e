'use client';

import clsx from 'clsx';
import { useLayoutEffect, useRef } from 'react';
import { useReach } from '../layout/reach';

/**
 * Rows and columns of text and fields. On a phone it folds: each row is a block of its cells under one another, each
 * behind the name of its column. `isFlush`: its first column begins where the text around it does.
 */
export function Table({
  isFlush = false,
  className,
  ...rest
}: { readonly isFlush?: boolean } & React.ComponentProps<'table'>) {
  const table = useRef<HTMLTableElement>(null);
  const isPhone = useReach('phone');
  // No list of dependencies: whatever it is drawn with, its cells are named again, where they are read by their names.
  useLayoutEffect(() => {
    if (isPhone) nameCells(table.current!);
  });
  return (
    <table
      {...rest}
      ref={table}
      className={clsx(
        'table table-xs folding [&_thead_tr]:text-muted [&_thead_tr]:text-xs [&_thead_tr]:font-normal [&_tr]:text-base',
        isFlush && '[&_:is(th,td):first-child]:pl-0',
        className,
      )}
    />
  );
}

/** Gives each cell the name of its column, and everything its role, which it would lose where it is no table cell. */
function nameCells(table: HTMLTableElement): void {
  const heads = [...(table.tHead?.rows[0]?.cells ?? [])].map((head) =>
    (head.querySelector('button[data-head]') ?? head).textContent!.replace(/[↑↓]/g, '').trim(),
  );
  if (heads.length === 0) return;
  table.setAttribute('role', 'table');
  for (const row of table.rows) {
    row.setAttribute('role', 'row');
    if (row.parentElement === table.tHead) continue;
    [...row.cells].forEach((cell, i) => {
      cell.setAttribute('role', cell.tagName === 'TH' ? 'rowheader' : 'cell');
      if (cell.colSpan === 1) cell.dataset.label = heads[i] ?? '';
    });
  }
}
