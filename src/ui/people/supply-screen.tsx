'use client';

import Link from 'next/link';
import { useLayoutEffect, useMemo, useRef, useState } from 'react';
import { supplyOf } from '@/core/availability/supply';
import { judge } from '@/core/consequences/judge';
import { blocksOf } from '@/core/coverage/blocks';
import { fromPortable } from '@/core/plan/portable';
import { isoWeek, formatDate } from '@/core/time/day';
import { formatDay, formatDays, formatLongDay, formatAxisTime } from '@/core/time/format';
import type { PlanPayload } from '@/server/plan/payload';
import { type Scale, hoursOf, scaleOf, ticksOf, timeAt, xOf } from '../canvas/scale';
import { type SkylineBlock, SkylineDay, SkylineTextures } from '../canvas/skyline';
import { SplitPanel } from '../kit/page';
import { AppLayout, type ShellFrame } from '../layout/app-layout';
import { Figures, type Place, Who } from './supply-figures';
import { Segmented } from '../kit/inputs/segmented';
import { Select } from '../kit/inputs/select';
import { buttonClass } from '../kit/button';

interface Props {
  readonly header: ShellFrame;
  readonly payload: PlanPayload;
}

const HEAD = 170;
const HEADS = 44;

/** Everybody's availability: how many could work in each block, by role, against how many are needed. */
export function SupplyScreen({ header, payload }: Props) {
  const judgement = useMemo(() => judge(fromPortable(payload.plan)), [payload]);
  const supply = useMemo(() => supplyOf(judgement), [judgement]);
  const { plan } = judgement;
  const [days, setDays] = useState<1 | 7>(7);
  const [firstDay, setFirstDay] = useState(0);
  const [place, setPlace] = useState<Place | null>(null);
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(820);
  useLayoutEffect(() => {
    const element = box.current!;
    const measure = () => setWidth(Math.max(element.clientWidth - HEAD - 8, 200));
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  const scale = useMemo(
    () => scaleOf(hoursOf(judgement), firstDay, days, width),
    [judgement, firstDay, days, width],
  );
  const rows = [...plan.roles.map((role) => role.name), 'Everybody'];
  const blocks = useMemo(
    () =>
      rows.map((_, row) =>
        Array.from({ length: plan.days }, (_, day) => supplyBlocks(judgement, supply, row, day, scale)),
      ),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the rows are the roles of the judgement
    [judgement, supply, scale],
  );
  const site = encodeURIComponent(plan.site.id);
  const weekLink = (by: number) => `/people/${site}/availability/${formatDate(plan.from + by * 7)}`;
  const short = blocks.map((row) => row.flat().filter((block) => block.gap > 0).length);
  return (
    <AppLayout header={header} site={plan.site.id} area="people">
      <div className="border-rule bg-sheet flex min-h-[50px] shrink-0 flex-wrap items-center gap-x-3 gap-y-1 border-b px-4 py-1">
        <Link className={buttonClass('plain')} href={weekLink(-1)} aria-label="Week before">
          ‹
        </Link>
        <h1 className="font-serif text-lg font-semibold">
          Who could work, {days === 7 ? formatDays(plan.from, 7) : formatLongDay(plan.from + firstDay)}
        </h1>
        <Link className={buttonClass('plain')} href={weekLink(1)} aria-label="Week after">
          ›
        </Link>
        <span className="text-muted">wk {isoWeek(plan.from + 3).week}</span>
        <Link className="link link-primary font-semibold ml-3" href={`/people/${site}`}>
          All people
        </Link>
        <Segmented
          label="Days shown"
          className="ml-auto"
          value={days}
          onChange={(n) => {
            setDays(n);
            setFirstDay(n === 7 ? 0 : (place?.day ?? 0));
          }}
          options={[
            { value: 7, name: 'Week' },
            { value: 1, name: 'Day' },
          ]}
        />
        {days === 1 && (
          <Select
            label="Day shown"
            value={firstDay}
            onChange={setFirstDay}
            options={Array.from({ length: 7 }, (_, day) => [day, formatDay(plan.from + day)] as const)}
          />
        )}
      </div>
      <SplitPanel
        label="Who could"
        className="w-[262px]"
        isFlush
        side={
          place ? (
            <Who
              judgement={judgement}
              blocks={blocks}
              place={place}
              name={rows[place.row]}
              format={payload.hourFormat}
              site={site}
            />
          ) : (
            <p className="text-muted">
              The tone is how many could work, the line how many are needed. Click a place to see who.
              Approved leave, last days and the end of certificates are taken into account; shifts already
              planned are not.
            </p>
          )
        }
      >
        <main ref={box} className="min-w-0" tabIndex={0} aria-label="Who could work">
          <Heads scale={scale} from={plan.from} format={payload.hourFormat} />
          {rows.map((name, row) => (
            <SupplyRow
              key={name}
              name={name}
              note={
                short[row] === 0
                  ? 'enough in every block'
                  : `${short[row]} ${short[row] === 1 ? 'block' : 'blocks'} short`
              }
              isShort={short[row] > 0}
              days={blocks[row]}
              scale={scale}
              place={place?.row === row ? place : null}
              onPlace={(day, minute) =>
                setPlace({
                  row,
                  day,
                  minute: Math.floor(minute / plan.site.blockMinutes) * plan.site.blockMinutes,
                })
              }
            />
          ))}
          <Figures
            rows={rows}
            blocks={blocks}
            day={days === 1 ? firstDay : (place?.day ?? 0)}
            from={plan.from}
            format={payload.hourFormat}
          />
        </main>
      </SplitPanel>
    </AppLayout>
  );
}

function supplyBlocks(
  judgement: ReturnType<typeof judge>,
  could: readonly Int16Array[],
  row: number,
  day: number,
  scale: Scale,
): SkylineBlock[] {
  const staffing = { ...judgement.staffing, staffed: could };
  return blocksOf(judgement.context, staffing, row, day, { from: scale.from, to: scale.to }).map((block) => ({
    ...block,
    surplus: 0,
    gaps: block.gap > 0 ? [{ row, missing: block.gap }] : [],
  }));
}

function Heads({
  scale,
  from,
  format,
}: {
  readonly scale: Scale;
  readonly from: number;
  readonly format: '24' | '12';
}) {
  return (
    <div className="border-rule bg-paper sticky top-0 z-10 border-b" style={{ height: HEADS }}>
      {Array.from({ length: scale.days }, (_, i) => (
        <div
          key={i}
          className="border-rule absolute inset-y-0 overflow-hidden border-l"
          style={{ left: HEAD + i * scale.dayWidth, width: scale.dayWidth }}
        >
          <span className="block truncate pt-1 pl-1 text-base font-semibold">
            {formatDay(from + scale.firstDay + i)}
          </span>
          {ticksOf(scale).map((minute) => (
            <span
              key={minute}
              className="text-muted absolute bottom-1 -translate-x-1/2 text-2xs leading-3"
              style={{ left: xOf(scale, scale.firstDay, minute) }}
            >
              {formatAxisTime(minute, format)}
            </span>
          ))}
        </div>
      ))}
    </div>
  );
}

const HEIGHT = 84;

function SupplyRow({
  name,
  note,
  isShort,
  days,
  scale,
  place,
  onPlace,
}: {
  readonly name: string;
  readonly note: string;
  readonly isShort: boolean;
  readonly days: readonly (readonly SkylineBlock[])[];
  readonly scale: Scale;
  readonly place: Place | null;
  readonly onPlace: (day: number, minute: number) => void;
}) {
  const shown = days.slice(scale.firstDay, scale.firstDay + scale.days);
  const most = Math.max(2, ...shown.flat().map((block) => Math.max(block.staffed, block.needed))) + 0.5;
  const step = shown[0]?.[0] ? shown[0][0].to - shown[0][0].from : 30;
  const move = (by: number) => {
    const at = place ?? { day: scale.firstDay, minute: scale.from - by * step };
    const minute = at.minute + by * step;
    if (minute >= scale.from && minute < scale.to) onPlace(at.day, minute);
    else if (at.day + by >= scale.firstDay && at.day + by < scale.firstDay + scale.days)
      onPlace(at.day + by, by > 0 ? scale.from : scale.to - step);
  };
  const here = place && days[place.day]?.find((block) => block.from === place.minute);
  return (
    <div className="border-fine flex border-b">
      <div className="flex shrink-0 flex-col justify-center pl-4" style={{ width: HEAD }}>
        <span className="font-semibold">{name}</span>
        <span className={`text-xs ${isShort ? 'text-gap font-semibold' : 'text-muted'}`}>{note}</span>
        <span className="text-muted text-xs">up to {Math.floor(most)} could</span>
      </div>
      <div
        style={{ width: scale.days * scale.dayWidth, height: HEIGHT }}
        role="slider"
        tabIndex={0}
        aria-label={`${name}: how many could work against how many are needed`}
        aria-valuemin={0}
        aria-valuemax={days.length * 1440}
        aria-valuenow={place ? place.day * 1440 + place.minute : 0}
        aria-valuetext={here ? `${here.staffed} could, ${here.needed} needed` : 'no block chosen'}
        className="relative shrink-0 cursor-crosshair"
        onPointerDown={(event) => {
          const { left } = event.currentTarget.getBoundingClientRect();
          const { day, minute } = timeAt(scale, event.clientX - left, 1);
          onPlace(day, minute);
        }}
        onKeyDown={(event) => {
          if (event.key !== 'ArrowLeft' && event.key !== 'ArrowRight') return;
          event.preventDefault();
          move(event.key === 'ArrowRight' ? 1 : -1);
        }}
      >
        <SkylineTextures />
        {shown.map((blocks, i) => (
          <SkylineDay
            key={i}
            blocks={blocks}
            scale={scale}
            day={scale.firstDay + i}
            height={HEIGHT}
            most={most}
            marks={[]}
            place={place?.day === scale.firstDay + i ? place.minute : null}
          />
        ))}
      </div>
    </div>
  );
}
