import clsx from 'clsx';

/** One of a few that stand below one another, each with more than a word beside it. */
export function Radio({
  checked,
  onChange,
  children,
  className,
  ...rest
}: {
  readonly checked: boolean;
  readonly onChange: () => void;
  /** The same for all of the choice. */
  readonly name: string;
} & Omit<React.ComponentProps<'input'>, 'checked' | 'onChange' | 'type'>) {
  return (
    <label className={clsx('inline-flex min-h-6 flex-wrap items-center gap-2', className)}>
      <input
        {...rest}
        type="radio"
        className="radio radio-primary radio-sm"
        checked={checked}
        onChange={onChange}
      />
      {children}
    </label>
  );
}
