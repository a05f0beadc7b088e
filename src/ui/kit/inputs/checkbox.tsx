import clsx from 'clsx';

/** A box to tick. */
export function Checkbox({
  checked,
  onChange,
  children,
  className,
  ...rest
}: {
  readonly checked: boolean;
  readonly onChange: (checked: boolean) => void;
} & Omit<React.ComponentProps<'input'>, 'checked' | 'onChange' | 'type'>) {
  return (
    <label className={clsx('inline-flex min-h-6 items-center gap-1.5', className)}>
      <input
        {...rest}
        type="checkbox"
        className="checkbox checkbox-primary checkbox-sm"
        checked={checked}
        onChange={(event) => onChange(event.target.checked)}
      />
      {children}
    </label>
  );
}
