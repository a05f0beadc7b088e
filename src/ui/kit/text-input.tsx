import clsx from 'clsx';
import { sized } from './sized';

interface Props extends Omit<React.ComponentProps<'input'>, 'value' | 'onChange' | 'size'> {
  readonly value: string;
  readonly onChange: (value: string) => void;
  /** Said to who does not see it; where no {@link Field} stands around it. */
  readonly label?: string;
  readonly invalid?: boolean;
}

/** A line of text. */
export function TextInput({ value, onChange, label, invalid, className, ...rest }: Props) {
  return (
    <input
      type="text"
      aria-label={label}
      aria-invalid={invalid || undefined}
      {...rest}
      className={clsx('input', invalid && 'input-error', sized(className, 'w-full max-w-44'))}
      value={value}
      onChange={(event) => onChange(event.target.value)}
    />
  );
}

/** Several lines of text. */
export function TextArea({
  value,
  onChange,
  label,
  className,
  ...rest
}: Omit<React.ComponentProps<'textarea'>, 'value' | 'onChange'> & {
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly label?: string;
}) {
  return (
    <textarea
      aria-label={label}
      {...rest}
      className={clsx('textarea min-h-14', sized(className, 'w-full'))}
      value={value}
      onChange={(event) => onChange(event.target.value)}
    />
  );
}
