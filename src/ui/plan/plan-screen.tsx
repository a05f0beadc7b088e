'use client';

import dynamic from 'next/dynamic';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { formatDate } from '@/core/time/day';
import type { PageHeader, PlanPayload } from '@/server/plan/payload';
import { useGo } from '../going/go';
import { onPlanChanged } from '../commands/plan-changed';
import { notify } from '../commands/notify';
import { useReach } from '../layout/reach';
import { TopBar } from '../layout/top-bar';
import { DateHabitsProvider } from '../kit/inputs/date-habits';
import { arrangeRows } from '@/core/grid/arrangement';
import { Canvas } from './grid/canvas';
import { ControllerProvider, PlanController, useView } from './state/controller';
import { PageHeaderProvider, usePageHeader } from './state/header-context';
import { Asked } from './state/asked';
import { type Look, asDraft, asTold } from './state/as-told';
import { followCoverLink } from './state/cover-link';
import { useLivePlan } from './state/live-plan';
import { firstActiveDay } from './state/wanted-day';
import { keepArrangement, keptArrangement } from './state/saved-arrangement';
import { onPageKey } from './input/keys';
import { KeysHelp } from './header/keys-help';
import { createPlanStore } from './state/plan-store';
import { SidePanel } from './panels/side-panel';
import type { WaitingEdit } from '../waiting/waiting-edits';
import { PlanSync, openPlan } from './state/sync';
import { applyShown } from './state/shown-edits';
import { showPlan } from '../undo/take-back';
import { type DayCount, createViewStore } from './state/view-store';
import { WeekStrip, WeekTools, weekAddress } from './header/week-strip';
import { Button } from '../kit/button';
import { ErrorState } from '../kit/states';

const Toasts = dynamic(() => import('../kit/toast'), { ssr: false });
const loadFind = () => import('./header/find');
const Find = dynamic(loadFind, { ssr: false });
const loadPanels = () => import('./panels/panels').then((part) => part.Panels);
const Panels = dynamic(loadPanels, { ssr: false, loading: () => <SidePanel /> });
const Figures = dynamic(() => import('./coverage/figures').then((part) => part.Figures), { ssr: false });
const ShiftFile = dynamic(() => import('./header/shift-file').then((part) => part.ShiftFile), { ssr: false });
const DayList = dynamic(() => import('./phone/day-list').then((part) => part.DayList), { ssr: false });
const WeeksStrip = dynamic(() => import('./header/weeks-strip').then((part) => part.WeeksStrip), {
  ssr: false,
});

interface Props {
  readonly header: PageHeader;
}

/** The plan of one site's week: gets it, and shows it, or says why it cannot be shown. */
export function PlanScreen({ header }: Props) {
  const address = `/api/plan/${encodeURIComponent(header.site.id)}/${formatDate(header.week)}`;
  const [payload, setPayload] = useState<PlanPayload | null>(null);
  const [left, setLeft] = useState<readonly WaitingEdit[]>([]);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [attempt, setAttempt] = useState(0);
  const [span, setSpan] = useState<Span>({ days: 7, show: 7, look: asDraft });
  useEffect(() => {
    let gone = false;
    void openPlan(address, span.days, span.look).then((opened) => {
      if (gone) return;
      if (opened === null) setTrouble('The server cannot be reached. What you typed before is saved here.');
      else if ('problem' in opened) setTrouble(opened.problem.message);
      else {
        setLeft(opened.left);
        setPayload(opened.payload);
      }
    });
    return () => {
      gone = true;
    };
  }, [address, attempt, span.days, span.look]);
  const widen = useCallback((next: Span) => {
    setPayload(null);
    setSpan(next);
  }, []);
  return (
    <PageHeaderProvider value={header}>
      <DateHabitsProvider value={header.dates}>
        <div className="bg-paper text-ink flex h-dvh min-h-[520px] flex-col low:h-auto low:min-h-dvh">
          {payload ? (
            <Ready
              payload={payload}
              left={left}
              header={header}
              address={address}
              span={span}
              onSpan={widen}
            />
          ) : (
            <Waiting
              trouble={trouble}
              again={() => {
                setTrouble(null);
                setAttempt(attempt + 1);
              }}
            />
          )}
          <Toasts />
        </div>
      </DateHabitsProvider>
    </PageHeaderProvider>
  );
}

function PlanTopBar({ onFind }: { onFind?: () => void }) {
  const { sites, site, actor } = usePageHeader();
  return <TopBar sites={sites} site={site.id} area="plan" actor={actor} onFind={onFind} />;
}

function Waiting({ trouble, again }: { trouble: string | null; again: () => void }) {
  return (
    <>
      <PlanTopBar />
      <main className="flex-1 px-6 py-16 text-center" aria-busy={trouble === null}>
        {trouble === null ? (
          <p className="text-muted">Loading the week …</p>
        ) : (
          <ErrorState onRetry={again}>{trouble}</ErrorState>
        )}
      </main>
    </>
  );
}

/** How many days are loaded and how many of them shown, and whether the draft of them or what staff see. */
interface Span {
  readonly days: 7 | 28;
  readonly show: DayCount;
  readonly look: Look;
}

