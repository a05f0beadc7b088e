import Link from 'next/link';
import { memo, useDeferredValue, useMemo, useState } from 'react';
import { checkOf } from '@/core/checks/list';
import type { Snag } from '@/core/checks/snag';
import type { Judgement } from '@/core/consequences/judge';
import { staffedSpans } from '@/core/plan/placed';
import { rateOf } from '@/core/hours/pay';
import { writeMoney } from '@/core/checks/words';
import { DAY } from '@/core/time/span';
import { writeDay, writeHours, writeTimeSpan } from '@/core/time/write';
import { useController, usePlan, useView } from './controller';
import { type Cell, personOf, shiftsIn } from './edits';
import { useFrame } from './frame-context';
import { isTrouble, visibleSnags } from './snags';
import { figureOf, titleOf } from './summary';
import { startAddress } from './week-strip';

/** How many snags are listed before one asks for more. */
const PAGE = 40;

/** What stands beside the canvas: the place that is looked into, what needs a look, what is selected. */
export function SidePanel() {
  const place = useView((view) => view.place);
  const people = useView((view) => view.arrangement.rowsAre === 'people');
  return (
    <aside
      aria-label="Snags and selection"
      className="border-rule bg-sheet flex w-[262px] shrink-0 flex-col border-l max-[1100px]:w-[216px]"
    >
      <div className="min-h-0 flex-1 overflow-y-auto px-3.5 py-3" tabIndex={-1}>
        <EmptyWeek />
        {place && <PlaceDetails />}
        <SnagList />
      </div>
      {people && <Selected />}
    </aside>
  );
}

/** What an empty week offers: where its shifts can come from. */
function EmptyWeek() {
  const { site, week } = useFrame();
  const isEmpty = usePlan((state) => state.judgement.plan.shifts.length === 0);
  if (!isEmpty) return null;
  return (
    <section aria-labelledby="empty-title" className="border-rule mb-3 border-b pb-3">
      <h2 id="empty-title" className="section-title">
        This week is empty
      </h2>
      <p className="mt-0.5 mb-2 text-[12.5px] leading-[17px]">
        Type a shift into a cell, draw one, or take what repeats: another week, a template, patterns.
      </p>
      <Link
        prefetch={false}
        className="solid-button inline-flex items-center"
        href={startAddress(site.id, week)}
      >
        Start the week
      </Link>
    </section>
  );
}

function SnagList() {
  // The canvas comes first; the list may follow a moment later.
  const judgement = useDeferredValue(usePlan((plan) => plan.judgement));
  const [notesShown, showNotes] = useState(false);
  const [pages, setPages] = useState(1);
  const all = visibleSnags(judgement);
  const troubles = useMemo(() => all.filter(isTrouble), [all]);
  const notes = all.length - troubles.length;
  const listed = notesShown ? all : troubles;
  const shown = listed.slice(0, PAGE * pages);
  return (
    <section aria-labelledby="snags-title">
      <h2 id="snags-title" className="section-title" aria-live="polite">
        {troubles.length === 0
          ? 'No snags'
          : `${troubles.length} ${troubles.length === 1 ? 'snag' : 'snags'}`}
      </h2>
      <p className="text-muted mt-0.5 text-[12px]">
        {troubles.length === 0 ? 'Nothing here needs a look.' : kindsOf(troubles)}
      </p>
      <ul className="mt-2">
        {shown.map((snag, i) => (
          <SnagItem
            key={`${snag.code} ${snag.date} ${snag.from} ${snag.person} ${snag.role} ${i}`}
            snag={snag}
          />
        ))}
      </ul>
      {shown.length < listed.length && (
        <button type="button" className="text-button" onClick={() => setPages(pages + 1)}>
          Show {Math.min(PAGE, listed.length - shown.length)} more of {listed.length}
        </button>
      )}
      {notes > 0 && (
        <button
          type="button"
          className="text-button mt-1"
          aria-expanded={notesShown}
          onClick={() => showNotes(!notesShown)}
        >
          {notesShown ? 'Hide notes' : `Show ${notes} ${notes === 1 ? 'note' : 'notes'}`}
        </button>
      )}
    </section>
  );
}

function kindsOf(snags: readonly Snag[]): string {
  const kinds = new Map<string, number>();
  for (const snag of snags) kinds.set(snag.code, (kinds.get(snag.code) ?? 0) + 1);
  return [...kinds]
    .slice(0, 4)
    .map(([code, count]) => {
      const title = checkOf(code)!.title.toLowerCase();
      const plural = code === 'gap' ? 'gaps' : code === 'unfilled' ? 'open shifts' : title;
      return `${count} ${count === 1 ? title : plural}`;
    })
    .join(', ')
    .concat(kinds.size > 4 ? ' and more' : '');
}

