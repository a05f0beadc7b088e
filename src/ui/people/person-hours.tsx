import { type TimeModel, BY_SHIFTS } from '@/core/clock/time-model';
import { weekFrom } from '@/core/time/day';
import { SHORT_WEEKDAYS, WEEKDAY_NAMES } from '@/core/time/format';
import type { HoursFrom } from '@/core/timesheet/sheet';
import { useDateHabits } from '../kit/inputs/date-habits';
import { Field } from '../kit/inputs/field';
import { HoursInput, LengthInput } from '../kit/inputs/parsed-input';
import { Select } from '../kit/inputs/select';
import type { PersonFormPart } from './person-work';

const FROM: readonly (readonly [HoursFrom | '', string])[] = [
  ['', 'as is usual at their site'],
  ['clock', 'the clock'],
  ['typed', 'what they type'],
  ['plan', 'the plan, and they confirm it'],
];

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

/** Where somebody's hours come from, and what they are measured by: late and early there is only by shifts and fixed hours. */
export function Hours({ page, draft, change }: PersonFormPart) {
  const { weekStart } = useDateHabits();
  const model = draft.timeModel ?? BY_SHIFTS;
  const set = (timeModel: TimeModel) => change({ timeModel });
  return (
    <section>
      <h2 className="font-serif text-lg font-semibold">Hours</h2>
      <div className="mt-1 flex flex-wrap gap-3">
        <Field label="Come from">
          <Select
            value={draft.hoursFrom ?? ''}
            onChange={(from) => change({ hoursFrom: from === '' ? null : from })}
            options={FROM}
          />
        </Field>
        <Field label="Are measured by">
          <Select
            value={model.kind}
            onChange={(kind) => set(modelOf(kind, draft.contractMinutes))}
            options={MODELS}
          />
        </Field>
        {model.kind === 'week' && (
          <Field label="A week">
            <LengthInput
              value={model.minutes}
              onChange={(minutes) => set({ ...model, minutes: minutes ?? 0 })}
            />
          </Field>
        )}
      </div>
      {(model.kind === 'day' || model.kind === 'fixed') && (
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
                  name={`person.timeModel.hours.${weekday}`}
                  label={`Hours on ${WEEKDAY_NAMES[weekday]}`}
                  placeholder="off"
                  hourFormat={page.hourFormat}
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
    </section>
  );
}
