import type { Day } from '@/core/time/day';
import type { DayCount } from '../state/view-store';
import type { Judgement } from '@/core/consequences/judge';
import Link from 'next/link';
import { memo, useDeferredValue, useMemo, useState } from 'react';
import { checkOf } from '@/core/checks/list';
import type { Snag } from '@/core/checks/shared/snag';
import { counted, formatCount } from '@/core/time/format';
import { useController, usePlan, useView } from '../state/controller';
import { usePageHeader } from '../state/header-context';
import { PlaceDetails } from '../coverage/block-details';
import { Selected } from './selected';
import { isTrouble, visibleSnags } from '@/core/consequences/visible-snags';
import { figureOf, titleOf } from '@/core/consequences/summary';
import { startAddress } from '../header/week-strip';
import { slotOf } from '../input/slots';
import { Badge } from '../../kit/badge';
import { Button, buttonClass } from '../../kit/button';

/** How many snags are listed before one asks for more. */
const PAGE = 40;

/** What stands beside the canvas: the place that is looked into, what needs a look, what is selected. */
export function SidePanel() {
  const place = useView((view) => view.place);
  return (
    <aside
      aria-label="Snags and selection"
      className="border-rule bg-sheet flex w-[262px] shrink-0 flex-col border-l will-change-transform max-[1100px]:w-[216px]"
    >
      <div className="min-h-0 flex-1 overflow-y-auto px-3.5 py-3" tabIndex={-1}>
        <EmptyWeek />
        {place && <PlaceDetails />}
        <SnagList />
      </div>
      <Selected />
    </aside>
  );
}

/** What an empty week offers: where its shifts can come from. */
function EmptyWeek() {
  const { site, week } = usePageHeader();
  const controller = useController();
  const isEmpty = usePlan((state) => state.judgement.plan.shifts.length === 0);
  if (!isEmpty) return null;
  return (
    <section aria-labelledby="empty-title" className="border-rule mb-3 border-b pb-3">
      <h2 id="empty-title" className="font-serif text-lg font-semibold">
        This week is empty
      </h2>
      <p className="mt-0.5 mb-2 text-sm leading-[17px]">
        Type a shift into a cell, draw one, or copy what repeats: another week, a template, patterns.
      </p>
      <Link prefetch={false} className={buttonClass('primary')} href={startAddress(site.id, week)}>
        Start the week
      </Link>{' '}
      <Button onClick={() => controller.openProposal()}>Propose shifts</Button>
    </section>
  );
}

function SnagList() {
  // The canvas comes first; the list may follow a moment later.
  const judgement = useDeferredValue<Judgement | null>(
    usePlan((plan) => plan.judgement),
    null,
  );
  return judgement && <Snags judgement={judgement} />;
}

/** Where one day is shown, its snags come before those of the others. */
function shownFirst(snags: readonly Snag[], days: DayCount, date: Day): readonly Snag[] {
  if (days !== 1) return snags;
  const isHere = (snag: Snag) => snag.date === date;
  return [...snags.filter(isHere), ...snags.filter((snag) => !isHere(snag))];
}

function Snags({ judgement }: { readonly judgement: Judgement }) {
  const [notesShown, showNotes] = useState(false);
  const [pages, setPages] = useState(1);
  const { days, firstDay } = useView((view) => view);
  const all = shownFirst(visibleSnags(judgement), days, judgement.plan.from + firstDay);
  const troubles = useMemo(() => all.filter(isTrouble), [all]);
  const notes = all.length - troubles.length;
  const listed = notesShown ? all : troubles;
  const shown = listed.slice(0, PAGE * pages);
  return (
    <section aria-labelledby="snags-title">
      <h2 id="snags-title" className="font-serif text-lg font-semibold" aria-live="polite">
        {troubles.length === 0 ? 'No snags' : counted(troubles.length, 'snag')}
      </h2>
      <p className="text-muted mt-0.5 text-sm">
        {troubles.length === 0 ? 'Nothing here needs a look.' : kindsOf(troubles)}
      </p>
      <ul className="mt-2">
        {keyed(shown).map(({ key, snag }) => (
          <SnagItem key={key} snag={snag} />
        ))}
      </ul>
      {shown.length < listed.length && (
        <Button kind="link" onClick={() => setPages(pages + 1)}>
          Show {Math.min(PAGE, listed.length - shown.length)} more of {formatCount(listed.length)}
        </Button>
      )}
      {notes > 0 && (
        <Button
          kind="link"
          className="mt-1"
          aria-expanded={notesShown}
          onClick={() => showNotes(!notesShown)}
        >
          {notesShown ? 'Hide notes' : `Show ${counted(notes, 'note')}`}
        </Button>
      )}
    </section>
  );
}

/** Snags by names that stay theirs where others come before them. */
function keyed(snags: readonly Snag[]): { key: string; snag: Snag }[] {
  const times = new Map<string, number>();
  return snags.map((snag) => {
    const { code, date, from, person, role, shifts } = snag;
    const name = JSON.stringify([code, date, from, person, role, shifts]);
    const n = times.get(name) ?? 0;
    times.set(name, n + 1);
    return { key: `${name}${n}`, snag };
  });
}

function kindsOf(snags: readonly Snag[]): string {
  const kinds = new Map<string, number>();
  for (const snag of snags) kinds.set(snag.code, (kinds.get(snag.code) ?? 0) + 1);
  return [...kinds]
    .slice(0, 4)
    .map(([code, count]) => {
      const title = checkOf(code)!.title.toLowerCase();
      const plural = code === 'gap' ? 'gaps' : code === 'unfilled' ? 'open shifts' : title;
      return counted(count, title, plural);
    })
    .join(', ')
    .concat(kinds.size > 4 ? ' and more' : '');
}

const SnagItem = memo(function SnagItem({ snag }: { snag: Snag }) {
  const controller = useController();
  const words = usePlan((plan) => plan.words);
  const [looking, look] = useState(false);
  const check = checkOf(snag.code)!;
  const fix = check.fix?.(snag, controller.plan.judgement.plan, words) ?? null;
  const outcome = looking && fix ? controller.try(fix.changes) : null;
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
        <Badge severity={snag.severity}>{figureOf(snag, words) || snag.severity}</Badge>{' '}
        <span className="font-semibold">
          {titleOf(snag)}
          {who ? `, ${who}` : ''}
        </span>
        <span className="mt-0.5 block text-sm leading-[17px]">{check.message(snag, words)}</span>
      </button>
      {(snag.code === 'gap' || snag.code === 'unfilled') && (
        <Button
          kind="link"
          className="mt-0.5 text-sm leading-[17px]"
          onClick={() => {
            const open = controller.plan.judgement.plan.shifts.find((one) => one.id === snag.shifts[0]);
            controller.open(
              open
                ? { kind: 'cover', shift: open, isNew: false }
                : { kind: 'cover', shift: slotOf(controller, snag), isNew: true },
            );
          }}
        >
          Who can cover?
        </Button>
      )}
      {fix && (
        <span onPointerEnter={() => look(true)} onPointerLeave={() => look(false)}>
          <Button
            kind="link"
            className="mt-0.5 text-sm leading-[17px]"
            onFocus={() => look(true)}
            onBlur={() => look(false)}
            onClick={() => controller.commit(fix.changes)}
          >
            {fix.label}
          </Button>
          {outcome && (
            <span role="status" className="text-muted block text-xs leading-[15px]">
              {outcome.text}
            </span>
          )}
        </span>
      )}
    </li>
  );
});
