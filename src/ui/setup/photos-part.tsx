import { useState } from 'react';
import { MOST_PHOTO_DAYS } from '@/core/clock/photo';
import type { SetupPayload } from '@/server/site/payload';
import { useCommand } from '../commands/use-command';
import { Button } from '../kit/button';
import { Checkbox } from '../kit/inputs/checkbox';
import { CountInput } from '../kit/inputs/parsed-input';
import { Refused } from '../kit/states';

/** For how long photos are kept where nobody says, in days. */
const USUAL_DAYS = 7;

/** Whether a photo is taken with each time that is clocked, and for how long it is kept. */
export function PhotosPart({ setup }: { readonly setup: SetupPayload }) {
  const [days, setDays] = useState(setup.photoDays);
  const { run, busy, problem } = useCommand();
  return (
    <section>
      <h2 className="font-serif text-lg font-semibold">Photos</h2>
      <Checkbox
        className="mt-1"
        checked={days !== null}
        onChange={(isOn) => setDays(isOn ? (setup.photoDays ?? USUAL_DAYS) : null)}
      >
        A photo is taken when people clock at the door or by their phone
      </Checkbox>
      {days !== null && (
        <>
          <p className="mt-2 flex items-center gap-2">
            and kept for
            <CountInput
              label="Days a photo is kept"
              least={1}
              most={MOST_PHOTO_DAYS}
              value={days}
              onChange={setDays}
            />
            {days === 1 ? 'day.' : 'days.'}
          </p>
          <p className="text-muted mt-2 text-sm">
            Only who corrects times here sees it, in Today and Hours; nothing is worked out from it. Where
            there is no camera, people clock without.
          </p>
        </>
      )}
      {setup.photoDays !== null && days === null && (
        <p className="mt-2 text-sm">Those that are kept are removed.</p>
      )}
      <Refused problem={problem} className="mt-2" />
      <div className="mt-3">
        <Button
          kind="primary"
          busy={busy}
          disabled={days === setup.photoDays}
          onClick={() => void run('clock.photos', { site: setup.id, days })}
        >
          Save
        </Button>
      </div>
    </section>
  );
}
