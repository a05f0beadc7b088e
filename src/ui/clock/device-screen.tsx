'use client';

import { useCallback, useEffect, useMemo, useState } from 'react';
import type { PunchKind } from '@/core/clock/punch';
import { counted, formatHours, formatTime } from '@/core/time/format';
import { zoneClock } from '@/core/time/zone';
import type { AtDevice, DevicePage } from '@/server/clock/at-device';
import { newId } from '../commands/new-id';
import { Button } from '../kit/button';
import { useReady } from '../layout/app-layout';
import { Wordmark } from '../layout/wordmark';
import { useServiceWorker } from '../staff/use-service-worker';
import { usePresent } from '../today/use-present';
import { FindPerson, type Said } from './find-person';
import { KnownPerson, SAYS } from './known-person';
import { PairForm } from './pair-form';
import { canSeal, keepPunch, keptPunches, sealPin, sendKept } from './kept-punches';
import { TakenPhoto, takePhoto } from './photo';
import { keepPage } from './keep-page';
import { postJson } from './post-json';

/** How long somebody is shown after something was recorded, in milliseconds. */
const FORGET_MS = 5000;
/** How long somebody who does nothing stays known, in milliseconds. */
const LEAVE_MS = 45_000;
/** How often what waits is sent again, in milliseconds. */
const SEND_MS = 20_000;

const SAID: Readonly<Record<PunchKind, string>> = {
  in: 'In',
  out: 'Out',
  'break-begins': 'On a break',
  'break-ends': 'Back from the break',
  change: 'Other work',
};

type Stage =
  | { readonly kind: 'find' }
  | { readonly kind: 'known'; readonly at: AtDevice }
  /** Without a connection nobody is known: what they say is kept with the PIN that they typed. */
  | { readonly kind: 'unknown'; readonly said: Said }
  | {
      readonly kind: 'done';
      readonly name: string;
      readonly text: string;
      readonly at: AtDevice | null;
      /** A photo that was taken and kept, as JPEG in base 64. */
      readonly image: string | null;
    };

/** The clock at the door: one says who one is, clocks with one large button, and is forgotten. */
export function DeviceScreen({ page }: { readonly page: DevicePage | null }) {
  if (!page)
    return (
      <Frame title="Pair this device">
        <PairForm />
      </Frame>
    );
  return <Clock page={page} />;
}

