'use client';

import Link from 'next/link';
import { whoCould } from '@/core/availability/supply';
import type { Judgement } from '@/core/consequences/judge';
import { formatDay, formatLongDay, formatTime, formatTimeSpan } from '@/core/time/format';
import type { SkylineBlock } from '../canvas/skyline';
import { Table } from '../kit/table';

/** Where somebody looks: a row, a day and a block of it. */
export interface Place {
  readonly row: number;
  readonly day: number;
  readonly minute: number;
}

/** Who could work in a block, by name. */
export function Who({
  judgement,
  blocks,
  place,
  name,
  format,
  site,
}: {
  readonly judgement: Judgement;
  readonly blocks: readonly (readonly (readonly SkylineBlock[])[])[];
  readonly place: Place;
  readonly name: string;
  readonly format: '24' | '12';
  readonly site: string;
}) {
  const block = blocks[place.row][place.day].find((one) => one.from === place.minute);
  const to = place.minute + judgement.plan.site.blockMinutes;
  const people = whoCould(judgement, place.row, place.day, { from: place.minute, to });
  return (
    <>
      <h2 className="font-serif text-lg font-semibold">
        {formatDay(judgement.plan.from + place.day)} {formatTimeSpan(place.minute, to, format)}
      </h2>
      <p className="mt-1">
        <span className="font-semibold">{name}:</span>{' '}
        <span className={block && block.gap > 0 ? 'text-gap font-semibold' : ''}>
          {people.length} could, {block?.needed ?? 0} needed
          {block && block.gap > 0 ? `, ${block.gap} short` : ''}
        </span>
      </p>
      <ul className="mt-2">
        {people.map((person) => (
          <li key={person.id}>
            <Link
              prefetch={false}
              className="link link-primary font-semibold"
              href={`/people/${site}/${encodeURIComponent(person.id)}`}
            >
              {person.name}
            </Link>
          </li>
        ))}
      </ul>
      {people.length === 0 && <p className="text-muted mt-2">Nobody could work then.</p>}
    </>
  );
}

/** The figures behind the picture, for one day. */
export function Figures({
  rows,
  blocks,
  day,
  from,
  format,
}: {
  readonly rows: readonly string[];
  readonly blocks: readonly (readonly (readonly SkylineBlock[])[])[];
  readonly day: number;
  readonly from: number;
  readonly format: '24' | '12';
}) {
  return (
    <details className="px-4 py-3">
      <summary className="link link-primary font-semibold cursor-pointer">
        {formatLongDay(from + day)} in figures
      </summary>
      <Table isFlush className="mt-2 max-w-[900px]">
        <caption className="sr-only">How many could work and how many are needed, by block and role</caption>
        <thead>
          <tr>
            <th scope="col">From</th>
            {rows.map((name) => (
              <th key={name} scope="col">
                {name}: could / needed
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {blocks[0][day].map((block, b) => (
            <tr key={block.from}>
              <th scope="row" className="border-b-[var(--fine)]!">
                {formatTime(block.from, format)}
              </th>
              {rows.map((name, row) => {
                const one = blocks[row][day][b];
                return (
                  <td key={name} className={one.gap > 0 ? 'text-gap font-semibold' : ''}>
                    {one.staffed} / {one.needed}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </Table>
    </details>
  );
}
