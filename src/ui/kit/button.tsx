import clsx from 'clsx';

/** How a button looks: `chosen` is one of several that holds now, `link` stands in text, `quiet` is a mark alone, `small` stands beside a title, `initials` stand for somebody. */
export type ButtonKind = 'plain' | 'primary' | 'chosen' | 'danger' | 'quiet' | 'small' | 'link' | 'initials';

const LOOK: Readonly<Record<ButtonKind, string>> = {
  plain: 'btn btn-outline px-3',
  primary: 'btn btn-primary px-3',
  chosen: 'btn btn-neutral px-3',
  danger: 'btn btn-outline btn-error px-3',
  quiet: 'btn btn-ghost btn-square',
  small: 'btn btn-xs px-1.5',
  initials: 'btn btn-primary btn-square size-[26px] text-xs font-semibold',
  link: 'link link-primary min-h-6 text-left font-semibold disabled:cursor-default disabled:no-underline disabled:opacity-60',
};

/** The classes of something that looks like a button, such as a link to a page. */
export function buttonClass(kind: ButtonKind, className?: string): string {
  return clsx(LOOK[kind], className);
}

export interface ButtonProps extends React.ComponentProps<'button'> {
  readonly kind?: ButtonKind;
  /** What it started is under way: it shows that, and cannot be pressed again. */
  readonly busy?: boolean;
}

/**
 * Something to press.
 *
 * @example
 * <Button kind="primary" busy={busy} onClick={save}>Save</Button>
 */
export function Button({
  kind = 'plain',
  busy = false,
  className,
  children,
  disabled,
  ...rest
}: ButtonProps) {
  return (
    <button
      type="button"
      {...rest}
      disabled={disabled || busy}
      aria-busy={busy || undefined}
      className={buttonClass(kind, className)}
    >
      {busy && <span className="loading loading-spinner loading-xs" aria-hidden />}
      {children}
    </button>
  );
}
