import clsx from 'clsx';
import type { Problem } from '@/core/plan/problem';
import { asSentence } from '@/core/sentence';
import { Button } from './button';

/** What stands where there is nothing yet: why, and what to do about it. */
export function EmptyState({
  title,
  children,
}: {
  readonly title: string;
  readonly children?: React.ReactNode;
}) {
  return (
    <div className="text-muted px-4 py-8">
      <p className="text-ink font-serif text-lg font-semibold">{title}</p>
      {children && <div className="mt-1 max-w-[520px]">{children}</div>}
    </div>
  );
}

/** Why what was asked for was refused, where it was. */
export function Refused({
  problem,
  className,
}: {
  readonly problem: Pick<Problem, 'message'> | null;
  readonly className?: string;
}) {
  return (
    problem && (
      <p role="alert" className={clsx('text-gap font-semibold', className)}>
        {asSentence(problem.message)}
      </p>
    )
  );
}

/** What stands where something could not be shown: why, and the way to try again. */
export function ErrorState({
  children,
  onRetry,
}: {
  readonly children: React.ReactNode;
  readonly onRetry?: () => void;
}) {
  return (
    <div role="alert" className="alert text-base alert-error alert-soft mx-4 my-3 rounded-[3px] py-2">
      <span>{children}</span>
      {onRetry && <Button onClick={onRetry}>Try again</Button>}
    </div>
  );
}
