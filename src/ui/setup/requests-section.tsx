'use client';

import { KIND_WORDS, type RequestKind } from '@/core/requests/request';
import { REQUEST_KINDS, type RequestRules, ruleSentences } from '@/core/requests/rules';
import type { SetupPayload } from '@/server/site/payload';
import { CommandForm } from '../forms/command-form';
import { useCommandForm } from '../forms/use-command-form';
import { Checkbox } from '../kit/inputs/checkbox';
import { CountInput } from '../kit/inputs/parsed-input';
import { Segmented } from '../kit/inputs/segmented';

/** What staff may ask for about shifts, until when, who decides, and what needs nobody to. */
export function RequestsSection({ setup }: { readonly setup: SetupPayload }) {
  const { id: site, requestRules } = setup;
  const form = useCommandForm('requests.rules', {
    stored: { site, rules: requestRules },
    key: `requests ${site}`,
  });
  const { rules } = form.values;
  const set = (part: Partial<RequestRules>) => form.change({ rules: { ...rules, ...part } });
  const toggled = (kinds: readonly RequestKind[], kind: RequestKind, on: boolean) =>
    REQUEST_KINDS.filter((one) => (one === kind ? on : kinds.includes(one)));
  return (
    <CommandForm form={form}>
      <h2 className="mb-1 font-serif text-lg font-semibold">What staff may ask for at {setup.site.name}</h2>
      <ul className="border-rule mb-4 max-w-[760px] border-l-2 pl-3">
        {ruleSentences(rules, KIND_WORDS).map((text) => (
          <li key={text}>{text}</li>
        ))}
      </ul>
      <Choices
        legend="Staff may ask to"
        chosen={rules.kinds}
        onChange={(kind, on) => set({ kinds: toggled(rules.kinds, kind, on) })}
      />
      <Line text="At the latest so many hours before the shift begins">
        <CountInput
          name="rules.noticeHours"
          label="Hours of notice"
          value={rules.noticeHours}
          onChange={(noticeHours) => set({ noticeHours })}
        />
      </Line>
      <Line text="An open shift">
        <Segmented
          label="An open shift"
          isLoose
          value={rules.open}
          onChange={(open) => set({ open })}
          options={[
            { value: 'chosen', name: 'is given by who decides' },
            { value: 'first', name: 'goes to the first who could work it' },
          ]}
        />
      </Line>
      <Choices
        legend="Approved by itself, where no snag and no overtime appears and the role stays"
        chosen={rules.byThemselves}
        onChange={(kind, on) => set({ byThemselves: toggled(rules.byThemselves, kind, on) })}
      />
      <Line text="Nothing by itself within so many hours of the beginning">
        <CountInput
          name="rules.decideHours"
          label="Hours within which somebody decides"
          value={rules.decideHours}
          onChange={(decideHours) => set({ decideHours })}
        />
      </Line>
      <div className="flex flex-col gap-1">
        <Checkbox checked={rules.leadsDecide} onChange={(leadsDecide) => set({ leadsDecide })}>
          Leads decide too, about shifts of their own area
        </Checkbox>
        <Checkbox checked={rules.showsNames} onChange={(showsNames) => set({ showsNames })}>
          Who asks sees whose the shifts are that could be had
        </Checkbox>
      </div>
    </CommandForm>
  );
}

function Line({ text, children }: { readonly text: string; readonly children: React.ReactNode }) {
  return (
    <div className="my-3 flex flex-wrap items-center gap-x-3 gap-y-1">
      <span>{text}</span>
      {children}
    </div>
  );
}

function Choices({
  legend,
  chosen,
  onChange,
}: {
  readonly legend: string;
  readonly chosen: readonly RequestKind[];
  readonly onChange: (kind: RequestKind, on: boolean) => void;
}) {
  return (
    <fieldset className="my-3">
      <legend className="font-semibold">{legend}</legend>
      <div className="flex flex-wrap gap-x-5 gap-y-1">
        {REQUEST_KINDS.map((kind) => (
          <Checkbox key={kind} checked={chosen.includes(kind)} onChange={(on) => onChange(kind, on)}>
            {KIND_WORDS[kind]}
          </Checkbox>
        ))}
      </div>
    </fieldset>
  );
}
