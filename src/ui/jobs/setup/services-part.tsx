import { Plus } from 'lucide-react';
import { useState } from 'react';
import type { ServiceDraft } from '@/server/jobs/schema';
import { newId } from '../../commands/new-id';
import { Button } from '../../kit/button';
import { Checkbox } from '../../kit/inputs/checkbox';
import { AmountInput, LengthInput, ParsedInput } from '../../kit/inputs/parsed-input';
import { Select } from '../../kit/inputs/select';
import { TextInput } from '../../kit/inputs/text-input';
import { RemoveButton } from '../../kit/remove-button';
import { EmptyState } from '../../kit/states';
import { Table } from '../../kit/table';
import type { FieldPart } from './jobs-section';

const MONTHS = Array.from({ length: 12 }, (_, month) =>
  new Intl.DateTimeFormat('en', { month: 'short', timeZone: 'UTC' }).format(Date.UTC(2026, month)),
);
const EVEN = Array.from({ length: 12 }, () => 1);

/** What is done at customers' places: how long it takes, who can do it, what it is sold for. */
export function ServicesPart({ values, known, setup, change }: FieldPart) {
  const [factorsOf, setFactorsOf] = useState<string | null>(null);
  const set = (id: string, to: Partial<ServiceDraft>) =>
    change({ services: values.services.map((one) => (one.id === id ? { ...one, ...to } : one)) });
  const isFixed = !known.canChange;
  return (
    <section>
      <h2 className="font-serif text-lg font-semibold">Services</h2>
      <p className="text-muted mb-2 text-sm">
        What a job usually takes, in hours of one person; in some months more or less of it. Jobs of rounds
        that nobody changed follow.
      </p>
      {values.services.length === 0 ? (
        <EmptyState title="There is no service yet.">Jobs can be written without one.</EmptyState>
      ) : (
        <Table isFlush>
          <thead>
            <tr>
              <th scope="col">Name</th>
              <th scope="col">Person-hours</th>
              <th scope="col">Needs</th>
              {known.seesPay && <th scope="col">Price in {setup.site.currency}</th>}
              <th scope="col">By month</th>
              <th scope="col">Offered</th>
              <th aria-label="Remove" />
            </tr>
          </thead>
          <tbody>
            {values.services.map((one, i) => (
              <ServiceRow
                key={one.id}
                {...{ one, i, known, isFixed }}
                set={(to) => set(one.id, to)}
                isOpen={factorsOf === one.id}
                onFactors={() => setFactorsOf(factorsOf === one.id ? null : one.id)}
                onRemove={() => change({ services: values.services.filter(({ id }) => id !== one.id) })}
              />
            ))}
          </tbody>
        </Table>
      )}
      {!isFixed && (
        <Button
          className="mt-3"
          onClick={() =>
            change({
              services: [
                ...values.services,
                {
                  ...{ id: newId(), name: '', personMinutes: 60, role: null, price: null, factors: null },
                  isRetired: false,
                },
              ],
            })
          }
        >
          <Plus size={14} aria-hidden /> Add a service
        </Button>
      )}
    </section>
  );
}

function ServiceRow({
  one,
  i,
  known,
  isFixed,
  set,
  isOpen,
  onFactors,
  onRemove,
}: {
  readonly one: ServiceDraft;
  readonly i: number;
  readonly known: FieldPart['known'];
  readonly isFixed: boolean;
  readonly set: (to: Partial<ServiceDraft>) => void;
  readonly isOpen: boolean;
  readonly onFactors: () => void;
  readonly onRemove: () => void;
}) {
  const factors = one.factors ?? EVEN;
  const others = factors.flatMap((factor, month) => (factor === 1 ? [] : `${MONTHS[month]} × ${factor}`));
  return (
    <>
      <tr>
        <td>
          <TextInput
            name={`services.${i}.name`}
            label={`Name of service ${i + 1}`}
            className="w-[190px]"
            maxLength={120}
            disabled={isFixed}
            value={one.name}
            onChange={(name) => set({ name })}
          />
        </td>
        <td>
          <LengthInput
            name={`services.${i}.personMinutes`}
            label={`Person-hours of service ${i + 1}`}
            disabled={isFixed}
            value={one.personMinutes}
            onChange={(personMinutes) => set({ personMinutes })}
          />
        </td>
        <td>
          <Select
            label={`What service ${i + 1} needs`}
            disabled={isFixed}
            value={one.role ?? ''}
            onChange={(role) => set({ role: role || null })}
            options={[['', 'anybody'], ...known.roles.map(({ id, name }) => [id, name] as const)]}
          />
        </td>
        {known.seesPay && (
          <td className="whitespace-nowrap">
            <AmountInput
              name={`services.${i}.price`}
              label={`Price of service ${i + 1}`}
              className="w-[76px]"
              disabled={isFixed}
              value={one.price?.amount ?? null}
              onChange={(amount) =>
                set({ price: amount === null ? null : { by: one.price?.by ?? 'hour', amount } })
              }
            />{' '}
            <Select
              label={`Price of service ${i + 1} is`}
              disabled={isFixed || one.price === null}
              value={one.price?.by ?? 'hour'}
              onChange={(by) => one.price && set({ price: { ...one.price, by } })}
              options={[
                ['hour', 'a person-hour'],
                ['job', 'a job'],
              ]}
            />
          </td>
        )}
        <td>
          <Button kind="link" aria-expanded={isOpen} onClick={onFactors}>
            {others.length === 0 ? 'all the same' : others.join(', ')}
          </Button>
        </td>
        <td>
          <Checkbox
            checked={!one.isRetired}
            disabled={isFixed}
            onChange={(isOn) => set({ isRetired: !isOn })}
            aria-label={`${one.name} is offered`}
          />
        </td>
        <td>{!isFixed && <RemoveButton label={`Take away ${one.name}`} onClick={onRemove} />}</td>
      </tr>
      {isOpen && (
        <tr>
          <td colSpan={known.seesPay ? 7 : 6}>
            <span className="flex flex-wrap gap-2">
              {MONTHS.map((month, m) => (
                <span key={month} className="flex flex-col text-sm">
                  <span className="text-muted">{month}</span>
                  <ParsedInput<number>
                    name={`services.${i}.factors.${m}`}
                    label={`${one.name} in ${month}, times`}
                    className="w-[56px]"
                    inputMode="numeric"
                    disabled={isFixed}
                    value={factors[m]}
                    format={String}
                    parse={(text) => {
                      const value = Number(text.trim().replace(',', '.'));
                      return text.trim() !== '' && value >= 0.1 && value <= 10
                        ? { value }
                        : { wrong: 'a number from 0.1 to 10' };
                    }}
                    onChange={(factor) => {
                      const next = factors.map((old, at) => (at === m ? factor : old));
                      set({ factors: next.every((value) => value === 1) ? null : next });
                    }}
                  />
                </span>
              ))}
            </span>
          </td>
        </tr>
      )}
    </>
  );
}
