import { PLAIN_HOLIDAY } from '@/core/plan/holiday-rule';
import { same } from '@/core/same';
import { counted } from '@/core/time/format';
import type { HolidayDraft } from '@/server/holidays/payload';
import type { SetupPayload } from '@/server/site/payload';
import { Checkbox } from '../kit/inputs/checkbox';
import { Field } from '../kit/inputs/field';
import { AmountInput } from '../kit/inputs/parsed-input';
import { Select } from '../kit/inputs/select';

type Detail = HolidayDraft['detail'];

/** What else is said of a holiday, in a few words: `each year, for 2 groups, hours × 1.5`. */
export function detailText(detail: Detail, names: ReadonlyMap<string, string>): string {
  if (same(detail, PLAIN_HOLIDAY)) return '';
  const { isYearly, groups, credited, multiplier, extra, timeOff } = detail;
  return [
    ...(isYearly ? ['each year'] : []),
    ...(groups ? [groups.length === 1 ? `for ${groups[0]}` : `for ${counted(groups.length, 'group')}`] : []),
    ...(credited === null ? [] : [credited ? 'credited' : 'not credited']),
    ...(multiplier === null ? [] : [`hours × ${multiplier}`]),
    ...(extra === null ? [] : [`${extra} besides`]),
    ...(timeOff === null ? [] : [`time off: ${names.get(timeOff) ?? 'a kind that is gone'}`]),
  ].join(', ');
}

/** For whom a holiday is one, whether it comes each year, what it credits and what work on it brings. */
export function HolidayDetails({
  name,
  at,
  isOwn,
  holiday,
  setup,
  onChange,
}: {
  readonly name: string;
  /** Its place in the form. */
  readonly at: number;
  /** One of the site's own; public ones fall on other dates each year. */
  readonly isOwn: boolean;
  readonly holiday: HolidayDraft;
  readonly setup: SetupPayload;
  readonly onChange: (detail: Detail) => void;
}) {
  const { detail } = holiday;
  const set = (part: Partial<Detail>) => onChange({ ...detail, ...part });
  const kinds = setup.leave.types.filter(({ balance, isRetired }) => balance !== null && !isRetired);
  const { groups } = setup.leave;
  return (
    <div
      role="group"
      aria-label={`More about ${name}`}
      className="flex flex-wrap items-end gap-x-5 gap-y-2 pb-2"
    >
      {isOwn && (
        <Checkbox checked={detail.isYearly} onChange={(isYearly) => set({ isYearly })}>
          Each year
        </Checkbox>
      )}
      {groups.length > 0 && (
        <fieldset className="flex flex-wrap gap-x-3">
          <legend className="text-muted text-xs">For these groups only</legend>
          {groups.map((group) => (
            <Checkbox
              key={group}
              checked={detail.groups?.includes(group) ?? false}
              onChange={(on) => {
                const next = on
                  ? [...(detail.groups ?? []), group]
                  : (detail.groups ?? []).filter((one) => one !== group);
                set({ groups: next.length > 0 ? next : null });
              }}
            >
              {group}
            </Checkbox>
          ))}
        </fieldset>
      )}
      <Field label="Who does not work is credited">
        <Select
          value={detail.credited === null ? 'usual' : detail.credited ? 'yes' : 'no'}
          onChange={(what) => set({ credited: what === 'usual' ? null : what === 'yes' })}
          options={[
            ['usual', holiday.closed ? 'a standard day, as it is closed' : 'nothing, as it is open'],
            ['yes', 'a standard day'],
            ['no', 'nothing'],
          ]}
        />
      </Field>
      {setup.seesPay && (
        <>
          <Field label="Hours are paid times">
            <AmountInput
              name={`holidays.${at}.detail.multiplier`}
              className="w-[74px] text-right"
              value={detail.multiplier}
              onChange={(multiplier) => set({ multiplier })}
            />
          </Field>
          <Field label={`Besides, ${setup.site.currency} a day`}>
            <AmountInput
              name={`holidays.${at}.detail.extra`}
              className="w-[74px] text-right"
              value={detail.extra}
              onChange={(extra) => set({ extra })}
            />
          </Field>
        </>
      )}
      {kinds.length > 0 && (
        <Field label="Hours worked are given as">
          <Select
            value={detail.timeOff ?? ''}
            onChange={(timeOff) => set({ timeOff: timeOff || null })}
            options={[['', 'pay alone'], ...kinds.map(({ id, name: kind }) => [id, kind] as const)]}
          />
        </Field>
      )}
    </div>
  );
}
