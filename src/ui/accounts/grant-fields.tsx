import type { AccountsPayload } from '@/server/accounts/payload';
import type { GrantInput } from '@/server/accounts/schema';
import { Button } from '../kit/button';
import { Checkbox } from '../kit/inputs/checkbox';
import { Select } from '../kit/inputs/select';
import { RemoveButton } from '../kit/remove-button';

type Places = AccountsPayload['places'];

const KINDS: readonly (readonly [GrantInput['kind'], string])[] = [
  ['scheduler', 'Scheduler'],
  ['lead', 'Lead of an area'],
  ['payroll', 'Payroll'],
  ['owner', 'Owner'],
];

/** Grants, one a line, each with where it holds. */
export function GrantFields({
  grants,
  places,
  onChange,
}: {
  readonly grants: readonly GrantInput[];
  readonly places: Places;
  readonly onChange: (grants: readonly GrantInput[]) => void;
}) {
  const set = (at: number, grant: GrantInput) => onChange(grants.map((one, i) => (i === at ? grant : one)));
  return (
    <div>
      <ul className="flex flex-col gap-2">
        {grants.map((grant, i) => {
          const areas = places.find(({ id }) => id === grant.site)?.areas ?? [];
          return (
            <li key={i} className="flex flex-wrap items-center gap-2">
              <Select
                label="Kind"
                value={grant.kind}
                onChange={(kind) => set(i, withKind(grant, kind, places))}
                options={KINDS}
              />
              {grant.kind !== 'owner' && (
                <Select
                  label="Site"
                  value={grant.site ?? ''}
                  onChange={(site) => set(i, withKind({ ...grant, site, area: null }, grant.kind, places))}
                  options={places.map(({ id, name }) => [id, name] as const)}
                />
              )}
              {grant.kind === 'lead' && (
                <Select
                  label="Area"
                  value={grant.area ?? ''}
                  onChange={(area) => set(i, { ...grant, area })}
                  options={areas.map(({ id, name }) => [id, name] as const)}
                />
              )}
              {(grant.kind === 'scheduler' || grant.kind === 'lead') && (
                <Checkbox checked={grant.seesPay} onChange={(seesPay) => set(i, { ...grant, seesPay })}>
                  sees pay
                </Checkbox>
              )}
              <RemoveButton
                label="Remove this"
                onClick={() => onChange(grants.filter((_, at) => at !== i))}
              />
            </li>
          );
        })}
      </ul>
      <Button
        kind="link"
        className="mt-2"
        onClick={() =>
          onChange([
            ...grants,
            { kind: 'scheduler', site: places[0]?.id ?? null, area: null, seesPay: false },
          ])
        }
      >
        {grants.length === 0 ? 'Let them do more' : 'Add another'}
      </Button>
    </div>
  );
}

/** A grant of another kind: with the site and the area that this one needs. */
function withKind({ site, area, seesPay }: GrantInput, kind: GrantInput['kind'], places: Places): GrantInput {
  if (kind === 'owner') return { kind, site: null, area: null, seesPay: true };
  const place = places.find(({ id }) => id === site) ?? places[0];
  return {
    kind,
    site: place?.id ?? null,
    area: kind === 'lead' ? (area ?? place?.areas[0]?.id ?? null) : null,
    seesPay: kind === 'payroll' || seesPay,
  };
}
