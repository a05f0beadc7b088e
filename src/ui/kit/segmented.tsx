import { useId } from 'react';

/** One of a few that all can be seen, side by side. Arrows go through them. */
export function Segmented<T extends string | number>({
  value,
  onChange,
  options,
  label,
}: {
  readonly value: T;
  readonly onChange: (value: T) => void;
  readonly options: readonly (readonly [T, string])[];
  readonly label: string;
}) {
  const name = useId();
  return (
    <div role="radiogroup" aria-label={label} className="join">
      {options.map(([key, text]) => (
        <input
          key={key}
          type="radio"
          name={name}
          aria-label={text}
          className="btn btn-outline join-item px-2.5"
          checked={key === value}
          onChange={() => onChange(key)}
        />
      ))}
    </div>
  );
}
