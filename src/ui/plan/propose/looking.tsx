import { useEffect, useState } from 'react';
import { useStore } from 'zustand';
import { formatHours } from '@/core/time/format';
import { Button } from '../../kit/button';
import { useController } from '../state/controller';
import { Curve, distance } from './curve';

/** How far looking has come, and the way to end it. */
export function Looking() {
  const session = useController().proposal;
  const curve = useStore(session.store, (state) => state.curve);
  const isStopping = useStore(session.store, (state) => state.isStopping);
  const seconds = useSeconds();
  const last = curve.at(-1);
  return (
    <div className="flex flex-col gap-2" aria-busy>
      <p role="timer" className="font-semibold">
        {seconds} s
      </p>
      <p className="leading-[18px]">
        {last ? (
          <>
            Best so far:{' '}
            {last.missingMinutes === 0 ? 'nobody missing' : `${formatHours(last.missingMinutes)} missing`}
            {distance(last) !== '–' && <>, at most {distance(last)} from the best of all that counts</>}.
          </>
        ) : (
          'Setting up: who could work what.'
        )}
      </p>
      <Curve curve={curve} />
      <div>
        <Button data-first busy={isStopping} onClick={() => session.stop()}>
          {isStopping ? 'Stopping …' : 'Stop, and show the best so far'}
        </Button>
      </div>
      <p className="text-muted text-sm leading-[17px]">
        You can go on planning meanwhile. What is found is laid on the plan as it is then.
      </p>
    </div>
  );
}

function useSeconds(): number {
  const [start] = useState(() => Date.now());
  const [now, setNow] = useState(start);
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 250);
    return () => clearInterval(timer);
  }, []);
  return Math.floor((now - start) / 1000);
}
