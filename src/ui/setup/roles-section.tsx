'use client';

import { INKS } from '@/core/setup/inks';
import { useState } from 'react';
import { ChevronDown, ChevronUp } from 'lucide-react';
import Link from 'next/link';
import { formatLongDay } from '@/core/time/format';
import type { RoleDraft, RoleHolder, SetupPayload } from '@/server/site/payload';
import { Checkbox } from '../kit/inputs/checkbox';
import { AmountInput } from '../kit/inputs/parsed-input';
import { Select } from '../kit/inputs/select';
import { TextInput } from '../kit/inputs/text-input';
import { CommandForm } from '../forms/command-form';
import { useCommandForm } from '../forms/use-command-form';
import { RemoveButton } from '../kit/remove-button';
import { Button } from '../kit/button';
import { Table } from '../kit/table';

/** The roles of a site: what they are called, how they are drawn, what they pay and who holds them. */
export function RolesSection({ setup }: { readonly setup: SetupPayload }) {
  const stored = setup.roles.map(({ holders: _h, inUse: _u, ...role }) => role);
  const form = useCommandForm('roles.save', {
    stored: { site: setup.id, roles: stored },
    key: `roles ${setup.id}`,
    clean: ({ site, roles }) => ({ site, roles: roles.filter((role) => role.name.trim() !== '') }),
  });
  return (
    <CommandForm form={form}>
      <RolesTable setup={setup} draft={form.values.roles} setDraft={(roles) => form.change({ roles })} />
    </CommandForm>
  );
}

/** A new role with the mark and the ink that are free. */
export function freshRole(name: string, others: readonly RoleDraft[]): RoleDraft {
  const used = new Set(others.map((role) => role.ink));
  return {
    id: null,
    name,
    mark: name.trim().slice(0, 1).toUpperCase() || '?',
    ink: INKS.find((ink) => !used.has(ink)) ?? INKS[others.length % INKS.length],
    rate: null,
    retired: false,
  };
}