function Clock({ page }: { readonly page: DevicePage }) {
  const [stage, setStage] = useState<Stage>({ kind: 'find' });
  const [problem, setProblem] = useState<string | null>(null);
  const [waits, setWaits] = useState(0);
  const [isLost, setLost] = useState(false);
  const [busy, setBusy] = useState(false);
  useServiceWorker();
  // Opened anew without a connection the page is as old as when it was kept: then the device's own time stands.
  const [begun, setBegun] = useState(page.now);
  const now = usePresent(begun);
  const day = Math.floor(page.now / 1440);
  const clock = useMemo(() => zoneClock(page.timeZone, day - 2, day + 400), [page.timeZone, day]);
  const time = (minute: number) => formatTime(clock.wall(minute), page.hourFormat);
  const forget = useCallback(() => {
    setStage({ kind: 'find' });
    setProblem(null);
  }, []);
  useEffect(() => {
    if (stage.kind === 'find') return;
    const timer = setTimeout(forget, stage.kind === 'done' ? FORGET_MS : LEAVE_MS);
    return () => clearTimeout(timer);
  }, [stage, forget]);
  useEffect(() => {
    const timer = setTimeout(() => {
      if (navigator.onLine) return void keepPage();
      setLost(true);
      setBegun(Math.floor(Date.now() / 60_000));
    });
    return () => clearTimeout(timer);
  }, []);
  useEffect(() => {
    const send = () =>
      void sendKept().then(
        (left) => {
          setWaits(left);
          setLost(false);
        },
        // There is no connection; what waits stays.
        () => void keptPunches().then((all) => setWaits(all.length)),
      );
    send();
    const timer = setInterval(send, SEND_MS);
    window.addEventListener('online', send);
    return () => {
      clearInterval(timer);
      window.removeEventListener('online', send);
    };
  }, [stage.kind]);

  const say = async (said: Said) => {
    setBusy(true);
    setProblem(null);
    const answer = await postJson<{ at: AtDevice }>('/api/clock/who', {
      ...{ person: said.person, number: said.number, pin: said.pin },
    });
    setBusy(false);
    if (answer === null) {
      setLost(true);
      if (!canSeal()) setProblem('There is no connection, and this device cannot keep a PIN safely.');
      else setStage({ kind: 'unknown', said });
    } else if (answer.ok) {
      setLost(false);
      setStage({ kind: 'known', at: answer.at });
    } else setProblem(answer.problem.message);
  };
  const clockFor = async (at: AtDevice, other: string) => {
    setBusy(true);
    const answer = await postJson<{ at: AtDevice }>('/api/clock/again', { ticket: at.ticket, other });
    setBusy(false);
    if (answer?.ok) setStage({ kind: 'known', at: answer.at });
    else setProblem(answer === null ? 'There is no connection just now.' : answer.problem.message);
  };
  const clockKnown = async (at: AtDevice, kind: PunchKind, activity: string | null) => {
    setBusy(true);
    const image = page.takesPhotos ? await takePhoto() : null;
    const id = newId();
    const answer = await postJson<{ at: number }>('/api/clock/punch', {
      ...{ id, ticket: at.ticket, kind, activity },
    });
    const again = answer?.ok
      ? await postJson<{ at: AtDevice }>('/api/clock/again', { ticket: at.ticket })
      : null;
    setBusy(false);
    if (answer === null) setProblem('There is no connection just now. Say again who you are.');
    else if (!answer.ok) setProblem(answer.problem.message);
    else {
      setProblem(null);
      const isSeen =
        image !== null && (await postJson('/api/clock/photo', { punch: id, image }))?.ok === true;
      const text = `${SAID[kind]}, ${time(answer.at)}${page.takesPhotos && !isSeen ? '. Without a photo.' : ''}`;
      setStage({
        kind: 'done',
        name: at.name,
        text,
        at: again?.ok ? again.at : null,
        image: isSeen ? image : null,
      });
    }
  };
  const clockUnknown = async (said: Said, kind: 'in' | 'out' | 'break-begins' | 'break-ends') => {
    const at = await keepPunch({
      ...{ id: newId(), person: said.person, number: said.number, kind, name: said.name },
      sealed: await sealPin(said.pin, page.key),
    });
    setWaits((await keptPunches()).length);
    const text = `${SAID[kind]}, ${time(Math.floor(at / 60_000))}. It is sent when there is a connection.`;
    setStage({ kind: 'done', name: said.name, text, at: null, image: null });
  };

  return (
    <Frame title={page.siteName} aside={`${page.name}, ${time(now)}`}>
      {(isLost || waits > 0) && (
        <p role="status" className="border-brass bg-sheet mb-4 border-2 border-dashed px-4 py-2">
          {isLost ? 'No connection: what is clocked here is kept. ' : ''}
          {waits > 0 && `${counted(waits, 'time')} ${waits === 1 ? 'waits' : 'wait'} to be sent.`}
        </p>
      )}
      {stage.kind === 'find' && (
        <FindPerson {...{ page, busy }} problem={problem} onSay={(said) => void say(said)} />
      )}
      {stage.kind === 'known' && (
        <KnownPerson
          key={stage.at.person}
          at={stage.at}
          {...{ time, busy, problem }}
          onClock={(kind, activity) => void clockKnown(stage.at, kind, activity)}
          people={page.people}
          onOther={(person) => void clockFor(stage.at, person)}
          onLeave={forget}
          takesPhotos={page.takesPhotos}
        />
      )}
      {stage.kind === 'unknown' && (
        <section aria-labelledby="who">
          <h2 id="who" className="font-serif text-3xl font-semibold">
            {stage.said.name}
          </h2>
          <p className="text-muted mt-1 text-lg">Your PIN is looked at when there is a connection.</p>
          <div className="mt-6 grid max-w-[560px] grid-cols-2 gap-3">
            {(['in', 'out', 'break-begins', 'break-ends'] as const).map((kind) => (
              <Button key={kind} className="h-20 text-xl" onClick={() => void clockUnknown(stage.said, kind)}>
                {SAYS[kind]}
              </Button>
            ))}
          </div>
          <Button className="mt-6 h-12 text-lg" onClick={forget}>
            Not me
          </Button>
        </section>
      )}
      {stage.kind === 'done' && (
        <section aria-live="polite">
          <h2 className="font-serif text-3xl font-semibold">{stage.name}</h2>
          <p role="status" className="mt-2 text-2xl">
            {stage.text}
          </p>
          {stage.at && (
            <p className="text-muted mt-2 text-lg">
              Today {formatHours(stage.at.today)}, this week {formatHours(stage.at.week)}.
            </p>
          )}
          {stage.image && <TakenPhoto image={stage.image} />}
          <Button kind="primary" className="mt-8 h-16 px-10 text-xl" onClick={forget}>
            Done
          </Button>
        </section>
      )}
    </Frame>
  );
}

function Frame({
  title,
  aside,
  children,
}: {
  readonly title: string;
  readonly aside?: string;
  readonly children: React.ReactNode;
}) {
  const isReady = useReady();
  return (
    <div className="bg-paper text-ink flex min-h-dvh flex-col" data-ready={isReady} inert={!isReady}>
      <header className="border-rule flex flex-wrap items-center gap-x-4 border-b px-6 py-3 phone:px-4">
        <Wordmark />
        <h1 className="font-serif text-xl font-semibold">{title}</h1>
        {aside && <p className="text-muted ml-auto text-lg">{aside}</p>}
      </header>
      <main className="mx-auto w-full max-w-[900px] flex-1 px-6 py-6 phone:px-4">{children}</main>
    </div>
  );
}
