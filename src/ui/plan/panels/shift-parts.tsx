import { useState } from 'react';
import { breaksOf, detailWith } from '@/core/plan/shift-edits';
import type { Break, Duty, Shift } from '@/core/plan/types';
import { Checkbox } from '../../kit/inputs/checkbox';
import { RemoveButton } from '../../kit/remove-button';
import { usePlan } from '../state/controller';
import { Button } from '../../kit/button';
import { TimeInput } from '../../kit/inputs/time-input';
import { TextInput } from '../../kit/inputs/text-input';

type OnWrong = (field: string) => (message: string | null) => void;

/** The breaks of a shift: by the site's rule, or set by hand, each in length only or fixed in time. */
export function Breaks({
  shift,
  rule,
  onChange,
  onWrong,
}: {
  readonly shift: Shift;
  /** Minutes the rule gives. */
  readonly rule: number;
  readonly onChange: (part: Partial<Shift>) => void;
  readonly onWrong: OnWrong;
}) {
  const breaks = breaksOf(shift);
  const set = (next: readonly Break[]) => {
    const [first, ...moreBreaks] = next;
    onChange({ break: first ?? null, detail: detailWith(shift, { moreBreaks }) });
  };
  const change = (i: number, part: Partial<Break>) =>
    set(breaks.map((one, at) => (at === i ? { ...one, ...part } : one)));
  return (
    <fieldset>
      <legend className="text-muted text-xs">Breaks</legend>
      {shift.break === null && (
        <p className="text-sm">
          {rule > 0 ? `${rule} min by the rule of the site` : 'None by the rule of the site'}
        </p>
      )}
      {breaks.map((one, i) => (
        <div key={i} className="mb-1 flex items-center gap-1.5">
          <Minutes
            label={`Length of break ${i + 1} in minutes`}
            value={one.minutes}
            most={shift.to - shift.from}
            onWrong={onWrong(`break ${i}`)}
            onChange={(minutes) => change(i, { minutes })}
          />
          <span className="text-muted text-sm">min at</span>
          <TimeField
            shift={shift}
            value={one.at}
            label={`Time of break ${i + 1}; empty: only its length is fixed`}
            placeholder="any time"
            onChange={(at) => change(i, { at })}
            onWrong={onWrong(`break at ${i}`)}
          />
          <Checkbox checked={one.paid} onChange={(paid) => change(i, { paid })}>
            <span className="text-sm">paid</span>
          </Checkbox>
          <RemoveButton
            className="ml-auto"
            label={`Remove break ${i + 1}`}
            onClick={() => set(breaks.filter((_, at) => at !== i))}
          />
        </div>
      ))}
      <Button
        kind="link"
        className="text-sm"
        onClick={() =>
          set([...breaks, { minutes: breaks.length === 0 && rule > 0 ? rule : 15, at: null, paid: false }])
        }
      >
        {breaks.length === 0 ? 'Set breaks by hand' : 'Another break'}
      </Button>
    </fieldset>
  );
}

/** A length in minutes, read while it is typed. */
function Minutes({
  label,
  value,
  most,
  onChange,
  onWrong,
}: {
  readonly label: string;
  readonly value: number;
  readonly most: number;
  readonly onChange: (minutes: number) => void;
  readonly onWrong: (message: string | null) => void;
}) {
  const [text, setText] = useState(String(value));
  const fits = (typed: string) => /^\d+$/.test(typed.trim()) && Number(typed) <= most;
  return (
    <TextInput
      className="w-[52px] text-right"
      inputMode="numeric"
      label={label}
      aria-invalid={!fits(text) || undefined}
      value={text}
      onChange={(typed) => {
        setText(typed);
        onWrong(fits(typed) ? null : 'A break has whole minutes and is no longer than its shift');
        if (fits(typed)) onChange(Number(typed));
      }}
    />
  );
}

/** Tasks inside a shift, with spans of their own. */
export function Duties({
  duties,
  shift,
  onChange,
  onWrong,
}: {
  readonly duties: readonly Duty[];
  readonly shift: Pick<Shift, 'from' | 'to'>;
  readonly onChange: (duties: readonly Duty[]) => void;
  readonly onWrong: OnWrong;
}) {
  const change = (i: number, part: Partial<Duty>) =>
    onChange(duties.map((one, at) => (at === i ? { ...one, ...part } : one)));
  return (
    <fieldset>
      <legend className="text-muted text-xs">Duties</legend>
      {duties.map((one, i) => (
        <div key={i} className="mb-1.5 flex flex-wrap items-center gap-1.5">
          <TextInput
            className="w-full"
            label={`Name of duty ${i + 1}`}
            value={one.name}
            maxLength={120}
            placeholder="Delivery"
            onChange={(name) => {
              onWrong(`duty name ${i}`)(name.trim() ? null : 'A duty has a name');
              change(i, { name });
            }}
          />
          <TimeField
            shift={shift}
            value={one.from}
            label={`Start of duty ${i + 1}`}
            onChange={(from) => from !== null && change(i, { from })}
            onWrong={onWrong(`duty from ${i}`)}
          />
          <TimeField
            shift={shift}
            value={one.to}
            end
            label={`End of duty ${i + 1}`}
            onChange={(to) => {
              onWrong(`duty order ${i}`)(
                to !== null && to <= one.from ? 'A duty ends after it begins' : null,
              );
              if (to !== null) change(i, { to });
            }}
            onWrong={onWrong(`duty to ${i}`)}
          />
          <Checkbox checked={!one.oneOff} onChange={(stands) => change(i, { oneOff: !stands })}>
            <span className="text-sm">stands</span>
          </Checkbox>
          <RemoveButton
            className="ml-auto"
            label={`Remove duty ${i + 1}`}
            onClick={() => onChange(duties.filter((_, at) => at !== i))}
          />
        </div>
      ))}
      <Button
        kind="link"
        className="text-sm"
        onClick={() => {
          const to = Math.min(shift.from + 60, shift.to);
          onWrong(`duty name ${duties.length}`)('A duty has a name');
          onChange([...duties, { name: '', from: shift.from, to, oneOff: false }]);
        }}
      >
        {duties.length === 0 ? 'Add a duty' : 'Another duty'}
      </Button>
    </fieldset>
  );
}

/** A time inside a shift; read as the shift's day, or the next where that lies in it. */
function TimeField({
  shift,
  value,
  onChange,
  onWrong,
  label,
  placeholder,
  end = false,
}: {
  readonly shift: Pick<Shift, 'from' | 'to'>;
  readonly value: number | null;
  readonly onChange: (value: number | null) => void;
  readonly onWrong: (message: string | null) => void;
  readonly label: string;
  readonly placeholder?: string;
  /** An end may lie at the shift's own. */
  readonly end?: boolean;
}) {
  const hourFormat = usePlan((state) => state.hourFormat);
  const step = usePlan((state) => state.judgement.plan.site.blockMinutes);
  return (
    <TimeInput
      value={value}
      onChange={onChange}
      onWrong={onWrong}
      within={shift}
      edge={end ? 'end' : 'start'}
      step={step}
      hourFormat={hourFormat}
      isNeeded={!placeholder}
      label={label}
      placeholder={placeholder}
    />
  );
}
