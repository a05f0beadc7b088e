import { type LeaveAmount, type LeaveUnit, WHOLE_DAY } from '@/core/leave/amount';
import { AmountInput, LengthInput } from '../kit/inputs/parsed-input';

/** An amount of leave, typed in days or hours as its kind counts; empty where there may be none. */
export function LeaveAmountInput({
  unit,
  value,
  onChange,
  name,
  label,
  disabled,
}: {
  readonly unit: LeaveUnit;
  readonly value: LeaveAmount | null;
  readonly onChange: (value: LeaveAmount | null) => void;
  readonly name?: string;
  readonly label?: string;
  readonly disabled?: boolean;
}) {
  if (unit === 'hours') return <LengthInput {...{ name, label, disabled, value, onChange }} />;
  return (
    <span className="inline-flex items-baseline gap-1">
      <AmountInput
        {...{ name, label, disabled }}
        className="w-[74px] text-right"
        decimals={1}
        value={value === null ? null : value / WHOLE_DAY}
        onChange={(days) => onChange(days === null ? null : Math.round(days * WHOLE_DAY))}
      />
      <span className="text-muted">days</span>
    </span>
  );
}
