/** When something was done, in the reader's own time: `Tue 24 Nov, 10:00`. */
export function When({ at, className }: { readonly at: string; readonly className?: string }) {
  return (
    <time dateTime={at} className={className} suppressHydrationWarning>
      {formatWhen(at)}
    </time>
  );
}

/** An instant in the reader's own time: `Tue 24 Nov, 10:00`. */
export function formatWhen(at: string): string {
  return new Date(at).toLocaleString('en-GB', {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
  });
}