function RolesTable({
  setup,
  draft,
  setDraft,
}: {
  readonly setup: SetupPayload;
  readonly draft: readonly RoleDraft[];
  readonly setDraft: (roles: readonly RoleDraft[]) => void;
}) {
  const [fresh, setFresh] = useState('');
  const areas = setup.site.areas.flatMap(({ id, name }) => (id ? [{ id, name }] : []));
  const others = setup.otherRoles.filter((other) => !draft.some((role) => role.id === other.id));
  const set = (at: number, part: Partial<RoleDraft>) =>
    setDraft(draft.map((role, i) => (i === at ? { ...role, ...part } : role)));
  const move = (at: number, by: number) => {
    const next = draft.slice();
    const [role] = next.splice(at, 1);
    next.splice(at + by, 0, role);
    setDraft(next);
  };
  const add = () => {
    if (fresh.trim() === '') return;
    setDraft([...draft, freshRole(fresh.trim(), draft)]);
    setFresh('');
  };
  return (
    <>
      <h2 className="font-serif text-lg font-semibold mb-2">Roles, in the order in which they are shown</h2>
      {draft.length === 0 && (
        <p className="text-muted mb-3">
          A role is what somebody works as: Kitchen, Till, Engine crew. Type the first one below.
        </p>
      )}
      {draft.length > 0 && (
        <Table isFlush>
          <thead>
            <tr>
              <th scope="col">Order</th>
              <th scope="col">Looks</th>
              <th scope="col">Name</th>
              <th scope="col">Mark</th>
              <th scope="col">Ink</th>
              {setup.seesPay && <th scope="col">Base pay an hour, {setup.site.currency}</th>}
              {areas.length > 0 && <th scope="col">Area</th>}
              <th scope="col">Held by</th>
              <th scope="col">Retired</th>
              <th aria-label="Remove" />
            </tr>
          </thead>
          <tbody>
            {draft.map((role, i) => {
              const known = setup.roles.find((one) => one.id === role.id);
              return (
                <tr key={role.id ?? `new ${i}`} className="align-top">
                  <td className="whitespace-nowrap">
                    <Button
                      kind="quiet"
                      aria-label={`Move ${role.name} up`}
                      disabled={i === 0}
                      className="btn-xs"
                      onClick={() => move(i, -1)}
                    >
                      <ChevronUp size={14} />
                    </Button>
                    <Button
                      kind="quiet"
                      aria-label={`Move ${role.name} down`}
                      disabled={i === draft.length - 1}
                      className="btn-xs"
                      onClick={() => move(i, 1)}
                    >
                      <ChevronDown size={14} />
                    </Button>
                  </td>
                  <td>
                    <RoleSample role={role} />
                  </td>
                  <td>
                    <TextInput
                      name={`roles.${i}.name`}
                      label="Name"
                      className="w-44"
                      value={role.name}
                      onChange={(name) => set(i, { name })}
                      maxLength={120}
                    />
                  </td>
                  <td>
                    <TextInput
                      name={`roles.${i}.mark`}
                      label={`Mark of ${role.name}`}
                      value={role.mark}
                      maxLength={2}
                      className="w-[44px] text-center"
                      onChange={(mark) => set(i, { mark })}
                    />
                  </td>
                  <td>
                    <Select
                      name={`roles.${i}.ink`}
                      label={`Ink of ${role.name}`}
                      value={role.ink}
                      onChange={(ink) => set(i, { ink })}
                      options={INKS.map((ink) => [ink, ink] as const)}
                    />
                  </td>
                  {setup.seesPay && (
                    <td>
                      <AmountInput
                        name={`roles.${i}.rate`}
                        label={`Base pay of ${role.name}`}
                        value={role.rate}
                        onChange={(rate) => set(i, { rate })}
                      />
                    </td>
                  )}
                  {areas.length > 0 && (
                    <td>
                      <Select
                        label={`Area of ${role.name}`}
                        value={role.area ?? ''}
                        onChange={(area) => set(i, { area: area || null })}
                        options={[['', 'None'], ...areas.map(({ id, name }) => [id, name] as const)]}
                      />
                    </td>
                  )}
                  <td>
                    <Holders holders={known?.holders ?? []} site={setup.id} />
                  </td>
                  <td>
                    <Checkbox checked={role.retired} onChange={(retired) => set(i, { retired })}>
                      <span className="sr-only">{role.name} is retired</span>
                    </Checkbox>
                  </td>
                  <td>
                    <RemoveButton
                      label={
                        known?.inUse ? `Retire ${role.name}: it is in use` : `Remove ${role.name || 'role'}`
                      }
                      onClick={() =>
                        known?.inUse ? set(i, { retired: true }) : setDraft(draft.filter((_, at) => at !== i))
                      }
                    />
                  </td>
                </tr>
              );
            })}
          </tbody>
        </Table>
      )}
      <div className="mt-3 flex flex-wrap items-center gap-2">
        <span
          onKeyDown={(event) => {
            if (event.key === 'Enter') add();
          }}
        >
          <TextInput
            label="New role"
            placeholder="New role"
            value={fresh}
            onChange={setFresh}
            maxLength={120}
          />
        </span>
        <Button disabled={fresh.trim() === ''} onClick={add}>
          Add the role
        </Button>
        {others.length > 0 && (
          <Select
            label="Use a role of another site"
            value=""
            onChange={(id) => {
              const other = others.find((role) => role.id === id);
              if (other) setDraft([...draft, other]);
            }}
            options={[
              ['', 'Use a role of another site …'],
              ...others.map((other) => [other.id!, other.name] as const),
            ]}
          />
        )}
      </div>
    </>
  );
}

/** A role as its bars look. */
export function RoleSample({ role }: { readonly role: Pick<RoleDraft, 'ink' | 'mark' | 'retired'> }) {
  return (
    <span
      data-ink={role.ink}
      className={`inline-flex h-[22px] min-w-[54px] items-center justify-between rounded-[3px] border-[1.2px] border-[var(--role)] bg-[var(--tint)] px-1.5 text-xs font-semibold text-[var(--role)] ${
        role.retired ? 'opacity-50' : ''
      }`}
      aria-hidden
    >
      <span>9–17</span>
      <span>{role.mark}</span>
    </span>
  );
}

function Holders({ holders, site }: { readonly holders: readonly RoleHolder[]; readonly site: string }) {
  if (holders.length === 0) return <span className="text-muted">nobody</span>;
  const ending = holders.filter((holder) => holder.until !== null).length;
  return (
    <details>
      <summary className="cursor-pointer">
        {holders.length} {holders.length === 1 ? 'person' : 'people'}
        {ending > 0 && <span className="text-brass"> · {ending} with an end date</span>}
      </summary>
      <ul className="mt-1 max-h-[180px] overflow-y-auto">
        {holders.map((holder) => (
          <li key={holder.person}>
            <Link
              className="link link-primary font-semibold"
              href={`/people/${encodeURIComponent(site)}/${encodeURIComponent(holder.person)}`}
            >
              {holder.name}
            </Link>
            {holder.until !== null && (
              <span className="text-brass"> until {formatLongDay(holder.until)}</span>
            )}
          </li>
        ))}
      </ul>
    </details>
  );
}
