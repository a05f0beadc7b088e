import clsx from 'clsx';

type TickProps = Omit<React.ComponentProps<'input'>, 'checked' | 'onChange' | 'type'> & {
  readonly checked: boolean;
};

/** A box to tick. */
export function Checkbox({
  onChange,
  className,
  ...rest
}: TickProps & { readonly onChange: (checked: boolean) => void }) {
  return (
    <Tick
      {...rest}
      type="checkbox"
      look="checkbox checkbox-primary checkbox-sm"
      className={clsx('gap-1.5', className)}
      onTick={onChange}
    />
  );
}

/** One of a few that stand below one another, each with more than a word beside it. `name`: the same for all of them. */
export function Radio({
  onChange,
  className,
  ...rest
}: TickProps & { readonly name: string; readonly onChange: () => void }) {
  return (
    <Tick
      {...rest}
      type="radio"
      look="radio radio-primary radio-sm"
      className={clsx('flex-wrap gap-2', className)}
      onTick={onChange}
    />
  );
}

function Tick({
  look,
  className,
  children,
  onTick,
  ...rest
}: TickProps & {
  readonly type: 'checkbox' | 'radio';
  readonly look: string;
  readonly onTick: (checked: boolean) => void;
}) {
  return (
    <label className={clsx('inline-flex min-h-6 items-center', className)}>
      <input {...rest} className={look} onChange={(event) => onTick(event.target.checked)} />
      {children}
    </label>
  );
}
