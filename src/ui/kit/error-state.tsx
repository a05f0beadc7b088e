import { Button } from './button';

/** What stands where something could not be shown: why, and the way to try again. */
export function ErrorState({
  children,
  onRetry,
}: {
  readonly children: React.ReactNode;
  readonly onRetry?: () => void;
}) {
  return (
    <div role="alert" className="alert alert-error alert-soft mx-4 my-3 rounded-[3px] py-2">
      <span>{children}</span>
      {onRetry && <Button onClick={onRetry}>Try again</Button>}
    </div>
  );
}
