import { useState } from 'react';
import { exampleWeek, formatAvailability } from '@/core/availability/format-availability';
import { parseAvailability } from '@/core/availability/parse-availability';
import { capitalised } from '@/core/sentence';
import type { PersonPayload, VersionDraft } from '@/server/people/payload';
import { Field } from '../kit/inputs/field';
import { TextInput } from '../kit/inputs/text-input';

/** What a place takes for granted where availability is typed. */
export type TypedHabits = Pick<PersonPayload, 'hourFormat' | 'weekStart' | 'weekend' | 'openHours'>;

/** The week as text: what stands is written, what is typed is read. */
export function TypedWeek({
  habits,
  blocks,
  onBlocks,
}: {
  readonly habits: TypedHabits;
  readonly blocks: VersionDraft['blocks'];
  readonly onBlocks: (blocks: VersionDraft['blocks']) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const { hourFormat: format, weekStart, weekend, openHours } = habits;
  const written = formatAvailability(blocks, format, weekStart, openHours);
  const read = typed === null ? null : parseAvailability(typed, { weekend, openHours, format });
  const wrong = read && !read.ok ? read.problem : null;
  const take = () => {
    if (read?.ok) onBlocks(read.value);
  };
  return (
    <Field label={`As text: ${exampleWeek(format)}`}>
      <TextInput
        className="w-full max-w-[640px] phone:min-h-11"
        spellCheck={false}
        aria-invalid={wrong !== null || undefined}
        aria-describedby="typed-week"
        value={typed ?? written}
        onChange={setTyped}
        onBlur={take}
        onKeyDown={(event) => {
          if (event.key === 'Enter') take();
          if (event.key === 'Escape') setTyped(null);
        }}
      />
      <span id="typed-week" role="status" className="min-h-[18px] text-sm">
        {wrong ? (
          <span className="text-gap">
            {capitalised(wrong.message)}:{' '}
            <span className="font-mono">
              {typed!.slice(0, wrong.at.from)}
              <mark className="text-gap bg-transparent underline decoration-wavy">
                {typed!.slice(wrong.at.from, wrong.at.to) || ' '}
              </mark>
              {typed!.slice(wrong.at.to)}
            </span>
          </span>
        ) : (
          read?.ok && <>Read as: {formatAvailability(read.value, format, weekStart, openHours)}</>
        )}
      </span>
    </Field>
  );
}
