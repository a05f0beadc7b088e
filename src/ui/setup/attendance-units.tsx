import { unitOf } from '@/core/timesheet/attendance';
import {
  ATTENDANCE,
  ATTENDANCE_NAMES,
  type Attendance,
  type FigureMeasure,
  type FigureUnit,
  figureText,
} from '@/core/timesheet/figure-unit';
import type { HoursRules } from '@/core/timesheet/hours-rules';
import type { SetupPayload } from '@/server/site/payload';
import { Select } from '../kit/inputs/select';
import { Table } from '../kit/table';

const MEASURES: readonly (readonly [FigureMeasure, string])[] = [
  ['hours', 'hours'],
  ['minutes', 'minutes'],
  ['days', 'days'],
  ['times', 'times'],
];
/** In thousandths of the unit. */
const STEPS: Readonly<Record<FigureMeasure, readonly number[]>> = {
  hours: [10, 100, 250, 500, 1000],
  minutes: [1000, 5000, 10_000, 15_000, 30_000],
  days: [10, 100, 250, 500, 1000],
  times: [1000],
};
const WAYS = [
  ['nearest', 'to the nearest'],
  ['up', 'up'],
  ['down', 'down'],
] as const;
const PER = [
  ['total', 'together'],
  ['entry', 'each entry'],
] as const;

/** The unit of each figure of attendance, and of each kind of leave. */
export function AttendanceUnits({
  rules,
  set,
  setup,
}: {
  readonly rules: HoursRules;
  readonly set: (part: Partial<HoursRules>) => void;
  readonly setup: SetupPayload;
}) {
  const lines: (readonly [Attendance | `leave:${string}`, string])[] = [
    ...ATTENDANCE.map((id) => [id, ATTENDANCE_NAMES[id]] as const),
    ...setup.leave.types
      .filter(({ isRetired }) => !isRetired)
      .map(({ id, name }) => [`leave:${id}` as const, name] as const),
  ];
  return (
    <Table isFlush>
      <thead>
        <tr>
          <th scope="col">Figure</th>
          <th scope="col">In</th>
          <th scope="col">Step</th>
          <th scope="col">Rounded</th>
          <th scope="col">Over</th>
        </tr>
      </thead>
      <tbody>
        {lines.map(([id, name]) => {
          const unit = unitOf(rules.units, id);
          const change = (part: Partial<FigureUnit>) => {
            const next = { ...unit, ...part };
            const steps = STEPS[next.unit];
            const step = steps.includes(next.step) ? next.step : steps[0];
            set({ units: { ...rules.units, [id]: { ...next, step } } });
          };
          const isCount = unit.unit === 'times';
          return (
            <tr key={id}>
              <th scope="row" className="font-normal">
                {name}
              </th>
              <td>
                <Select
                  label={`Unit of ${name}`}
                  value={unit.unit}
                  onChange={(its) => change({ unit: its })}
                  options={MEASURES}
                />
              </td>
              <td>
                {!isCount && (
                  <Select
                    label={`Step of ${name}`}
                    value={String(unit.step)}
                    onChange={(step) => change({ step: Number(step) })}
                    options={[...new Set([...STEPS[unit.unit], unit.step])].map(
                      (step) => [String(step), figureText(step)] as const,
                    )}
                  />
                )}
              </td>
              <td>
                {!isCount && (
                  <Select
                    label={`Rounding of ${name}`}
                    value={unit.way}
                    onChange={(way) => change({ way })}
                    options={WAYS}
                  />
                )}
              </td>
              <td>
                {!isCount && (
                  <Select
                    label={`What of ${name} is rounded`}
                    value={unit.per}
                    onChange={(per) => change({ per })}
                    options={PER}
                  />
                )}
              </td>
            </tr>
          );
        })}
      </tbody>
    </Table>
  );
}
