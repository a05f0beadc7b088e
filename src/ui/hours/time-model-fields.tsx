import { type TimeModel, BY_SHIFTS } from '@/core/clock/time-model';
import { weekFrom } from '@/core/time/day';
import { type HourFormat, SHORT_WEEKDAYS, WEEKDAY_NAMES } from '@/core/time/format';
import { useDateHabits } from '../kit/inputs/date-habits';
import { Field } from '../kit/inputs/field';
import { HoursInput, LengthInput } from '../kit/inputs/parsed-input';
import { Select } from '../kit/inputs/select';

const MODELS: readonly (readonly [TimeModel['kind'], string])[] = [
  ['shifts', 'their shifts'],
  ['fixed', 'fixed hours'],
  ['day', 'so many hours a day'],
  ['week', 'so many hours a week'],
];

const EIGHT_HOURS = [480, 480, 480, 480, 480, 0, 0];

/** A model to begin from. */
function modelOf(kind: TimeModel['kind'], contract: number | null): TimeModel {
  switch (kind) {
    case 'shifts':
      return BY_SHIFTS;
    case 'fixed':
      return { kind, hours: EIGHT_HOURS.map((minutes) => (minutes > 0 ? [{ from: 540, to: 1020 }] : [])) };
    case 'day':
      return { kind, minutes: EIGHT_HOURS };
    case 'week':
      return { kind, minutes: contract ?? 2400 };
  }
}

/** What hours are measured by: late and early there is only by shifts and fixed hours. `unsaid`: what nothing said comes to, where it may be. */
export function TimeModelFields({
  name,
  label = 'Are measured by',
  model,
  unsaid,
  contract,
  hourFormat,
  onChange,
}: {
  /** Where its faults are told. */
  readonly name: string;
  readonly label?: string;
  readonly model: TimeModel | null;
  readonly unsaid?: string;
  /** Minutes a week to begin from. */
  readonly contract: number | null;
  readonly hourFormat: HourFormat;
  readonly onChange: (model: TimeModel | null) => void;
}) {
  const { weekStart } = useDateHabits();
  const set: (model: TimeModel) => void = onChange;
  return (
    <div>
      <div className="flex flex-wrap gap-3">
        <Field label={label}>
          <Select
            value={model?.kind ?? ''}
            onChange={(kind) => onChange(kind === '' ? null : modelOf(kind, contract))}
            options={[...(unsaid === undefined ? [] : [['', unsaid] as const]), ...MODELS]}
          />
        </Field>
        {model?.kind === 'week' && (
          <Field label="A week">
            <LengthInput
              value={model.minutes}
              onChange={(minutes) => set({ ...model, minutes: minutes ?? 0 })}
            />
          </Field>
        )}
      </div>
      {(model?.kind === 'day' || model?.kind === 'fixed') && (
        <ul className="mt-2">
          {weekFrom(weekStart).map((weekday) => (
            <li key={weekday} className="flex min-h-9 items-center gap-2">
              <span className="w-10" aria-hidden>
                {SHORT_WEEKDAYS[weekday]}
              </span>
              {model.kind === 'day' ? (
                <LengthInput
                  label={`Due on ${WEEKDAY_NAMES[weekday]}`}
                  value={model.minutes[weekday]}
                  onChange={(minutes) =>
                    set({
                      ...model,
                      minutes: model.minutes.map((one, i) => (i === weekday ? (minutes ?? 0) : one)),
                    })
                  }
                />
              ) : (
                <HoursInput
                  name={`${name}.hours.${weekday}`}
                  label={`Hours on ${WEEKDAY_NAMES[weekday]}`}
                  placeholder="off"
                  hourFormat={hourFormat}
                  value={model.hours[weekday]}
                  onChange={(spans) =>
                    set({
                      ...model,
                      hours: model.hours.map((one, i) =>
                        i === weekday ? spans.map(({ from, to }) => ({ from, to })) : one,
                      ),
                    })
                  }
                />
              )}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
