'use client';

import { useMemo, useState } from 'react';
import { checkOf } from '@/core/checks/list';
import { formatMinor } from '@/core/checks/shared/messages';
import { dayTotals } from '@/core/consequences/totals';
import { isTrouble, visibleSnags } from '@/core/consequences/visible-snags';
import { type Day, civilOf } from '@/core/time/day';
import { counted, formatHours, formatLongDay, formatTimeSpan, weekdayName } from '@/core/time/format';
import { DAY } from '@/core/time/span';
import { dayLines } from '@/core/sheets/day-lines';
import { Badge } from '../../kit/badge';
import { Button } from '../../kit/button';
import { useController, usePlan, useView } from '../state/controller';
import { usePageHeader } from '../state/header-context';

/** How many snags are shown before one asks for more. */
const SHOWN = 3;

/**
 * The plan where there is no room for a canvas: one day as a list, to be read on the stairs. Who is on in the order of
 * their start, what is open, who is away, and what needs a look.
 */
export function DayList() {
  const judgement = usePlan((state) => state.judgement);
  const { words } = usePlan((state) => state);
  const controller = useController();
  const firstDay = useView((view) => view.active.day);
  const isPayShown = usePlan((state) => state.references.seesPay);
  const { today } = usePageHeader();
  const { plan } = judgement;
  const date = plan.from + firstDay;
  const snags = useMemo(() => visibleSnags(judgement).filter(isTrouble), [judgement]);
  const here = snags.filter((snag) => snag.date === date);
  const totals = useMemo(() => dayTotals(judgement)[firstDay], [judgement, firstDay]);
  const holidays = plan.holidays.filter((holiday) => holiday.date === date);
  const [allShown, showAll] = useState(false);
  const note = usePlan((state) => state.references.daybook.find((one) => one.date === date)?.note);
  return (
    <div className="min-h-0 flex-1 overflow-y-auto px-4 pt-3 pb-8">
      <div role="group" aria-label="Days" className="grid grid-cols-7 gap-1">
        {Array.from({ length: Math.min(plan.days, 7) }, (_, day) => (
          <DayButton
            key={day}
            date={plan.from + day}
            isChosen={day === firstDay}
            isToday={plan.from + day === today}
            snags={snags.filter((snag) => snag.date === plan.from + day).length}
            onChoose={() => controller.goTo({ ...controller.view.getState().active, day })}
          />
        ))}
      </div>
      <h2 className="mt-4 font-serif text-xl font-semibold">
        {formatLongDay(date)}
        {date === today && <span className="text-muted font-sans text-sm font-normal"> today</span>}
      </h2>
      <p className="text-muted text-sm">
        {formatHours(totals.paidMinutes)}
        {isPayShown && `, ${formatMinor(totals.cost, plan.site.currency, true)}`}
        {holidays.map(({ name, closed }) => ` · ${name}${closed ? ', closed' : ''}`)}
      </p>
      {note && <p className="mt-1 text-sm italic">{note}</p>}
      {here.length > 0 && (
        <section aria-label="What needs a look" className="mt-3">
          <ul>
            {here.slice(0, allShown ? here.length : SHOWN).map((snag, i) => (
              <li key={i} className="border-fine border-t py-1.5 text-sm first:border-t-0">
                <Badge severity={snag.severity}>{snag.severity}</Badge>{' '}
                {checkOf(snag.code)!.message(snag, words)}
              </li>
            ))}
          </ul>
          {here.length > SHOWN && (
            <Button kind="link" className="min-h-11" onClick={() => showAll(!allShown)}>
              {allShown ? `Show only ${SHOWN}` : `Show all ${here.length}`}
            </Button>
          )}
        </section>
      )}
      <Lines date={date} />
      <Away date={date} />
    </div>
  );
}

function DayButton({
  date,
  isChosen,
  isToday,
  snags,
  onChoose,
}: {
  readonly date: Day;
  readonly isChosen: boolean;
  readonly isToday: boolean;
  readonly snags: number;
  readonly onChoose: () => void;
}) {
  return (
    <button
      type="button"
      aria-pressed={isChosen}
      aria-label={`${formatLongDay(date)}${isToday ? ', today' : ''}, ${snags === 0 ? 'no snags' : counted(snags, 'snag')}`}
      className={`border-rule flex min-h-[52px] flex-col items-center justify-center rounded-[3px] border leading-4 ${
        isChosen ? 'bg-ink text-sheet' : 'bg-sheet'
      }`}
      onClick={onChoose}
    >
      <span className="text-xs">{weekdayName(date)}</span>
      <span className={`text-base font-semibold ${isToday ? 'underline underline-offset-2' : ''}`}>
        {civilOf(date).date}
      </span>
      {snags > 0 && (
        <span className={`text-2xs font-semibold ${isChosen ? '' : 'text-gap'}`} aria-hidden>
          {counted(snags, 'snag')}
        </span>
      )}
    </button>
  );
}

/** Who is on, and what is open. */
function Lines({ date }: { readonly date: Day }) {
  const judgement = usePlan((state) => state.judgement);
  const { published, hourFormat, words, roleStyles, asked } = usePlan((state) => state);
  const lines = useMemo(() => dayLines(judgement, published, date), [judgement, published, date]);
  if (lines.length === 0) return <p className="text-muted mt-4">Nobody is on, and no shift is open.</p>;
  return (
    <ul aria-label="On this day" className="border-rule mt-3 border-t">
      {lines.map(({ key, name, shift, from, to, draft }) => {
        const role = shift.role ? roleStyles.get(shift.role) : undefined;
        const own = shift.planShift;
        const wanted = (asked.get(own?.id ?? '') ?? []).map(({ text }) => `asked for: ${text}`);
        const more = [own?.label, own?.detail?.station, own?.note, ...wanted].filter(Boolean).join(' · ');
        return (
          <li
            key={key}
            data-ink={role?.ink ?? 'slate'}
            className={`border-fine flex min-h-11 items-baseline gap-3 border-b border-l-[3px] border-l-[var(--role)] py-1.5 pl-2.5 ${draft ? '[border-left-style:dashed]' : ''}`}
          >
            <span className="w-[104px] shrink-0 font-semibold">{formatTimeSpan(from, to, hourFormat)}</span>
            <span className="min-w-0 flex-1">
              <span className={`block font-semibold ${own?.person === null ? 'text-brass' : ''}`}>
                {name}
              </span>
              <span className="text-muted block text-sm">
                {[words.role(shift.role), draft ? 'draft' : '', from < 0 ? 'since the day before' : '', more]
                  .filter(Boolean)
                  .join(' · ')}
              </span>
            </span>
          </li>
        );
      })}
    </ul>
  );
}

function Away({ date }: { readonly date: Day }) {
  const { people } = usePlan((state) => state.judgement.plan);
  const start = date * DAY;
  const away = people.filter(({ leave }) =>
    leave.some(({ state, from, to }) => state === 'approved' && from < start + DAY && to > start),
  );
  if (away.length === 0) return null;
  return (
    <p className="mt-3 text-sm">
      <span className="font-semibold">On leave:</span> {away.map(({ name }) => name).join(', ')}
    </p>
  );
}
