import clsx from 'clsx';
import type { Severity } from '@/core/plan/types';

const BY_SEVERITY: Readonly<Record<Severity, string>> = {
  stop: 'badge-error',
  warn: 'badge-warning',
  note: 'badge-info',
};

const BY_STATE = {
  faulty: 'badge-error',
  changed: 'badge-warning',
  new: 'badge-success',
  same: 'badge-neutral',
} as const;

/** A figure or a word that weighs: by the severity of a snag, or by what becomes of a row. */
export function Badge({
  severity,
  state,
  children,
  className,
  ...rest
}: {
  readonly severity?: Severity;
  readonly state?: keyof typeof BY_STATE;
} & React.ComponentProps<'span'>) {
  const color = severity ? BY_SEVERITY[severity] : state ? BY_STATE[state] : 'badge-neutral';
  return (
    <span
      {...rest}
      data-severity={severity}
      data-state={state}
      className={clsx('badge badge-sm rounded-[2px] px-1.5 text-xs font-bold', color, className)}
    >
      {children}
    </span>
  );
}