function Ready({
  payload,
  left,
  header,
  address,
  span,
  onSpan,
}: Props & {
  payload: PlanPayload;
  /** Edits of this plan that wait from an earlier visit. */
  left: readonly WaitingEdit[];
  address: string;
  span: Span;
  onSpan: (span: Span) => void;
}) {
  const go = useGo();
  const { show, look } = span;
  const isTold = look === asTold;
  const isPhone = useReach('phone');
  const { today, week } = header;
  const site = header.site.id;
  const who = header.actor.id;
  const controller = useMemo(() => {
    const store = createPlanStore(payload);
    const { days } = payload.plan;
    const arrangement = keptArrangement(site);
    const { judgement, published, references } = store.getState();
    const rows = arrangeRows(judgement, arrangement, { ...references, published }, { from: 0, to: days });
    const day = firstActiveDay(week, days, today);
    const view = createViewStore(day, rows, arrangement, show);
    const sync = new PlanSync(store, address, notify, days, who, look);
    const load = (wanted: DayCount, day: number) => {
      const its = week + Math.floor(day / 7) * 7;
      if (wanted < 28 && its !== week) void go(weekAddress(site, its));
      else onSpan({ days: wanted < 28 ? 7 : 28, show: wanted, look });
    };
    return new PlanController(store, view, sync, notify, load, () => onSpan({ ...span, look: asTold }));
  }, [payload, today, week, site, who, address, show, look, span, onSpan, go]);
  useEffect(
    () =>
      controller.view.subscribe(({ arrangement }, before) => {
        if (arrangement !== before.arrangement) keepArrangement(site, arrangement);
      }),
    [controller, site],
  );
  useEffect(() => {
    // Not part of the first picture, but there before anybody presses its key.
    const timer = setTimeout(() => {
      void loadFind();
      void loadPanels();
    }, 1500);
    return () => clearTimeout(timer);
  }, []);
  useLivePlan(controller, site);
  useEffect(() => {
    controller.arrive(left);
    followCoverLink(controller);
    const online = () => controller.resume();
    const onKey = (event: KeyboardEvent) => {
      const goWeeks = (by: number) => void go(weekAddress(site, week + by * 7));
      if (!event.defaultPrevented && onPageKey(event, controller, goWeeks)) event.preventDefault();
    };
    const deaf = onPlanChanged(() => void controller.refresh());
    // What is undone is undone in the draft.
    const hide = isTold
      ? () => undefined
      : showPlan({ address, apply: (changes) => applyShown(controller, changes) });
    const onShown = () => document.visibilityState === 'visible' && controller.lookAgain();
    window.addEventListener('online', online);
    window.addEventListener('focus', onShown);
    document.addEventListener('visibilitychange', onShown);
    window.addEventListener('keydown', onKey);
    return () => {
      deaf();
      hide();
      window.removeEventListener('online', online);
      window.removeEventListener('focus', onShown);
      document.removeEventListener('visibilitychange', onShown);
      window.removeEventListener('keydown', onKey);
      controller.leave();
    };
  }, [controller, left, go, site, week, address, isTold]);
  return (
    <ControllerProvider value={controller}>
      <PlanTopBar onFind={() => controller.act.openDialog('find')} />
      <WeekStrip>{!isPhone && <WeekTools />}</WeekStrip>
      {isTold && <ToldNote onDraft={() => onSpan({ ...span, look: asDraft })} />}
      <MonthPlace />
      <h1 className="sr-only">Plan of {header.site.name}</h1>
      <main className="relative flex min-h-0 flex-1">
        {isPhone ? (
          <DayList />
        ) : (
          <>
            <Canvas />
            <References />
          </>
        )}
      </main>
      <Dialogs />
      {!header.off.includes('requests') && <Asked address={address} />}
    </ControllerProvider>
  );
}

/** Says that what is shown is what staff see, and leads back to the draft. */
function ToldNote({ onDraft }: { onDraft: () => void }) {
  return (
    <p className="border-ink bg-sheet flex shrink-0 items-center gap-4 border-b px-4 py-1">
      <span>
        <span className="font-semibold">As staff see it:</span> what was published last. Nothing can be
        changed here.
      </span>
      <Button onClick={onDraft}>Back to the draft</Button>
    </p>
  );
}

/** Snags and selection, or what was opened in their place; over the canvas where there is no room beside it. */
function References() {
  const panel = useView((view) => view.panel);
  const isShown = useView((view) => view.sideShown);
  const isNarrow = useReach('narrow');
  if (isNarrow && !panel && !isShown) return null;
  return (
    <div className="flex min-h-0 narrow:absolute narrow:inset-y-0 narrow:right-0 narrow:z-30 low:h-[calc(100dvh-80px)]">
      {panel ? <Panels panel={panel} /> : <SidePanel />}
    </div>
  );
}

function MonthPlace() {
  return useView((view) => view.weeksShown) ? <WeeksStrip /> : null;
}

function Dialogs() {
  const dialog = useView((view) => view.dialog);
  return (
    <>
      {dialog === 'keys' && <KeysHelp />}
      {dialog === 'find' && <Find />}
      {dialog === 'coverage' && <Figures />}
      {dialog === 'file' && <ShiftFile />}
    </>
  );
}
