import clsx from 'clsx';
import { useId } from 'react';

export interface SegmentedOption<T> {
  readonly value: T;
  readonly name: string;
  readonly title?: string;
}

/**
 * One of a few that all can be seen, side by side. Arrows go through them.
 *
 * @example
 * <Segmented label="Days shown" value={7} options={[{ value: 7, name: 'Week' }, { value: 1, name: 'Day' }]} onChange={show} />
 */
export function Segmented<T extends string | number | null>({
  value,
  onChange,
  options,
  label,
  isLoose = false,
  isSmall = false,
  className,
}: {
  readonly value: T;
  readonly onChange: (value: T) => void;
  readonly options: readonly SegmentedOption<T>[];
  readonly label: string;
  /** With space between them, on several lines where there are many. */
  readonly isLoose?: boolean;
  readonly isSmall?: boolean;
  readonly className?: string;
}) {
  const group = useId();
  return (
    <div
      role="radiogroup"
      aria-label={label}
      className={clsx(isLoose ? 'flex flex-wrap gap-0.5' : 'join', className)}
    >
      {options.map(({ value: one, name, title }) => (
        <input
          key={name}
          type="radio"
          name={group}
          aria-label={name}
          title={title}
          className={clsx(
            'btn',
            one === value ? 'btn-neutral' : 'btn-outline',
            isSmall ? 'btn-xs px-1.5' : 'px-2.5',
            !isLoose && 'join-item',
          )}
          checked={one === value}
          onChange={() => onChange(one)}
        />
      ))}
    </div>
  );
}
