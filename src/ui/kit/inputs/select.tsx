import clsx from 'clsx';
import { useFault } from './faults';
import { sized } from './sized';

/** One of a few, by their keys and names. */
export function Select<T extends string | number>({
  value,
  onChange,
  options,
  label,
  className,
  ...rest
}: {
  readonly value: T;
  readonly onChange: (value: T) => void;
  readonly options: readonly (readonly [T, string])[];
  readonly label?: string;
} & Omit<React.ComponentProps<'select'>, 'value' | 'onChange' | 'size'>) {
  const { wrong, aria, words } = useFault(rest.name);
  return (
    <>
      <select
        aria-label={label}
        {...aria}
        {...rest}
        className={clsx(
          'select appearance-none ps-2',
          wrong && 'select-error',
          sized(className, 'w-auto max-w-60'),
        )}
        value={value}
        onChange={({ target }) => onChange(options.find(([key]) => String(key) === target.value)![0])}
      >
        {options.map(([key, name]) => (
          <option key={key} value={key}>
            {name}
          </option>
        ))}
      </select>
      {words}
    </>
  );
}
