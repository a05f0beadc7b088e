import clsx from 'clsx';
import type { Problem } from '@/core/plan/problem';
import { asSentence } from '@/core/sentence';
import { Button } from './button';

/** The body of a page: its title with what can be done beside it, if it has one, then what it shows. */
export function Page({
  title,
  tools,
  children,
  className,
}: {
  readonly title?: string;
  readonly tools?: React.ReactNode;
  readonly children: React.ReactNode;
  readonly className?: string;
}) {
  return (
    <main className={clsx('min-h-0 flex-1 overflow-y-auto px-6 py-5', className)}>
      {title && (
        <div className="mb-3 flex flex-wrap items-center gap-3">
          <h1 className="font-serif text-xl font-semibold">{title}</h1>
          {tools}
        </div>
      )}
      {children}
    </main>
  );
}

/**
 * What is decided with, at the foot of a side: it stays where it is while what stands over it comes and goes, so that
 * a click meets what it was meant for.
 */
export function DecisionFoot({
  problem,
  children,
}: {
  readonly problem: Pick<Problem, 'message'> | null;
  readonly children: React.ReactNode;
}) {
  return (
    <div className="border-rule bg-sheet sticky -bottom-4 z-10 -mx-4 mt-auto -mb-4 border-t px-4 pt-3 pb-4">
      {problem && <p className="text-gap mb-2 font-semibold">{asSentence(problem.message)}</p>}
      <div className="flex flex-wrap gap-2">{children}</div>
    </div>
  );
}

/**
 * Work on the left, what is about it on the right; where there is no room for both, below one another, or one instead
 * of the other where the work is a list to choose from.
 */
export function SplitPanel({
  children,
  side,
  label,
  className,
  isFlush = false,
  list,
}: {
  readonly children: React.ReactNode;
  readonly side: React.ReactNode;
  /** Whether the work reaches to the edges. */
  readonly isFlush?: boolean;
  /** What the side is about. */
  readonly label: string;
  /** Of the side: its width. */
  readonly className?: string;
  /** Where the work is a list: whether something of it was chosen, and the way back from that. */
  readonly list?: { readonly isChosen: boolean; readonly onBack: () => void };
}) {
  return (
    <div className="flex min-h-0 flex-1 max-lg:flex-col max-lg:overflow-y-auto">
      <div
        tabIndex={0}
        className={clsx(
          'min-w-0 flex-1 overflow-y-auto max-lg:flex-none max-lg:overflow-visible',
          !isFlush && 'px-4 py-4',
          list?.isChosen && 'max-lg:hidden',
        )}
      >
        {children}
      </div>
      <aside
        aria-label={label}
        aria-live="polite"
        className={clsx(
          'border-rule bg-sheet shrink-0 overflow-y-auto border-l px-4 py-4 max-lg:w-full max-lg:border-t max-lg:border-l-0',
          className ?? 'w-[320px]',
          list && (list.isChosen ? 'max-lg:flex-1 max-lg:border-t-0' : 'max-lg:hidden'),
        )}
      >
        {list?.isChosen && (
          <Button kind="link" className="mb-2 lg:hidden" onClick={list.onBack}>
            Back to the list
          </Button>
        )}
        {side}
      </aside>
    </div>
  );
}
