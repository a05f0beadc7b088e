'use client';

import { useState } from 'react';
import { parsePeopleList } from '@/core/people/parse-people';
import type { PeopleChoices } from '@/server/people/payload';
import { UnknownRoles } from './unknown-roles';
import { Field } from '../kit/inputs/field';
import { Select } from '../kit/inputs/select';
import { sentence } from '../commands/sentence';
import { useCommand } from '../commands/use-command';
import { Button } from '../kit/button';
import { TextArea } from '../kit/inputs/text-input';

/** People typed as a list, or pasted from a spreadsheet. */
export function AddPeople({
  choices,
  site,
  onDone,
}: {
  readonly choices: PeopleChoices;
  readonly site: string | null;
  readonly onDone: () => void;
}) {
  const [place, setPlace] = useState(site ?? choices.sites[0]?.id ?? '');
  const [text, setText] = useState('');
  const { run, busy, problem } = useCommand();
  const roles = choices.roles.filter((role) => role.sites.includes(place));
  const [answers, setAnswers] = useState<Readonly<Record<string, string>>>({});
  const { people, unknown, faults } = parsePeopleList(text, roles, answers);
  const add = async () => {
    const said = people.length === 1 ? `Added ${people[0].name}` : `Added ${people.length} people`;
    const done = await run('people.add', { site: place, people }, said);
    if (!done) return;
    // Lines that could not be read stay, to be mended.
    const lines = text.split(/\r?\n/);
    setText(faults.map((fault) => lines[fault.line - 1]).join('\n'));
    if (faults.length === 0) onDone();
  };
  return (
    <section className="border-rule bg-sheet flex gap-6 border-b px-4 py-3" aria-label="Add people">
      <Field label="One person a line, roles behind a comma" className="w-[420px]">
        <TextArea
          rows={5}
          autoFocus
          placeholder={`Mira Holt${roles[0] ? `, ${roles[0].name}` : ''}\nJonas Reed`}
          value={text}
          onChange={setText}
        />
      </Field>
      <div className="flex flex-col gap-2">
        <Field label="At">
          <Select
            value={place}
            onChange={setPlace}
            options={choices.sites.map((one) => [one.id, one.name] as const)}
          />
        </Field>
        <div aria-live="polite">
          {people.length > 0 && (
            <p>
              {people.length} {people.length === 1 ? 'person' : 'people'} to add
            </p>
          )}
          {faults.slice(0, 3).map((fault) => (
            <p key={fault.line} className="text-gap">
              Line {fault.line}: {fault.message}
            </p>
          ))}
          <UnknownRoles
            unknown={unknown}
            roles={roles}
            onAnswer={(word, role) => setAnswers({ ...answers, [word.toLocaleLowerCase()]: role })}
          />
          {problem && <p className="text-gap">{sentence(problem)}</p>}
        </div>
        <span className="mt-auto flex gap-2">
          <Button
            kind="primary"
            disabled={busy || people.length === 0 || unknown.length > 0}
            onClick={() => void add()}
          >
            {busy ? 'Adding …' : 'Add'}
          </Button>
          <Button onClick={onDone}>Close</Button>
        </span>
      </div>
    </section>
  );
}
