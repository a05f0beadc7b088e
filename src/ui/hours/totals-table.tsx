import { hoursText } from '@/core/timesheet/figures';
import type { HoursRules } from '@/core/timesheet/hours-rules';
import type { HoursTotal } from '@/server/hours/payload';

/** Hours by kind of pay, with what they cost for who sees pay, and all of it together. */
export function TotalsTable({
  totals,
  figures,
  currency,
}: {
  readonly totals: readonly HoursTotal[];
  readonly figures: HoursRules['figures'];
  readonly currency: string;
}) {
  const seesPay = totals.some(({ cost }) => cost !== null);
  const money = new Intl.NumberFormat('en-GB', { style: 'currency', currency });
  const sum = (of: (total: HoursTotal) => number) => totals.reduce((all, one) => all + of(one), 0);
  if (totals.length === 0) return <p className="text-muted text-sm">There are no hours yet.</p>;
  return (
    // Two or three short columns fit on a phone as they are.
    <table className="w-full text-sm [&_:is(th,td)]:py-1" aria-label="By kind of pay">
      <thead className="sr-only">
        <tr>
          <th scope="col">Kind of pay</th>
          <th scope="col">Hours</th>
          {seesPay && <th scope="col">Amount</th>}
        </tr>
      </thead>
      <tbody>
        {totals.map(({ key, name, minutes, cost }) => (
          <tr key={key} className="border-fine border-b">
            <th scope="row" className="text-left font-normal">
              {name}
            </th>
            <td className="text-right whitespace-nowrap">
              {minutes === 0 ? '' : hoursText(minutes, figures)}
            </td>
            {seesPay && <td className="text-right whitespace-nowrap">{money.format(cost ?? 0)}</td>}
          </tr>
        ))}
        <tr className="font-semibold">
          <th scope="row" className="text-left">
            Together
          </th>
          <td className="text-right whitespace-nowrap">
            {hoursText(
              sum(({ minutes }) => minutes),
              figures,
            )}
          </td>
          {seesPay && (
            <td className="text-right whitespace-nowrap">{money.format(sum(({ cost }) => cost ?? 0))}</td>
          )}
        </tr>
      </tbody>
    </table>
  );
}