const SnagItem = memo(function SnagItem({ snag }: { snag: Snag }) {
  const controller = useController();
  const words = usePlan((plan) => plan.words);
  const [looking, look] = useState(false);
  const check = checkOf(snag.code)!;
  const mend = check.mend?.(snag, controller.plan.judgement.plan, words) ?? null;
  const outcome = looking && mend ? controller.try(mend.changes) : null;
  const who =
    snag.person !== null ? words.person(snag.person) : snag.role !== null ? words.role(snag.role) : null;
  return (
    <li className="border-fine border-t py-2 first:border-t-0">
      <button
        type="button"
        className="block w-full text-left"
        onClick={() => controller.goToSnag(snag)}
        title="Go to its place in the week"
      >
        <span className="figure" data-severity={snag.severity}>
          {figureOf(snag, words) || snag.severity}
        </span>{' '}
        <span className="font-semibold">
          {titleOf(snag)}
          {who ? `, ${who}` : ''}
        </span>
        <span className="mt-0.5 block text-[12.5px] leading-[17px]">{check.say(snag, words)}</span>
      </button>
      {(snag.code === 'gap' || snag.code === 'unfilled') && (
        <button
          type="button"
          className="text-button mt-0.5 text-[12.5px] leading-[17px]"
          onClick={() => {
            const open = controller.plan.judgement.plan.shifts.find((one) => one.id === snag.shifts[0]);
            controller.open(
              open
                ? { kind: 'cover', shift: open, isNew: false }
                : { kind: 'cover', shift: controller.slotOf(snag), isNew: true },
            );
          }}
        >
          Who can cover?
        </button>
      )}
      {mend && (
        <span onPointerEnter={() => look(true)} onPointerLeave={() => look(false)}>
          <button
            type="button"
            className="text-button mt-0.5 text-[12.5px] leading-[17px]"
            onFocus={() => look(true)}
            onBlur={() => look(false)}
            onClick={() => controller.commit(mend.changes)}
          >
            {mend.label}
          </button>
          {outcome && (
            <span role="status" className="text-muted block text-[11.5px] leading-[15px]">
              {outcome.text}
            </span>
          )}
        </span>
      )}
    </li>
  );
});

