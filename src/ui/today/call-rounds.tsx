import { formatTime } from '@/core/time/format';
import type { ZoneClock } from '@/core/time/zone';
import { CALL_WORDS } from '@/core/today/call-round';
import type { CallView, CalledView } from '@/server/calls/payload';
import type { TodayPage } from '@/server/today/payload';
import { useCommand } from '../commands/use-command';
import { Badge } from '../kit/badge';
import { Button } from '../kit/button';
import { Refused } from '../kit/states';

/** Who is asked to take shifts of the day, and what they said; it moves with them. */
export function CallRounds({ page, clock }: { readonly page: TodayPage; readonly clock: ZoneClock }) {
  if (page.calls.length === 0) return null;
  return (
    <section aria-labelledby="calls-title" className="mb-4">
      <h2 id="calls-title" className="font-serif text-lg font-semibold">
        Asked
      </h2>
      <ul>
        {page.calls.map((call) => (
          <li key={call.id} className="border-fine border-b py-2 last:border-b-0">
            <Round {...{ page, clock, call }} />
          </li>
        ))}
      </ul>
    </section>
  );
}

function Round({
  page: { site, hourFormat },
  clock,
  call,
}: {
  readonly page: TodayPage;
  readonly clock: ZoneClock;
  readonly call: CallView;
}) {
  const { run, busy, problem } = useCommand();
  const isGoing = call.state === 'going';
  const at = { site, round: call.id };
  const timeOf = (instant: string | number) =>
    formatTime(clock.wall(Math.floor(new Date(instant).getTime() / 60_000)), hourFormat);
  const taken = call.called.find(({ answer }) => answer === 'yes');
  const [next] = call.called.filter(({ askedAt, answer }) => askedAt === null && answer === null);
  return (
    <section aria-label={`Call round, ${call.text}`}>
      <p>
        <strong>{call.text}</strong>{' '}
        <Badge severity={isGoing ? 'warn' : 'note'}>
          {taken ? `${taken.name} has it` : call.outcome || CALL_WORDS[call.state]}
        </Badge>
      </p>
      <ol className="mt-1">
        {call.called.map((one) => (
          <li key={one.person} className="flex flex-wrap items-baseline gap-x-2 py-0.5">
            <span className={one.askedAt === null && one.answer === null ? 'text-muted' : 'font-semibold'}>
              {one.name}
            </span>
            <span className="text-muted text-sm">{saidBy(one, timeOf)}</span>
            {isGoing && one.answer === null && one.askedAt !== null && (
              <span className="ml-auto flex gap-1">
                {(['yes', 'no'] as const).map((answer) => (
                  <Button
                    key={answer}
                    kind="small"
                    disabled={busy}
                    aria-label={`${one.name} said ${answer}`}
                    onClick={() => void run('call.answer-for', { ...at, person: one.person, answer })}
                  >
                    {answer === 'yes' ? 'Said yes' : 'Said no'}
                  </Button>
                ))}
              </span>
            )}
          </li>
        ))}
      </ol>
      <Refused problem={problem} />
      {isGoing && (
        <div className="mt-1 flex flex-wrap items-center gap-2">
          {next && (
            <Button disabled={busy} onClick={() => void run('call.next', at)}>
              Ask {next.name} now
            </Button>
          )}
          <Button disabled={busy} onClick={() => void run('call.end', at)}>
            Stop asking
          </Button>
          {next && call.nextAt !== null && (
            <span className="text-muted text-sm">by itself at {timeOf(call.nextAt)}</span>
          )}
        </div>
      )}
    </section>
  );
}

function saidBy(
  { askedAt, answer, answeredAt, answeredBy, phone }: CalledView,
  timeOf: (instant: string) => string,
): string {
  if (answer !== null)
    return `${answer}, ${timeOf(answeredAt!)}${answeredBy === null ? '' : `, to ${answeredBy}`}`;
  return askedAt === null ? 'not asked yet' : ['asked', timeOf(askedAt), phone].filter(Boolean).join(' ');
}
