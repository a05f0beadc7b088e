import clsx from 'clsx';
import { useFault } from './faults';
import { sized } from './sized';

interface Props extends Omit<React.ComponentProps<'input'>, 'value' | 'onChange' | 'size'> {
  readonly value: string;
  readonly onChange: (value: string) => void;
  /** Said to who does not see it; where no {@link Field} stands around it. */
  readonly label?: string;
  /** Name of the field in its form, by which faults find it. */
  readonly name?: string;
  /** What the field itself finds wrong, as a sentence. */
  readonly fault?: string | null;
}

/** A line of text. */
export function TextInput({ value, onChange, label, fault = null, className, ...rest }: Props) {
  const { wrong, aria, words } = useFault(rest.name, fault);
  return (
    <>
      <input
        type="text"
        aria-label={label}
        {...aria}
        {...rest}
        className={clsx('input px-2', wrong && 'input-error', sized(className, 'w-full max-w-44'))}
        value={value}
        onChange={(event) => onChange(event.target.value)}
      />
      {words}
    </>
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
  const { wrong, aria, words } = useFault(rest.name);
  return (
    <>
      <textarea
        aria-label={label}
        {...aria}
        {...rest}
        className={clsx('textarea min-h-14', wrong && 'textarea-error', sized(className, 'w-full'))}
        value={value}
        onChange={(event) => onChange(event.target.value)}
      />
      {words}
    </>
  );
}