/** Who is on in a block, by role, and how many are missing. */
function PlaceDetails() {
  const controller = useController();
  const place = useView((view) => view.place)!;
  const judgement = usePlan((plan) => plan.judgement);
  const size = judgement.plan.site.blockMinutes;
  const lines = useMemo(() => whoIsOn(judgement, place.day, place.minute, size), [judgement, place, size]);
  const date = judgement.plan.from + place.day;
  const dated = place.minute >= DAY ? date + 1 : date;
  const title = `${writeDay(dated)} ${writeTimeSpan(place.minute, place.minute + size)}`;
  return (
    <section aria-labelledby="place-title" aria-live="polite" className="border-rule mb-3 border-b pb-3">
      <div className="flex items-start justify-between">
        <h2 id="place-title" className="section-title">
          {title}
        </h2>
        <button
          type="button"
          className="key min-h-6"
          onClick={() => controller.view.setState({ place: null })}
        >
          Close
        </button>
      </div>
      {lines.some((line) => line.missing > 0) && (
        <button
          type="button"
          className="text-button text-[12.5px]"
          title="Alt W"
          onClick={() => controller.whoCanCover()}
        >
          Who can cover?
        </button>
      )}
      {lines.length === 0 && <p className="text-muted mt-1">Nobody is on, and nobody is needed.</p>}
      <ul className="mt-1">
        {lines.map((line) => (
          <li key={line.name} className="py-1">
            <span className="font-semibold">{line.name}</span>{' '}
            <span className={line.missing > 0 ? 'text-gap font-semibold' : 'text-muted'}>
              {line.on.length} on, {line.needed} needed
              {line.missing > 0 ? `, ${line.missing} missing` : ''}
            </span>
            <span className="block text-[12.5px]">
              {line.on.length > 0 ? line.on.join(', ') : 'nobody'}
              {line.part.length > 0 && `; part of it: ${line.part.join(', ')}`}
            </span>
            {line.open > 0 && (
              <span className="text-muted block text-[12px]">
                {line.open} open {line.open === 1 ? 'shift' : 'shifts'} would cover it
              </span>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

interface OnLine {
  readonly name: string;
  readonly on: readonly string[];
  /** On for only a part of the block. */
  readonly part: readonly string[];
  readonly needed: number;
  readonly missing: number;
  readonly open: number;
}

function whoIsOn(judgement: Judgement, day: number, minute: number, size: number): OnLine[] {
  const { plan, people, staffing, frame } = judgement;
  const from = (plan.from + day) * DAY + minute;
  const to = from + size;
  const at = from - frame.start;
  const lines = plan.roles.map((role, row): OnLine => {
    const on: string[] = [];
    const part: string[] = [];
    let open = 0;
    for (const { view } of people)
      for (const shift of view.all) {
        if (shift.role !== role.id || shift.site !== null || shift.from >= to || shift.to <= from) continue;
        if (!view.person) open++;
        else {
          const whole = staffedSpans(shift).some((span) => span.from <= from && span.to >= to);
          (whole ? on : part).push(view.person.name);
        }
      }
    const block = { needed: 0, missing: 0 };
    for (let t = at; t < at + size; t++) {
      block.needed = Math.max(block.needed, staffing.needed[row][t]);
      block.missing = Math.max(block.missing, staffing.needed[row][t] - staffing.staffed[row][t]);
    }
    return { name: role.name, on, part, ...block, open };
  });
  return lines.filter(
    (line) => line.on.length > 0 || line.part.length > 0 || line.needed > 0 || line.open > 0,
  );
}

/** What is selected, what it comes to, and what the next key would do. */
function Selected() {
  const controller = useController();
  const active = useView((view) => view.active);
  const anchor = useView((view) => view.anchor);
  const clip = useView((view) => view.clip);
  const judgement = usePlan((plan) => plan.judgement);
  const busy = useView((view) => view.ghost !== null || view.editing !== null);
  const clearing = busy ? [] : controller.clearing();
  const pasting = clip && !busy ? controller.pasting() : [];
  return (
    <section
      aria-labelledby="selected-title"
      className="border-rule shrink-0 border-t px-3.5 py-2.5 text-[12.5px]"
    >
      <h2 id="selected-title" className="mb-0.5 font-semibold">
        Selected
      </h2>
      {anchor ? <SeveralSelected /> : <OneSelected judgement={judgement} cell={active} />}
      {clearing.length > 0 && (
        <p className="text-muted mt-1">
          <span className="key">Del</span> {controller.try(clearing).text}
        </p>
      )}
      {pasting.length > 0 && (
        <p className="text-muted mt-1">
          <span className="key">Ctrl V</span> {clip!.text}: {controller.try(pasting).text}
        </p>
      )}
      <p className="mt-1 flex flex-wrap gap-x-3">
        {anchor ? (
          <button
            type="button"
            className="text-button text-[12.5px]"
            title="Alt S"
            onClick={() => controller.open({ kind: 'several' })}
          >
            Change them
          </button>
        ) : (
          clearing.length > 0 && (
            <>
              <button
                type="button"
                className="text-button text-[12.5px]"
                title="Alt Enter"
                onClick={() => controller.openShift()}
              >
                In full
              </button>
              <button
                type="button"
                className="text-button text-[12.5px]"
                title="Alt W"
                onClick={() => controller.whoCanCover()}
              >
                Who can cover?
              </button>
            </>
          )
        )}
      </p>
      <p className="text-muted mt-1.5 leading-5">
        <span className="key">9-17</span> sets, <span className="key">Ctrl M</span> moves,{' '}
        <button
          type="button"
          className="key min-h-6"
          onClick={() => controller.view.setState({ keysShown: true })}
        >
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
    judgement.people[row].view.own.filter((shift) => shift.date === judgement.plan.from + day),
  );
  return (
    <p>
      {cells.length} cells, {shifts.length} {shifts.length === 1 ? 'shift' : 'shifts'},{' '}
      {writeHours(minutes.reduce((sum, shift) => sum + shift.paid, 0))}
    </p>
  );
}

function OneSelected({ judgement, cell }: { judgement: Judgement; cell: Cell }) {
  const words = usePlan((plan) => plan.words);
  const hourFormat = usePlan((plan) => plan.hourFormat);
  const person = personOf(judgement, cell.row);
  const date = judgement.plan.from + cell.day;
  const placed = judgement.people[cell.row].view.own.filter((shift) => shift.date === date);
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
        , {writeDay(date)}
        {placed.length === 0 && ': no shift'}
      </p>
      {placed.map((shift) => {
        const rate = person ? rateOf(judgement.frame, person, shift.role, date) : null;
        const pause = shift.break;
        return (
          <p key={shift.id}>
            {writeTimeSpan(shift.own!.from, shift.own!.to, hourFormat)} {words.role(shift.role)}.{' '}
            {writeHours(shift.paid)} paid{pause.minutes > 0 ? `, ${pause.minutes} min break` : ''}
            {rate !== null ? `, ${writeMoney((rate * shift.paid) / 60, currency)}` : ''}
          </p>
        );
      })}
    </>
  );
}
