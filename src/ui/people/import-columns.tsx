'use client';

import { type Day, civilOf } from '@/core/time/day';
import { formatLongDay } from '@/core/time/format';
import type { PeopleChoices } from '@/server/people/payload';
import type { ImportOptions, ImportPreview } from '@/server/people/import/payload';
import { ColumnChoice } from '../import/column-choice';
import { Checkbox } from '../kit/inputs/checkbox';
import { Field } from '../kit/inputs/field';
import { Select } from '../kit/inputs/select';

function withYear(day: Day): string {
  return `${formatLongDay(day)} ${civilOf(day).year}`;
}

/** How the file is read: its sheet, what each column means, the order of dates, what may be made. */
export function ImportColumns({
  preview,
  choices,
  onOptions,
}: {
  readonly preview: ImportPreview;
  readonly choices: PeopleChoices;
  readonly onOptions: (options: ImportOptions) => void;
}) {
  const { options } = preview;
  const set = (part: Partial<ImportOptions>) => onOptions({ ...options, ...part });
  const meanings = [
    ['', 'is left out'],
    ...preview.fields.map((field) => [field.id, field.name] as const),
    ...choices.fields.map((field) => [`field:${field.id}`, field.name] as const),
    ['new', 'a new own field'],
  ] as const;
  const fresh = [
    preview.newRoles.length > 0 && `roles ${preview.newRoles.join(', ')}`,
    preview.newSites.length > 0 && `sites ${preview.newSites.join(', ')}`,
  ].filter(Boolean);
  return (
    <>
      <div className="mt-2 flex flex-wrap items-end gap-x-5 gap-y-2">
        {preview.sheets.length > 1 && (
          <Field label="Sheet">
            <Select
              value={options.sheet}
              onChange={(sheet) => set({ sheet, mended: {} })}
              options={preview.sheets.map((name, i) => [i, name] as const)}
            />
          </Field>
        )}
        <Checkbox checked={options.heads} onChange={(heads) => set({ heads })}>
          The first line holds heads
        </Checkbox>
        {preview.ambiguousDate && (
          <Field label={`${preview.ambiguousDate.text} in this file is`}>
            <Select
              value={options.dateOrder}
              onChange={(dateOrder) => set({ dateOrder })}
              options={[
                ['day', withYear(preview.ambiguousDate.day)],
                ['month', withYear(preview.ambiguousDate.month)],
              ]}
            />
          </Field>
        )}
        {choices.sites.length > 1 && (
          <Field label="Rows without a site go to">
            <Select
              value={options.site ?? ''}
              onChange={(site) => set({ site: site || null })}
              options={[['', 'no site'], ...choices.sites.map((site) => [site.id, site.name] as const)]}
            />
          </Field>
        )}
        {(fresh.length > 0 || !options.create) && (
          <Checkbox checked={options.create} onChange={(create) => set({ create })}>
            {fresh.length > 0
              ? `Make the new ${fresh.join(' and ')}`
              : 'Make roles and sites that are not known'}
          </Checkbox>
        )}
      </div>
      <ColumnChoice
        columns={options.columns}
        heads={preview.headTexts}
        samples={preview.samples}
        meanings={meanings}
        several={['new']}
        onColumns={(columns) => set({ columns })}
      />
    </>
  );
}
