import clsx from 'clsx';
import { counted } from '@/core/time/format';
import { Button } from '../kit/button';
import { When } from '../layout/when';
import { STAFF_PARTS, type StaffPart } from './staff-context';

const NAMES: Readonly<Record<StaffPart, string>> = {
  shifts: 'Shifts',
  jobs: 'Jobs',
  team: 'Team',
  open: 'Ask',
  leave: 'Leave',
  hours: 'Hours',
  news: 'News',
  you: 'You',
};

/** The way to every staff page, for a thumb. */
export function FootBar({
  part,
  parts = STAFF_PARTS,
  counts,
  hrefOf,
  onGo,
}: {
  readonly part: StaffPart;
  readonly parts?: readonly StaffPart[];
  /** How many things wait on a page. */
  readonly counts: Partial<Record<StaffPart, number>>;
  readonly hrefOf: (part: StaffPart) => string;
  readonly onGo: (part: StaffPart) => void;
}) {
  return (
    <nav
      aria-label="Your pages"
      className="border-rule bg-sheet shrink-0 border-t pb-[env(safe-area-inset-bottom)]"
    >
      <ul className="mx-auto flex max-w-[560px]">
        {parts.map((one) => (
          <li key={one} className="min-w-0 flex-1">
            <a
              href={hrefOf(one)}
              aria-current={one === part ? 'page' : undefined}
              className={clsx(
                'flex min-h-14 items-center justify-center gap-1 border-t-[3px] px-0.5',
                parts.length > 7 ? 'text-sm' : 'text-base',
                one === part ? 'border-ink font-semibold' : 'text-muted border-transparent',
              )}
              onClick={(event) => {
                if (event.metaKey || event.ctrlKey || event.shiftKey || event.button !== 0) return;
                event.preventDefault();
                onGo(one);
              }}
            >
              {NAMES[one]}
              {(counts[one] ?? 0) > 0 && <span className="font-semibold">{counts[one]}</span>}
            </a>
          </li>
        ))}
      </ul>
    </nav>
  );
}

/** How old what stands here is where the server cannot be reached, and what waits to be sent to it. */
export function Kept({
  at,
  isLost,
  waits,
  onRetry,
}: {
  readonly at: string;
  readonly isLost: boolean;
  readonly waits: number;
  readonly onRetry: () => void;
}) {
  if (!isLost && waits === 0) return null;
  return (
    <div
      role="status"
      className="border-brass bg-sheet flex shrink-0 flex-wrap items-center justify-center gap-x-3 border-t-2 border-dashed px-4 py-1.5 text-sm"
    >
      {isLost && (
        <span>
          No connection. As it was <When at={at} className="font-semibold" />.
        </span>
      )}
      {waits > 0 && <span>{counted(waits, 'thing')} you said here is sent later.</span>}
      {isLost && (
        <Button kind="link" className="min-h-11" onClick={onRetry}>
          Try again
        </Button>
      )}
    </div>
  );
}
