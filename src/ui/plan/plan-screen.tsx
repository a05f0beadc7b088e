'use client';

import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useEffect, useMemo, useState } from 'react';
import { writeDate } from '@/core/time/day';
import type { FramePayload, PlanPayload } from '@/server/plan/payload';
import { tell } from '../kit/tell';
import { TopBar } from '../kit/top-bar';
import { Canvas } from './canvas';
import { ControllerProvider, PlanController, useView } from './controller';
import { FrameProvider, useFrame } from './frame-context';
import { onPageKey } from './keys';
import { KeysHelp } from './keys-help';
import { createPlanStore } from './plan-store';
import { SidePanel } from './side-panel';
import { PlanSync, openPlan } from './sync';
import { createViewStore } from './view-store';
import { WeekStrip, WeekTools, weekAddress } from './week-strip';

const Notices = dynamic(() => import('../kit/notices'), { ssr: false });
const loadFind = () => import('./find');
const Find = dynamic(loadFind, { ssr: false });

interface Props {
  readonly frame: FramePayload;
}

/** The plan of one site's week: gets it, and shows it, or says why it cannot be shown. */
export function PlanScreen({ frame }: Props) {
  const address = `/api/plan/${encodeURIComponent(frame.site.id)}/${writeDate(frame.week)}`;
  const [payload, setPayload] = useState<PlanPayload | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [attempt, setAttempt] = useState(0);
  useEffect(() => {
    let gone = false;
    void openPlan(address).then((opened) => {
      if (gone) return;
      if (opened === null) setTrouble('The server cannot be reached. What you typed before is kept here.');
      else if ('problem' in opened) setTrouble(opened.problem.message);
      else {
        for (const problem of opened.refused)
          tell({ text: `An edit that was waiting was not kept: ${problem.message}` });
        setPayload(opened.payload);
      }
    });
    return () => {
      gone = true;
    };
  }, [address, attempt]);
  return (
    <FrameProvider value={frame}>
      <div className="bg-paper text-ink flex h-dvh min-h-[560px] min-w-[960px] flex-col">
        {payload ? (
          <Ready payload={payload} frame={frame} address={address} />
        ) : (
          <Waiting
            trouble={trouble}
            again={() => {
              setTrouble(null);
              setAttempt(attempt + 1);
            }}
          />
        )}
        <Notices />
      </div>
    </FrameProvider>
  );
}

function PlanTopBar({ onFind }: { onFind?: () => void }) {
  const { sites, site, actor } = useFrame();
  return <TopBar sites={sites} site={site.id} area="plan" actor={actor} onFind={onFind} />;
}

function Waiting({ trouble, again }: { trouble: string | null; again: () => void }) {
  return (
    <>
      <PlanTopBar />
      <main className="flex-1 px-6 py-16 text-center" aria-busy={trouble === null}>
        {trouble === null ? (
          <p className="text-muted">Getting the week …</p>
        ) : (
          <>
            <p className="mb-3">{trouble}</p>
            <button type="button" className="plain-button" onClick={again}>
              Try again
            </button>
          </>
        )}
      </main>
    </>
  );
}

function Ready({ payload, frame, address }: Props & { payload: PlanPayload; address: string }) {
  const router = useRouter();
  const controller = useMemo(() => {
    const store = createPlanStore(payload);
    const today = frame.today - frame.week;
    const view = createViewStore(today >= 0 && today < payload.plan.days ? today : 0);
    return new PlanController(store, view, new PlanSync(store, address, tell), tell);
  }, [payload, frame, address]);
  useEffect(() => {
    // Not part of the first picture, but there before anybody presses its key.
    const timer = setTimeout(() => void loadFind(), 1500);
    return () => clearTimeout(timer);
  }, []);
  useEffect(() => {
    const online = () => controller.resume();
    const onKey = (event: KeyboardEvent) => {
      const goWeeks = (by: number) => router.push(weekAddress(frame.site.id, frame.week + by * 7));
      if (onPageKey(event, controller, goWeeks)) event.preventDefault();
    };
    window.addEventListener('online', online);
    window.addEventListener('keydown', onKey);
    return () => {
      window.removeEventListener('online', online);
      window.removeEventListener('keydown', onKey);
      controller.leave();
    };
  }, [controller, router, frame]);
  return (
    <ControllerProvider value={controller}>
      <PlanTopBar onFind={() => controller.view.setState({ finding: true })} />
      <WeekStrip>
        <WeekTools />
      </WeekStrip>
      <h1 className="sr-only">Plan of {frame.site.name}</h1>
      <main className="flex min-h-0 flex-1">
        <Canvas />
        <SidePanel />
      </main>
      <Dialogs />
    </ControllerProvider>
  );
}

function Dialogs() {
  const keysShown = useView((view) => view.keysShown);
  const finding = useView((view) => view.finding);
  return (
    <>
      {keysShown && <KeysHelp />}
      {finding && <Find />}
    </>
  );
}
