import { AmountInput } from '../kit/inputs/parsed-input';

/** A whole number of days; empty: no matter. */
export function OptionalCount({
  value,
  onChange,
  name,
}: {
  readonly value: number | null;
  readonly onChange: (value: number | null) => void;
  readonly name: string;
}) {
  return (
    <AmountInput
      name={name}
      className="w-[74px] text-right"
      decimals={0}
      value={value}
      onChange={(n) => onChange(n === null ? null : Math.round(n))}
    />
  );
}
