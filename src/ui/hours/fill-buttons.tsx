import { FILL_FROM, FILL_NAMES } from '@/core/timesheet/fill';
import type { SheetPage } from '@/server/hours/payload';
import { useCommand } from '../commands/use-command';
import { Button } from '../kit/button';
import { Refused } from '../kit/states';

/** Fills the empty days of a period at once, each by one press; only where hours are typed and can still be. */
export function FillButtons({
  sheet: { person, period, from, state },
  command,
  className,
  onDone,
}: {
  readonly sheet: SheetPage;
  /** One's own, or somebody's. */
  readonly command: 'hours.fill-own' | 'hours.fill';
  /** Of each button. */
  readonly className?: string;
  readonly onDone?: () => void;
}) {
  const { run, busy, problem } = useCommand();
  if (from !== 'typed' || (state !== 'open' && command === 'hours.fill-own')) return null;
  if (state === 'approved' || state === 'locked') return null;
  return (
    <div role="group" aria-label="Fill the empty days" className="my-2">
      <p className="text-muted text-sm">Fill the empty days from</p>
      <div className="flex flex-wrap gap-1.5">
        {FILL_FROM.map((one) => (
          <Button
            key={one}
            className={className}
            disabled={busy}
            onClick={async () => {
              if (await run(command, { person, first: period.first, from: one })) onDone?.();
            }}
          >
            {FILL_NAMES[one]}
          </Button>
        ))}
      </div>
      <Refused problem={problem} />
    </div>
  );
}
