import { useState } from 'react';
import { formatMoney, formatMinor } from '@/core/checks/shared/messages';
import { JOB_STATE_WORDS } from '@/core/jobs/job-state';
import { bareHours, formatDay, formatHours } from '@/core/time/format';
import type { MoneyLine, MoneyPage } from '@/server/jobs/money-page';
import { Button } from '../kit/button';
import { EmptyState } from '../kit/states';
import { Table } from '../kit/table';

/** Jobs planned against real; each opens to what its figures are made of. */
export function MoneyJobs({ page }: { readonly page: MoneyPage }) {
  const [open, setOpen] = useState<string | null>(null);
  if (page.jobs.length === 0)
    return (
      <EmptyState title="No job was begun yet.">
        As soon as a crew starts a job its hours stand here, beside what was planned.
      </EmptyState>
    );
  const money = (minor: number | null) => (minor === null ? '–' : formatMinor(minor, page.currency));
  return (
    <Table isFlush>
      <thead>
        <tr>
          <th scope="col">Job</th>
          <th scope="col">Customer</th>
          <th scope="col">State</th>
          <th scope="col" className="text-right">
            Planned
          </th>
          <th scope="col" className="text-right">
            Worked
          </th>
          {page.seesPay && (
            <>
              <th scope="col" className="text-right">
                Labour
              </th>
              <th scope="col" className="text-right">
                Materials
              </th>
              <th scope="col" className="text-right">
                Brings
              </th>
              <th scope="col" className="text-right">
                Margin
              </th>
            </>
          )}
        </tr>
      </thead>
      <tbody>
        {page.jobs.map((job) => (
          <JobRows
            key={job.id}
            {...{ page, job, money }}
            isOpen={open === job.id}
            onOpen={() => setOpen(open === job.id ? null : job.id)}
          />
        ))}
      </tbody>
    </Table>
  );
}

function JobRows({
  page,
  job,
  money,
  isOpen,
  onOpen,
}: {
  readonly page: MoneyPage;
  readonly job: MoneyLine;
  readonly money: (minor: number | null) => string;
  readonly isOpen: boolean;
  readonly onOpen: () => void;
}) {
  const { money: its } = job;
  const isOver = job.worked > job.planned;
  return (
    <>
      <tr>
        <th scope="row" className="text-ink text-base font-normal">
          <Button kind="link" aria-expanded={isOpen} onClick={onOpen}>
            {job.name}
          </Button>
          <span className="text-muted block text-sm">{job.title}</span>
        </th>
        <td>{job.customer ?? <span className="text-muted">none</span>}</td>
        <td className="whitespace-nowrap">
          {job.doneOn === null ? JOB_STATE_WORDS[job.state] : `done ${formatDay(job.doneOn)}`}
          {job.billedAt !== null && <span className="text-muted block text-sm">billed</span>}
        </td>
        <td className="text-right">{formatHours(job.planned)}</td>
        <td className={`text-right ${isOver ? 'text-gap font-semibold' : ''}`}>
          {job.worked === 0 ? <span className="text-muted">–</span> : formatHours(job.worked)}
        </td>
        {its && (
          <>
            <td className="text-right">{money(its.labour)}</td>
            <td className="text-right">
              {its.materials === 0 ? <span className="text-muted">–</span> : money(its.materials)}
              {its.uncosted > 0 && (
                <span className="text-gap block text-sm">{its.uncosted} without a cost</span>
              )}
            </td>
            <td className="text-right">{money(its.revenue)}</td>
            <td
              className={`text-right font-semibold ${its.margin !== null && its.margin < 0 ? 'text-gap' : ''}`}
            >
              {money(its.margin)}
            </td>
          </>
        )}
      </tr>
      {isOpen && (
        <tr>
          <td colSpan={page.seesPay ? 9 : 5}>
            <Made {...{ page, job, money }} />
          </td>
        </tr>
      )}
    </>
  );
}

/** What the figures of a job are made of. */
function Made({
  page,
  job,
  money,
}: {
  readonly page: MoneyPage;
  readonly job: MoneyLine;
  readonly money: (minor: number | null) => string;
}) {
  const cost = (major: number) => formatMoney(major, page.currency);
  return (
    <div className="grid gap-x-10 gap-y-3 pb-2 md:grid-cols-3">
      <section>
        <h3 className="text-muted text-sm">Who worked when</h3>
        {job.labour.length === 0 && <p>Nobody said that they were at it.</p>}
        <ul>
          {job.labour.map(({ person, date, minutes, cost: its }, i) => (
            <li key={i} className="flex gap-3">
              <span className="mr-auto">
                {person}, {formatDay(date)}
              </span>
              <span>{bareHours(minutes)} h</span>
              {its !== null && <span className="w-[84px] text-right">{money(its)}</span>}
            </li>
          ))}
        </ul>
      </section>
      <section>
        <h3 className="text-muted text-sm">Materials</h3>
        {job.materials.length === 0 && <p>None.</p>}
        <ul>
          {job.materials.map(({ name, cost: its }, i) => (
            <li key={i} className="flex gap-3">
              <span className="mr-auto">{name}</span>
              {page.seesPay && (its === null ? <span className="text-gap">no cost yet</span> : cost(its))}
            </li>
          ))}
        </ul>
      </section>
      <section>
        <h3 className="text-muted text-sm">What the crew wrote</h3>
        {job.notes.length === 0 && <p>Nothing.</p>}
        {job.notes.map((note) => (
          <p key={note}>{note}</p>
        ))}
      </section>
    </div>
  );
}
