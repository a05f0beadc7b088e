import { useState } from 'react';
import type { Position } from '@/core/clock/place';
import { formatTime } from '@/core/time/format';
import { zoneClock } from '@/core/time/zone';
import type { OwnClock as OwnClockPage } from '@/server/clock/own-phone';
import { PHOTO_NOTE, TakenPhoto, takePhoto } from '../clock/photo';
import { postJson } from '../clock/post-json';
import { newId } from '../commands/new-id';
import { useCommand } from '../commands/use-command';
import { Button } from '../kit/button';
import { Select } from '../kit/inputs/select';
import { useOwnData } from './own-data';
import { useStaff } from './staff-context';
import { Refused } from '../kit/states';

const SAYS = {
  in: 'Clock in',
  out: 'Clock out',
  'break-begins': 'Begin a break',
  'break-ends': 'End the break',
  change: 'Change work',
} as const;

/** How long a phone may take to say where it is, in milliseconds. */
const WAIT_MS = 10_000;

/** Where the phone is; null: it does not say. */
function position(): Promise<Position | null> {
  return new Promise((resolve) => {
    if (!('geolocation' in navigator)) return resolve(null);
    navigator.geolocation.getCurrentPosition(
      ({ coords: { latitude, longitude, accuracy } }) => resolve({ latitude, longitude, accuracy }),
      () => resolve(null),
      { enableHighAccuracy: true, timeout: WAIT_MS, maximumAge: 0 },
    );
  });
}

/** Clocks by one's own phone, with one large button for what comes next; nothing where that is not allowed. */
export function OwnClock({ onClocked }: { readonly onClocked?: () => void }) {
  const { isReadOnly } = useStaff();
  const { fresh, again } = useOwnData<{ clock: OwnClockPage }>('/api/me/clock');
  const clock = fresh?.data.clock;
  if (isReadOnly || !clock || clock.sites.length === 0) return null;
  return (
    <Clock
      clock={clock}
      onClocked={() => {
        again();
        onClocked?.();
      }}
    />
  );
}

function Clock({ clock, onClocked }: { readonly clock: OwnClockPage; readonly onClocked: () => void }) {
  const { sites, state, since, next } = clock;
  const [site, setSite] = useState(sites[0].id);
  const [isAsking, setAsking] = useState(false);
  const { run, busy, problem } = useCommand();
  const [image, setImage] = useState<string | null>(null);
  const [isUnseen, setUnseen] = useState(false);
  const takesPhotos = sites.find(({ id }) => id === site)?.takesPhotos ?? false;
  const asksPlace = sites.find(({ id }) => id === site)?.asksPlace ?? false;
  const day = Math.floor((since ?? 0) / 1440);
  const time =
    since === null
      ? ''
      : formatTime(zoneClock(clock.timeZone, day - 1, day + 1).wall(since), clock.hourFormat);
  const { asks, activities } = sites.find(({ id }) => id === site)!.offered;
  const [activity, setActivity] = useState(clock.activity ?? '');
  const mustChoose = asks === 'asked' && activity === '' && activities.length > 0;
  const named = activities.find(({ id }) => id === clock.activity)?.name;
  const say = async (kind: (typeof next)[number]) => {
    setAsking(true);
    const where = asksPlace ? await position() : null;
    const taken = takesPhotos ? await takePhoto() : null;
    setAsking(false);
    const id = newId();
    const work = kind === 'in' || kind === 'change' ? activity || null : null;
    if (!(await run('clock.own', { id, site, kind, activity: work, position: where }))) return;
    const isSeen =
      taken !== null && (await postJson('/api/me/photo', { punch: id, image: taken }))?.ok === true;
    setImage(isSeen ? taken : null);
    setUnseen(takesPhotos && !isSeen);
    onClocked();
  };
  const [first, ...rest] = next;
  return (
    <section aria-label="Clock" className="border-ink border-b pb-4">
      <p className="mb-2">
        {state === 'in' ? `In since ${time}` : state === 'on-break' ? `On a break since ${time}` : 'Not in'}
        {named && `, at ${named}`}
        {takesPhotos && <span className="text-muted block text-sm">{PHOTO_NOTE}</span>}
        {asksPlace && (
          <span className="text-muted text-sm"> · your phone is asked where it is, only then</span>
        )}
      </p>
      {sites.length > 1 && state === 'out' && (
        <Select
          label="Where"
          className="mb-2 min-h-11 w-full"
          value={site}
          onChange={setSite}
          options={sites.map(({ id, name }) => [id, name] as const)}
        />
      )}
      {activities.length > 0 && state !== 'on-break' && (
        <div className="mb-2 flex gap-2">
          <Select
            label={state === 'in' ? 'Go on with' : 'What do you work at?'}
            className="min-h-11 min-w-0 flex-1"
            value={activity}
            onChange={setActivity}
            options={[
              ['', asks === 'asked' && state === 'out' ? 'What do you work at?' : 'As planned'],
              ...activities.map(({ id, name }) => [id, name] as const),
            ]}
          />
          {state === 'in' && (
            <Button
              className="min-h-11"
              disabled={busy || isAsking || activity === (clock.activity ?? '')}
              onClick={() => void say('change')}
            >
              {SAYS.change}
            </Button>
          )}
        </div>
      )}
      <Button
        kind="primary"
        className="h-16 w-full text-xl"
        busy={busy || isAsking}
        disabled={first === 'in' && mustChoose}
        onClick={() => void say(first)}
      >
        {SAYS[first]}
      </Button>
      {rest.map((kind) => (
        <Button
          key={kind}
          className="mt-2 min-h-12 w-full"
          disabled={busy || isAsking}
          onClick={() => void say(kind)}
        >
          {SAYS[kind]}
        </Button>
      ))}
      {image && <TakenPhoto image={image} />}
      {isUnseen && <p className="text-muted mt-2 text-sm">Clocked, without a photo.</p>}
      <Refused problem={problem} className="mt-2" />
    </section>
  );
}
