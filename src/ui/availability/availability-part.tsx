'use client';

import { weekFrom } from '@/core/time/day';
import { useMemo, useState } from 'react';
import { versionOn } from '@/core/availability/versions';
import { blocksOfWeek, drawnWeek, minutesByWeekday } from '@/core/availability/week-blocks';
import type { AvailabilityKind } from '@/core/plan/types';
import { paint } from '@/core/time/paint';
import { DAY, subtract } from '@/core/time/span';
import { WEEKDAY_NAMES, formatHours } from '@/core/time/format';
import type { PersonPayload, VersionDraft } from '@/server/people/payload';
import { Painter } from '../canvas/painter';
import { DateInput } from '../kit/inputs/date-input';
import { Field } from '../kit/inputs/field';
import { Select } from '../kit/inputs/select';
import { TextInput } from '../kit/inputs/text-input';
import { newId } from '../commands/new-id';
import { SaveBar } from '../forms/save-bar';
import { useDraft } from '../forms/use-draft';
import { useSaving } from '../forms/use-saving';
import { nextWeek } from '../setup/site-section';
import { ProposalPanel } from './proposal-panel';
import { KINDS, availabilityStyle } from './availability-style';
import { TypedWeek } from './typed-week';
import { VersionLine } from './version-line';
import { Button } from '../kit/button';
import { Kbd } from '../kit/kbd';
import { Page } from '../kit/page';

const KEYS: Readonly<Record<string, AvailabilityKind>> = {
  a: 'available',
  r: 'rather-not',
  n: 'not-available',
};

/** When a person can work: dated versions, each painted or typed. */
export function AvailabilityPart({ page }: { readonly page: PersonPayload }) {
  const { today } = page.choices;
  const { draft, change, reset, dirty, saved, base } = useDraft<{
    readonly versions: readonly VersionDraft[];
  }>({ versions: page.versions }, `availability ${page.id}`);
  const [chosen, choose] = useState<string | null>(
    () => versionOn(page.versions, today)?.id ?? page.versions.at(-1)?.id ?? null,
  );
  const version = draft.versions.find((one) => one.id === chosen) ?? draft.versions.at(-1) ?? null;
  const input = dirty ? { person: page.id, versions: draft.versions } : null;
  const opened = { person: page.id, versions: base.versions };
  const saving = useSaving('availability.save', input, { opened, reset, onSaved: saved });
  const set = (part: Partial<VersionDraft>) =>
    change({ versions: draft.versions.map((one) => (one === version ? { ...one, ...part } : one)) });
  const add = (since: number | null, until: number | null) => {
    const fresh = { id: newId(), since, until, comment: null, blocks: version?.blocks ?? [] };
    change({ versions: [...draft.versions, fresh] });
    choose(fresh.id);
  };
  return (
    <>
      <Page>
        <div className="mx-auto max-w-[1120px]">
          {page.proposed.map((one) => (
            <section
              key={one.id}
              aria-label="Proposed"
              className="border-ink bg-sheet mb-5 max-w-[640px] border p-4"
            >
              <ProposalPanel proposal={one} habits={page} />
            </section>
          ))}
          <VersionLine
            versions={draft.versions}
            chosen={version?.id ?? null}
            today={today}
            onChoose={choose}
          />
          <div className="mt-2 mb-4 flex flex-wrap items-center gap-4">
            <Button onClick={() => add(draft.versions.length === 0 ? null : nextWeek(page.weekStart), null)}>
              {draft.versions.length === 0 ? 'Set when they can work' : 'New version from next week'}
            </Button>
            {version && (
              <>
                <Button
                  kind="link"
                  onClick={() => add(nextWeek(page.weekStart), nextWeek(page.weekStart) + 6)}
                >
                  Only for some days
                </Button>
                <Button
                  kind="link"
                  onClick={() => change({ versions: draft.versions.filter((one) => one !== version) })}
                >
                  Remove this version
                </Button>
              </>
            )}
          </div>
          {version ? (
            <VersionEditor key={version.id} page={page} version={version} set={set} />
          ) : (
            <p className="text-muted">
              Nothing was said yet, so {page.person.name} counts as free all week. That is rarely true for
              long.
            </p>
          )}
        </div>
      </Page>
      <SaveBar saving={saving} />
    </>
  );
}

