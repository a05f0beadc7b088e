import { useDeferredValue, useMemo, useState } from 'react';
import type { Judgement } from '@/core/consequences/judge';
import { dayTotals } from '@/core/consequences/totals';
import { type HourFormat, bareHours, formatDay, formatHours, formatTimeSpan } from '@/core/time/format';
import { formatMinor, formatMoney } from '@/core/checks/shared/messages';
import { HEAD_WIDTH } from '../../canvas/row';
import { type Scale, timeAt } from '../../canvas/scale';
import { type SkylineBlock, SkylineDay, SkylineTextures, skylineOf } from '../../canvas/skyline';
import { useController, usePlan, useView } from '../state/controller';
import { shownJudgement } from '../state/plan-store';
import { ReserveStrip } from './reserve-strip';
import { useRoleStyles } from '../grid/role-styles';
import { Button } from '../../kit/button';
import { Segmented } from '../../kit/inputs/segmented';
import { Select } from '../../kit/inputs/select';

const HEIGHT = 118;
/** In the view of one day there is room for more. */
const DAY_HEIGHT = 210;

/** People on against people needed under the week, and what each day comes to. */
export function SkylinePanel({ scale }: { scale: Scale }) {
  const controller = useController();
  const judgement = usePlan(shownJudgement);
  const settled = useDeferredValue(judgement);
  const [isReserveShown, showReserve] = useState(false);
  const row = useView((view) => view.skyline);
  const place = useView((view) => view.place);
  const roleStyles = useRoleStyles();
  const hourFormat = usePlan((plan) => plan.hourFormat);
  const height = scale.days === 1 ? DAY_HEIGHT : HEIGHT;
  const days = useSkyline(judgement, row, scale);
  const shown = days.slice(scale.firstDay, scale.firstDay + scale.days);
  const most = Math.max(4, ...shown.flat().map((b) => Math.max(b.staffed, b.needed))) + 1;
  const { roles } = judgement.plan;
  const marks = useMemo(
    () => (row === null ? [...roles.map((role) => roleStyles.get(role.id)?.mark ?? ''), ''] : []),
    [roles, roleStyles, row],
  );
  const width = scale.days * scale.dayWidth;
  const size = judgement.plan.site.blockMinutes;

  const look = (event: React.PointerEvent) => {
    const box = event.currentTarget.getBoundingClientRect();
    const { day, minute } = timeAt(scale, event.clientX - box.left, 1);
    controller.act.lookInto({ day, minute: Math.floor(minute / size) * size });
  };
  const onKeyDown = (event: React.KeyboardEvent) => {
    const sign = event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0;
    if (event.altKey || event.ctrlKey || event.metaKey) return;
    // The canvas around it has keys of its own; here they mean nothing.
    event.stopPropagation();
    if (event.key === 'Escape') controller.act.lookInto(null);
    if (sign === 0) return;
    event.preventDefault();
    controller.act.lookInto((at) => nextPlace(at, sign, scale, size));
  };
  const here = place ? days[place.day]?.find((block) => block.from === place.minute) : undefined;
  return (
    <div
      className="border-rule bg-sheet shrink-0 border-t"
      onPointerDown={(event) => event.stopPropagation()}
      onDoubleClick={(event) => event.stopPropagation()}
    >
      <div className="relative flex" style={{ height }}>
        <div className="flex flex-col gap-1 pt-2 pr-2 pl-4" style={{ width: HEAD_WIDTH }}>
          <div className="flex items-baseline justify-between">
            <h2 className="font-serif text-lg font-semibold">Skyline</h2>
            {scale.days > 1 && (
              <span className="flex">
                <ReserveButton isShown={isReserveShown} onShow={showReserve} />
                <FiguresButton />
              </span>
            )}
          </div>
          <p className="text-muted text-xs leading-3.5">people on against needed</p>
          <RoleChoice />
          {scale.days === 1 && (
            <span className="flex">
              <ReserveButton isShown={isReserveShown} onShow={showReserve} />
              <FiguresButton />
            </span>
          )}
        </div>
        <div
          role="slider"
          tabIndex={0}
          aria-label="Skyline: people on against people needed"
          aria-valuemin={0}
          aria-valuemax={days.length * 1440}
          aria-valuenow={place ? place.day * 1440 + place.minute : 0}
          aria-valuetext={
            here && place ? describe(judgement.plan.from + place.day, here, hourFormat) : 'no block chosen'
          }
          onPointerDown={look}
          onKeyDown={onKeyDown}
          className="relative shrink-0 cursor-crosshair"
          style={{ width, height }}
        >
          <SkylineTextures />
          {shown.map((blocks, i) => (
            <SkylineDay
              key={scale.firstDay + i}
              blocks={blocks}
              scale={scale}
              day={scale.firstDay + i}
              height={height}
              most={most}
              marks={marks}
              place={place?.day === scale.firstDay + i ? place.minute : null}
            />
          ))}
        </div>
        <Levels most={most} height={height} />
      </div>
      {isReserveShown && <ReserveStrip judgement={settled} scale={scale} />}
      <Totals scale={scale} />
    </div>
  );
}

