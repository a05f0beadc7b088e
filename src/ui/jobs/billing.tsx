import { useState } from 'react';
import { formatMinor } from '@/core/checks/shared/messages';
import { counted, formatDay, formatHours } from '@/core/time/format';
import type { MoneyLine, MoneyPage } from '@/server/jobs/money-page';
import { useCommand } from '../commands/use-command';
import { Button } from '../kit/button';
import { Checkbox } from '../kit/inputs/checkbox';
import { EmptyState, Refused } from '../kit/states';
import { Table } from '../kit/table';

/** Done jobs that were not billed, by customer: each is taken into a bill once, and the bill is had as a file. */
export function Billing({ page, jobs }: { readonly page: MoneyPage; readonly jobs: readonly MoneyLine[] }) {
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const { run, busy, problem } = useCommand();
  const chosen = jobs.filter(({ id }) => !left.has(id));
  const bills = [...new Set(page.jobs.flatMap(({ billedAt }) => billedAt ?? []))].sort().reverse();
  const customers = [...new Set(jobs.map(({ customer }) => customer))].sort((a, b) =>
    (a ?? '').localeCompare(b ?? ''),
  );
  const money = (minor: number) => formatMinor(minor, page.currency);
  const total = chosen.reduce((sum, { money: its }) => sum + (its?.revenue ?? 0), 0);
  const address = (at: string, form: 'csv' | 'xlsx') =>
    `/api/jobs/${encodeURIComponent(page.site)}/bill?at=${encodeURIComponent(at)}&form=${form}`;
  const bill = async () => {
    const done = await run('jobs.bill', { site: page.site, jobs: chosen.map(({ id }) => id) });
    if (done?.answer) window.location.assign(address(done.answer, 'csv'));
  };
  return (
    <>
      {jobs.length === 0 ? (
        <EmptyState title="Nothing is to be billed.">
          Jobs stand here once a crew says they are done.
        </EmptyState>
      ) : (
        <>
          <Table isFlush>
            <thead>
              <tr>
                <th scope="col">Job</th>
                <th scope="col">Done</th>
                <th scope="col" className="text-right">
                  Hours
                </th>
                {page.seesPay && (
                  <>
                    <th scope="col" className="text-right">
                      Materials
                    </th>
                    <th scope="col" className="text-right">
                      To bill
                    </th>
                  </>
                )}
              </tr>
            </thead>
            {customers.map((customer) => (
              <tbody key={customer ?? ''}>
                <tr>
                  <th scope="rowgroup" colSpan={page.seesPay ? 5 : 3}>
                    <span className="text-ink text-base font-semibold">{customer ?? 'No customer'}</span>
                  </th>
                </tr>
                {jobs
                  .filter((job) => job.customer === customer)
                  .map((job) => (
                    <tr key={job.id}>
                      <td>
                        <Checkbox
                          checked={!left.has(job.id)}
                          disabled={!page.canBill}
                          onChange={(isOn) => {
                            const next = new Set(left);
                            if (isOn) next.delete(job.id);
                            else next.add(job.id);
                            setLeft(next);
                          }}
                        >
                          {job.name}: {job.title}
                        </Checkbox>
                      </td>
                      <td>{job.doneOn !== null && formatDay(job.doneOn)}</td>
                      <td className="text-right">
                        {job.worked > 0 ? formatHours(job.worked) : `${formatHours(job.planned)} planned`}
                      </td>
                      {job.money && (
                        <>
                          <td className="text-right">
                            {job.money.materials === 0 ? (
                              <span className="text-muted">–</span>
                            ) : (
                              money(job.money.materials)
                            )}
                            {job.money.uncosted > 0 && (
                              <span className="text-gap block text-sm">
                                {job.money.uncosted} without a cost
                              </span>
                            )}
                          </td>
                          <td className="text-right font-semibold">
                            {job.money.revenue === null ? 'no price' : money(job.money.revenue)}
                          </td>
                        </>
                      )}
                    </tr>
                  ))}
              </tbody>
            ))}
          </Table>
          <Refused problem={problem} className="mt-3" />
          {page.canBill && (
            <div className="mt-3 flex items-center gap-3">
              <Button kind="primary" busy={busy} disabled={chosen.length === 0} onClick={() => void bill()}>
                Bill {counted(chosen.length, 'job')}
              </Button>
              <span>
                <strong>{money(total)}</strong> in all
              </span>
            </div>
          )}
        </>
      )}
      {page.seesPay && bills.length > 0 && (
        <section className="mt-8">
          <h2 className="font-serif text-lg font-semibold">Bills of the last two months</h2>
          <ul>
            {bills.map((at) => {
              const its = page.jobs.filter(({ billedAt }) => billedAt === at);
              return (
                <li key={at} className="border-fine flex gap-4 border-b py-1">
                  <span className="w-[160px]">{at.slice(0, 16).replace('T', ' ')}</span>
                  <span className="text-muted mr-auto">{counted(its.length, 'job')}</span>
                  <strong>{money(its.reduce((sum, job) => sum + (job.money?.revenue ?? 0), 0))}</strong>
                  <a className="link link-primary font-semibold" href={address(at, 'csv')} download>
                    CSV
                  </a>
                  <a className="link link-primary font-semibold" href={address(at, 'xlsx')} download>
                    XLSX
                  </a>
                </li>
              );
            })}
          </ul>
        </section>
      )}
    </>
  );
}