function VersionEditor({
  page,
  version,
  set,
}: {
  readonly page: PersonPayload;
  readonly version: VersionDraft;
  readonly set: (part: Partial<VersionDraft>) => void;
}) {
  const [kind, setKind] = useState<AvailabilityKind>('available');
  const [source, setSource] = useState(page.weekStart);
  const order = weekFrom(page.weekStart);
  const days = useMemo(() => drawnWeek(version.blocks), [version.blocks]);
  const minutes = minutesByWeekday(version.blocks);
  const named = version.blocks.some((block) => block.kind === 'available');
  const put = (next: typeof days) => set({ blocks: blocksOfWeek(next) });
  return (
    <>
      <div className="mb-3 grid grid-cols-[auto_auto_minmax(0,1fr)] gap-4">
        <Field label="From">
          <DateInput value={version.since} onChange={(since) => set({ since })} />
        </Field>
        <Field label="Until, if it ends">
          <DateInput value={version.until} onChange={(until) => set({ until })} />
        </Field>
        <Field label="Comment">
          <TextInput
            value={version.comment ?? ''}
            maxLength={1000}
            placeholder="Evening classes until June"
            onChange={(comment) => set({ comment: comment === '' ? null : comment })}
          />
        </Field>
      </div>
      <TypedWeek
        key={JSON.stringify(version.blocks)}
        habits={page}
        blocks={version.blocks}
        onBlocks={(blocks) => set({ blocks })}
      />
      <div className="mt-4 mb-2 flex flex-wrap items-center gap-3">
        <span className="flex items-center gap-2">
          Drag paints
          <Select label="What a drag paints" value={kind} onChange={setKind} options={KINDS} />
          <span>
            <Kbd>A</Kbd> available, <Kbd>R</Kbd> rather not, <Kbd>N</Kbd> not available, <Kbd>Del</Kbd> wipes,{' '}
            <Kbd>Shift →</Kbd> widens
          </span>
        </span>
        <span className="ml-auto flex items-center gap-2">
          <Select
            label="Day to copy"
            value={source}
            onChange={setSource}
            options={order.map((day) => [day, WEEKDAY_NAMES[day]] as const)}
          />
          <Button onClick={() => put(days.map(() => days[source]))}>
            Every day as {WEEKDAY_NAMES[source]}
          </Button>
          <Button
            onClick={() => put(days.map((old, day) => (page.weekend.includes(day) ? old : days[source])))}
          >
            Weekdays as {WEEKDAY_NAMES[source]}
          </Button>
        </span>
      </div>
      <Painter<AvailabilityKind>
        label={`Availability of ${page.person.name}, by weekday`}
        rows={order.map((day) => ({
          id: WEEKDAY_NAMES[day],
          name: WEEKDAY_NAMES[day],
          head: (
            <span className="leading-4">
              <span className="block font-semibold">{WEEKDAY_NAMES[day]}</span>
              <span className="text-muted block text-xs">{formatHours(minutes[day])}</span>
            </span>
          ),
        }))}
        columns={[{ name: 'Hours of the day' }]}
        hours={{ from: 0, to: DAY }}
        step={30}
        hourFormat={page.hourFormat}
        headWidth={120}
        cells={order.map((day) => [days[day]])}
        brush={kind}
        valueOfKey={(key) => KEYS[key.toLowerCase()]}
        onPaint={(row, _column, span, value) =>
          put(days.map((spans, day) => (day === order[row] ? paint(spans, span, value) : spans)))
        }
        behind={(row) => ({
          spans: named ? subtract([{ from: 0, to: DAY }], days[order[row]]) : [],
          className: 'hatched',
        })}
        styleOf={(value, _row, width, span) => availabilityStyle(value, width, span, page.hourFormat)}
      />
      <p className="text-muted mt-2 text-sm">
        {named
          ? `${formatHours(minutes.reduce((sum, n) => sum + n, 0))} a week. Time that is not painted counts as not available.`
          : 'Nothing is painted as available, so all time counts as available but what is marked otherwise.'}
      </p>
    </>
  );
}