/** The blocks of every day; a day on which nothing moved keeps those it had. */
function useSkyline(judgement: Judgement, row: number | null, scale: Scale): readonly SkylineBlock[][] {
  const [cache] = useState(() => new Map<number, { key: readonly unknown[]; blocks: SkylineBlock[] }>());
  return useMemo(() => {
    const rows = judgement.plan.roles.length + 1;
    return Array.from({ length: judgement.plan.days }, (_, day) => {
      // Late hours belong to the next day's cells.
      const cells = judgement.cells.slice(day * rows, (day + 2) * rows);
      const key = [row, scale.from, scale.to, judgement.context, ...cells];
      const known = cache.get(day);
      if (known && known.key.length === key.length && known.key.every((part, i) => part === key[i]))
        return known.blocks;
      const blocks = skylineOf(judgement, row, day, scale);
      cache.set(day, { key, blocks });
      return blocks;
    });
  }, [judgement, row, scale, cache]);
}

function nextPlace(
  at: { day: number; minute: number } | null,
  sign: number,
  scale: Scale,
  size: number,
): { day: number; minute: number } {
  if (!at) return { day: scale.firstDay, minute: scale.from };
  const minute = at.minute + sign * size;
  if (minute >= scale.from && minute < scale.to) return { day: at.day, minute };
  const day = at.day + sign;
  if (day < scale.firstDay || day >= scale.firstDay + scale.days) return at;
  return { day, minute: sign > 0 ? scale.from : scale.to - size };
}

function describe(
  date: number,
  { from, to, staffed, needed, gap }: SkylineBlock,
  hourFormat: HourFormat,
): string {
  const missing = gap > 0 ? `, ${gap} missing` : '';
  return `${formatDay(date)} ${formatTimeSpan(from, to, hourFormat)}: ${staffed} on, ${needed} needed${missing}`;
}

/** Numbers of people at the left of the skyline. */
function Levels({ most, height }: { most: number; height: number }) {
  const step = [1, 2, 4, 5, 10, 20, 25, 50, 100, 200].find((n) => most / n <= 5) ?? 500;
  const levels: number[] = [];
  for (let people = step; people < most; people += step) levels.push(people);
  return (
    <>
      {levels.map((people) => (
        <span
          key={people}
          className="text-muted absolute text-2xs leading-3"
          style={{
            top: height - (people / most) * (height - 18) - 6,
            left: HEAD_WIDTH - 28,
            width: 24,
            textAlign: 'right',
          }}
        >
          {people}
        </span>
      ))}
    </>
  );
}

function ReserveButton({
  isShown,
  onShow,
}: {
  readonly isShown: boolean;
  readonly onShow: (isShown: boolean) => void;
}) {
  return (
    <Button
      kind="link"
      className="mr-2 w-fit text-xs"
      aria-pressed={isShown}
      title="Where somebody who falls out would be missing, and who could step in"
      onClick={() => onShow(!isShown)}
    >
      Reserve
    </Button>
  );
}

function FiguresButton() {
  const controller = useController();
  return (
    <Button
      kind="link"
      className="mr-1 w-fit text-xs"
      title="Coverage as a table (Alt C)"
      onClick={() => controller.act.openDialog('coverage')}
    >
      Figures
    </Button>
  );
}

