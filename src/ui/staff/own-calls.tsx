import type { OwnCall } from '@/server/calls/payload';
import { asSentence } from '@/core/sentence';
import { queryClient } from '../commands/query-client';
import { useCommand } from '../commands/use-command';
import { Button } from '../kit/button';
import { Refused } from '../kit/states';
import { useOwnData } from './own-data';
import { useStaff } from './staff-context';

/** What one is asked just now: whether one takes a shift. Nothing where one is not asked. */
export function OwnCalls() {
  const { isReadOnly } = useStaff();
  const { fresh, again } = useOwnData<{ calls: readonly OwnCall[] }>('/api/me/calls');
  const calls = fresh?.data.calls ?? [];
  if (isReadOnly || calls.length === 0) return null;
  return (
    <section aria-label="You are asked" className="border-brass border-l-4 pl-4">
      <h2 className="font-serif text-lg font-semibold">Can you work?</h2>
      <ul>
        {calls.map((call) => (
          <li key={call.id} className="py-2">
            <Call call={call} again={again} />
          </li>
        ))}
      </ul>
    </section>
  );
}

function Call({ call, again }: { readonly call: OwnCall; readonly again: () => void }) {
  const { run, busy, problem } = useCommand();
  const say = async (answer: 'yes' | 'no') => {
    const done = await run(
      'call.answer',
      { round: call.id, answer },
      answer === 'yes' ? 'It is yours' : 'Said',
    );
    again();
    if (done) await queryClient().invalidateQueries({ queryKey: ['staff'] });
  };
  return (
    <>
      <p className="text-lg font-semibold">{call.text}</p>
      <p className="text-muted">
        {call.site}
        {call.note && `. ${call.note}`}
      </p>
      {call.fault && <p className="text-sm">{asSentence(call.fault)}</p>}
      <Refused problem={problem} />
      <div className="mt-2 flex flex-wrap items-center gap-2">
        {call.fault === null && (
          <Button kind="primary" className="min-h-11" disabled={busy} onClick={() => void say('yes')}>
            Yes, I take it
          </Button>
        )}
        {call.answer === 'no' ? (
          <span className="text-muted">You said no.</span>
        ) : (
          <Button className="min-h-11" disabled={busy} onClick={() => void say('no')}>
            No
          </Button>
        )}
      </div>
    </>
  );
}
