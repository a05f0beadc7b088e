import Link from 'next/link';
import { formatMoney } from '@/core/checks/shared/messages';
import type { Judgement } from '@/core/consequences/judge';
import { rateOf } from '@/core/hours/pay';
import { breakMinutes } from '@/core/plan/resolved-shift';
import { counted, formatDay, formatHours, formatTimeSpan } from '@/core/time/format';
import { sampleSpan } from '@/core/time/parse-time';
import { pasting } from '../input/clip';
import { useController, usePlan, useView } from '../state/controller';
import { type Cell, personOf, placedIn } from '@/core/grid/cell';
import { cellOf, needsRows, parseNeedsRow } from '@/core/grid/needs-rows';
import { whoCanCover } from '../input/slots';
import { Button } from '../../kit/button';
import { Kbd } from '../../kit/kbd';

/** What is selected, what it comes to, and what the next key would do. */
export function Selected() {
  const controller = useController();
  const active = useView((view) => view.active);
  const anchor = useView((view) => view.anchor);
  const clip = useView((view) => view.clip);
  const judgement = usePlan((plan) => plan.judgement);
  const busy = useView((view) => view.ghost !== null || view.editing !== null);
  const holds = !busy && placedIn(judgement, active).length > 0;
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
          <Kbd>Del</Kbd> {controller.try(clearing).text}
        </p>
      )}
      {pasted.length > 0 && (
        <p className="text-muted mt-1">
          <Kbd>Ctrl V</Kbd> {clip!.text}: {controller.try(pasted).text}
        </p>
      )}
      <p className="mt-1 flex flex-wrap gap-x-3">
        {anchor ? (
          <Button
            kind="link"
            className="text-sm"
            title="Alt S"
            onClick={() => controller.open({ kind: 'bulk' })}
          >
            Change them
          </Button>
        ) : (
          holds && (
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
        <Kbd>{sampleSpan(controller.plan.hourFormat)}</Kbd> sets, <Kbd>Ctrl M</Kbd> moves,{' '}
        <Button kind="small" onClick={() => controller.act.openDialog('keys')}>
          ? all keys
        </Button>
      </p>
    </section>
  );
}

function SeveralSelected() {
  const controller = useController();
  const judgement = usePlan((plan) => plan.judgement);
  const cells = controller.selectedCells();
  // One shift may fill several needs.
  const shifts = [...new Set(cells.flatMap((cell) => placedIn(judgement, cell)))];
  return (
    <p>
      {counted(cells.length, 'cell')}, {counted(shifts.length, 'shift')},{' '}
      {formatHours(shifts.reduce((sum, shift) => sum + shift.paid, 0))}
    </p>
  );
}

function OneSelected({ judgement, cell }: { judgement: Judgement; cell: Cell }) {
  if (parseNeedsRow(cell.row)) return <NeedSelected judgement={judgement} cell={cell} />;
  return <PersonSelected judgement={judgement} cell={cell} />;
}

/** What is asked for about some shifts, each leading to it. */
export function AskedFor({ shifts }: { readonly shifts: readonly string[] }) {
  const controller = useController();
  const asked = usePlan((plan) => plan.asked);
  const requests = new Map(
    shifts.flatMap((id) => asked.get(id) ?? []).map((request) => [request.id, request]),
  );
  return [...requests.values()].map(({ id, text, isMine }) => (
    <p key={id} className="border-brass mt-1 border-l-4 pl-2">
      {text}.{' '}
      <Button kind="link" className="text-sm" onClick={() => controller.open({ kind: 'request', id })}>
        {isMine ? 'Decide …' : 'Look at it …'}
      </Button>
    </p>
  ));
}

/** Shifts that are named one by one; of more only the number is said. */
const NAMED = 8;

/** Who is on in a cell of a role or need, and who is missing. */
function NeedSelected({ judgement, cell }: { judgement: Judgement; cell: Cell }) {
  const hourFormat = usePlan((plan) => plan.hourFormat);
  const rowKind = useView((view) => view.arrangement.rowKind);
  if (rowKind === 'people') return null;
  const row = needsRows(judgement.plan, rowKind).find(({ id }) => id === cell.row);
  if (!row) return null;
  const { shifts, missing } = cellOf(judgement, row, cell.day);
  const span = row.span && ` ${formatTimeSpan(row.span.from, row.span.to, hourFormat)}`;
  return (
    <>
      <p>
        {row.name}
        {span}, {formatDay(judgement.plan.from + cell.day)}
        {shifts.length === 0 && ': nobody is on'}
      </p>
      {missing.map(({ from, to, count }) => (
        <p key={from} className="text-gap">
          {count} missing {formatTimeSpan(from, to, hourFormat)}
        </p>
      ))}
      {shifts.slice(0, NAMED).map(({ shift, name }) => (
        <p key={shift.id}>
          {name} {formatTimeSpan(shift.planShift!.from, shift.planShift!.to, hourFormat)}
        </p>
      ))}
      {shifts.length > NAMED && <p>and {shifts.length - NAMED} more</p>}
    </>
  );
}

function PersonSelected({ judgement, cell }: { judgement: Judgement; cell: Cell }) {
  const words = usePlan((plan) => plan.words);
  const hourFormat = usePlan((plan) => plan.hourFormat);
  const person = personOf(judgement, cell.row);
  const date = judgement.plan.from + cell.day;
  const placed = placedIn(judgement, cell);
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
      <AskedFor shifts={placed.map(({ id }) => id)} />
    </>
  );
}