/** Signs of role names that two rows of buttons hold; where there are more, roles are chosen from a list. */
const SIGNS_AS_BUTTONS = 40;
/** What a button takes beside its name, in signs. */
const EDGES = 3;

/** Stands for the skyline of all roles where rows are chosen by number. */
const ALL_ROLES = -1;

function RoleChoice() {
  const controller = useController();
  const roles = usePlan((plan) => plan.judgement.plan.roles);
  const row = useView((view) => view.skyline);
  const choices = [{ row: null, name: 'All' }, ...roles.map((role, i) => ({ row: i, name: role.name }))];
  if (choices.reduce((sum, { name }) => sum + name.length + EDGES, 0) > SIGNS_AS_BUTTONS)
    return (
      <Select
        label="Role of the skyline"
        className="mr-6 w-auto min-w-0"
        value={row ?? ALL_ROLES}
        onChange={(next) => controller.act.drawSkylineOf(next === ALL_ROLES ? null : next)}
        options={choices.map((choice) => [choice.row ?? ALL_ROLES, choice.name] as const)}
      />
    );
  return (
    <Segmented
      label="Role of the skyline"
      isLoose
      isSmall
      className="mr-2"
      value={row}
      options={choices.map((choice) => ({ value: choice.row, name: choice.name }))}
      onChange={(next) => controller.act.drawSkylineOf(next)}
    />
  );
}

const NO_BUDGET = { minutes: null, cost: null };

function Totals({ scale }: { scale: Scale }) {
  const judgement = useDeferredValue(usePlan(shownJudgement));
  const totals = useMemo(() => dayTotals(judgement), [judgement]);
  const isPayShown = usePlan((plan) => plan.references.seesPay);
  const { site } = judgement.plan;
  const paid = judgement.weeks.reduce((sum, week) => sum + week.paid, 0);
  const cost = judgement.weeks.reduce((sum, week) => sum + week.cost, 0);
  // A budget is a week's; over several weeks the sum stands alone.
  const weeks = judgement.weeks.length;
  const budget = weeks === 1 ? judgement.plan.budget : NO_BUDGET;
  const overHours = budget.minutes !== null && paid > budget.minutes;
  const narrow = scale.dayWidth < 56;
  const money = formatMinor(cost, site.currency, true);
  const overCost = judgement.weeks.some((week) => week.snags.some((snag) => snag.unit === 'money'));
  return (
    <div className="border-ink relative flex h-[42px] border-t-[1.5px]">
      <dl className="pt-[5px] pl-4 leading-4" style={{ width: HEAD_WIDTH }}>
        <dt className="sr-only">Hours of the week</dt>
        <dd className={`text-sm font-semibold ${overHours ? 'text-brass' : ''}`}>
          {budget.minutes === null
            ? formatHours(paid)
            : `${bareHours(paid)} of ${bareHours(budget.minutes)} h`}
        </dd>
        {isPayShown && (
          <>
            <dt className="sr-only">Cost of the week</dt>
            <dd className={`text-xs ${overCost ? 'text-brass font-semibold' : 'text-muted'}`}>
              {budget.cost === null ? money : `${money} of ${formatMoney(budget.cost, site.currency, true)}`}
            </dd>
          </>
        )}
      </dl>
      {totals.slice(scale.firstDay, scale.firstDay + scale.days).map((day) => (
        <dl
          key={day.date}
          className={`border-rule overflow-hidden border-l pt-[5px] leading-4 ${narrow ? 'text-center' : 'pl-1.5'}`}
          style={{ width: scale.dayWidth }}
        >
          <dt className="sr-only">
            {isPayShown ? 'Hours and cost' : 'Hours'} of {formatDay(day.date)}
          </dt>
          <dd className={narrow ? 'font-stretch-[78%] text-xs' : 'text-sm font-semibold'}>
            {narrow ? bareHours(Math.round(day.paidMinutes / 60) * 60) : formatHours(day.paidMinutes)}
          </dd>
          {isPayShown && (
            <dd className={narrow ? 'sr-only' : 'text-muted text-xs'}>
              {formatMinor(day.cost, site.currency, true)}
            </dd>
          )}
        </dl>
      ))}
    </div>
  );
}
