import { Plus } from 'lucide-react';
import { BY_SHIFTS } from '@/core/clock/time-model';
import type { HoursRules } from '@/core/timesheet/hours-rules';
import type { SetupPayload } from '@/server/site/payload';
import { TimeModelFields } from '../hours/time-model-fields';
import { Button } from '../kit/button';
import { Field } from '../kit/inputs/field';
import { Select } from '../kit/inputs/select';
import { RemoveButton } from '../kit/remove-button';

/** What the hours of the people of a group are measured by, where nothing is said of themselves. */
export function GroupModels({
  rules,
  set,
  setup,
}: {
  readonly rules: HoursRules;
  readonly set: (part: Partial<HoursRules>) => void;
  readonly setup: SetupPayload;
}) {
  const { groupModels } = rules;
  const groups = [
    ...new Set([
      ...groupModels.map(({ group }) => group),
      ...setup.pinPeople.flatMap((person) => person.groups).sort(),
    ]),
  ];
  const free = groups.filter((group) => !groupModels.some((one) => one.group === group));
  const change = (at: number, part: Partial<HoursRules['groupModels'][number]>) =>
    set({ groupModels: groupModels.map((one, i) => (i === at ? { ...one, ...part } : one)) });
  return (
    <>
      <ul className="flex flex-col gap-3">
        {groupModels.map(({ group, model }, i) => (
          <li key={group} className="border-fine flex flex-wrap items-start gap-3 border-b pb-2">
            <Field label={`Group ${i + 1}`}>
              <Select
                value={group}
                onChange={(one) => change(i, { group: one })}
                options={[group, ...free].map((one) => [one, one] as const)}
              />
            </Field>
            <TimeModelFields
              name={`rules.groupModels.${i}.model`}
              label={`Hours of ${group} are measured by`}
              model={model}
              contract={null}
              hourFormat={setup.site.hourFormat}
              onChange={(one) => change(i, { model: one ?? BY_SHIFTS })}
            />
            <RemoveButton
              label={`Take away ${group}`}
              onClick={() => set({ groupModels: groupModels.filter((_, at) => at !== i) })}
            />
          </li>
        ))}
      </ul>
      {groups.length === 0 && <p className="text-muted text-sm">Nobody here is in a group yet.</p>}
      {free.length > 0 && (
        <Button
          kind="small"
          className="mt-2"
          onClick={() => set({ groupModels: [...groupModels, { group: free[0], model: BY_SHIFTS }] })}
        >
          <Plus size={12} aria-hidden /> Add a group
        </Button>
      )}
    </>
  );
}
