import clsx from 'clsx';

/** The mark of a kind of leave, in its ink. */
export function LeaveMark({
  type,
  className,
}: {
  readonly type: { readonly mark: string; readonly ink: string };
  readonly className?: string;
}) {
  return (
    <span
      aria-hidden
      data-ink={type.ink}
      className={clsx(
        'inline-block min-w-[28px] rounded-[2px] border border-[var(--role)] bg-[var(--tint)] px-1 text-center text-xs leading-[17px] font-semibold text-[var(--role)]',
        className,
      )}
    >
      {type.mark}
    </span>
  );
}
