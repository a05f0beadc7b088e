import Link from 'next/link';
import { formatMoney } from '@/core/checks/shared/messages';
import type { Judgement } from '@/core/consequences/judge';
import { rateOf } from '@/core/hours/pay';
import { breakMinutes } from '@/core/plan/resolved-shift';
import { counted, formatDay, formatHours, formatTimeSpan } from '@/core/time/format';
import { pasting } from '../input/clip';
import { useController, usePlan, useView } from '../state/controller';
import { type Cell, personOf, shiftsIn } from '../state/edits';
import { whoCanCover } from '../input/slots';
import { Button } from '../../kit/button';

/** What is selected, what it comes to, and what the next key would do. */
export function Selected() {
  const controller = useController();
  const active = useView((view) => view.active);
  const anchor = useView((view) => view.anchor);
  const clip = useView((view) => view.clip);
  const judgement = usePlan((plan) => plan.judgement);
  const busy = useView((view) => view.ghost !== null || view.editing !== null);
  const clearing = busy ? [] : controller.clearing();
  const pasted = clip && !busy ? pasting(controller) : [];
  return (
    <section aria-labelledby="selected-title" className="border-rule shrink-0 border-t px-3.5 py-2.5 text-sm">
      <h2 id="selected-title" className="mb-0.5 font-semibold">
        Selected
      </h2>
      {anchor ? <SeveralSelected /> : <OneSelected judgement={judgement} cell={active} />}
      {clearing.length > 0 && (
        <p className="text-muted mt-1">
          <kbd className="kbd kbd-sm">Del</kbd> {controller.try(clearing).text}
        </p>
      )}
      {pasted.length > 0 && (
        <p className="text-muted mt-1">
          <kbd className="kbd kbd-sm">Ctrl V</kbd> {clip!.text}: {controller.try(pasted).text}
        </p>
      )}
      <p className="mt-1 flex flex-wrap gap-x-3">
        {anchor ? (
          <Button
            kind="link"
            className="text-sm"
            title="Alt S"
            onClick={() => controller.open({ kind: 'several' })}
          >
            Change them
          </Button>
        ) : (
          clearing.length > 0 && (
            <>
              <Button
                kind="link"
                className="text-sm"
                title="Alt Enter"
                onClick={() => controller.openShift()}
              >
                In full
              </Button>
              <Button kind="link" className="text-sm" title="Alt W" onClick={() => whoCanCover(controller)}>
                Who can cover?
              </Button>
            </>
          )
        )}
      </p>
      <p className="text-muted mt-1.5 leading-5">
        <kbd className="kbd kbd-sm">9-17</kbd> sets, <kbd className="kbd kbd-sm">Ctrl M</kbd> moves,{' '}
        <button type="button" className="btn btn-xs" onClick={() => controller.act.openDialog('keys')}>
          ? all keys
        </button>
      </p>
    </section>
  );
}

function SeveralSelected() {
  const controller = useController();
  const judgement = usePlan((plan) => plan.judgement);
  const cells = controller.selectedCells();
  const shifts = cells.flatMap((cell) => shiftsIn(judgement, cell));
  const minutes = cells.flatMap(({ row, day }) =>
    judgement.people[row].view.shifts.filter((shift) => shift.date === judgement.plan.from + day),
  );
  return (
    <p>
      {counted(cells.length, 'cell')}, {counted(shifts.length, 'shift')},{' '}
      {formatHours(minutes.reduce((sum, shift) => sum + shift.paid, 0))}
    </p>
  );
}

function OneSelected({ judgement, cell }: { judgement: Judgement; cell: Cell }) {
  const words = usePlan((plan) => plan.words);
  const hourFormat = usePlan((plan) => plan.hourFormat);
  const person = personOf(judgement, cell.row);
  const date = judgement.plan.from + cell.day;
  const placed = judgement.people[cell.row].view.shifts.filter((shift) => shift.date === date);
  const { currency } = judgement.plan.site;
  return (
    <>
      <p>
        {person ? (
          <Link
            prefetch={false}
            className="underline underline-offset-2"
            href={`/people/${encodeURIComponent(judgement.plan.site.id)}/${encodeURIComponent(person.id)}`}
          >
            {person.name}
          </Link>
        ) : (
          'Open shifts'
        )}
        , {formatDay(date)}
        {placed.length === 0 && ': no shift'}
      </p>
      {placed.map((shift) => {
        const rate = person ? rateOf(judgement.context, person, shift.role, date) : null;
        const pause = breakMinutes(shift);
        return (
          <p key={shift.id}>
            {formatTimeSpan(shift.planShift!.from, shift.planShift!.to, hourFormat)} {words.role(shift.role)}.{' '}
            {formatHours(shift.paid)} paid{pause > 0 ? `, ${pause} min break` : ''}
            {rate !== null ? `, ${formatMoney((rate * shift.paid) / 60, currency)}` : ''}
          </p>
        );
      })}
    </>
  );
}
