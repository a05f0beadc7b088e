import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import type { CustomersPage, PlaceLine } from '@/server/jobs/customers-page';
import type { CustomerDraft } from '@/server/jobs/schema';
import { newId } from '../commands/new-id';
import { useCommand } from '../commands/use-command';
import { Button } from '../kit/button';
import { Dialog } from '../kit/dialog';
import { Checkbox } from '../kit/inputs/checkbox';
import { Combobox } from '../kit/inputs/combobox';
import { Field } from '../kit/inputs/field';
import { TextArea, TextInput } from '../kit/inputs/text-input';
import { Refused } from '../kit/states';

interface PlaceValues {
  readonly name: string;
  readonly customer: string;
  readonly newCustomer: string;
  readonly address: string;
  readonly zone: string;
  readonly contact: string;
  readonly accessNote: string;
  readonly isRetired: boolean;
}

/** Writes a place of a customer, new or anew. */
export function PlaceDialog({
  page,
  place,
  onClose,
}: {
  readonly page: CustomersPage;
  /** null: a new one. */
  readonly place: PlaceLine | null;
  readonly onClose: () => void;
}) {
  const [id] = useState(() => place?.id ?? newId());
  const form = useForm<PlaceValues>({
    defaultValues: {
      ...{
        name: place?.name ?? '',
        customer: place?.customer ?? '',
        newCustomer: '',
        zone: place?.zone ?? '',
      },
      ...{
        address: place?.address ?? '',
        contact: place?.contact ?? '',
        accessNote: place?.accessNote ?? '',
      },
      isRetired: place?.isRetired ?? false,
    },
  });
  const values = useWatch({ control: form.control }) as PlaceValues;
  const saving = useCommand();
  const removing = useCommand();
  const zones = [...new Set(page.places.flatMap(({ zone }) => zone ?? []))].sort();
  const save = async () => {
    const newCustomer = values.newCustomer.trim();
    const done = await saving.run('place.save', {
      site: page.site,
      place: {
        ...{ id, name: values.name.trim(), address: values.address.trim(), contact: values.contact.trim() },
        ...{ zone: values.zone.trim() || null, accessNote: values.accessNote.trim() },
        ...{ customer: newCustomer ? null : values.customer || null, newCustomer: newCustomer || null },
        isRetired: values.isRetired,
      },
    });
    if (done) onClose();
  };
  return (
    <Dialog title={place ? place.name : 'New place'} className="w-[560px]" onClose={onClose}>
      <fieldset disabled={!page.canChange} className="flex flex-col gap-3">
        <div className="flex flex-wrap gap-3">
          <Field label="Name of the place" className="min-w-0 flex-1">
            <TextInput
              className="w-full"
              maxLength={120}
              value={values.name}
              onChange={(name) => form.setValue('name', name)}
            />
          </Field>
          <Field label="Area">
            <TextInput
              className="w-[160px]"
              maxLength={120}
              list="zones"
              value={values.zone}
              onChange={(zone) => form.setValue('zone', zone)}
            />
            <datalist id="zones">
              {zones.map((zone) => (
                <option key={zone} value={zone} />
              ))}
            </datalist>
          </Field>
        </div>
        <div className="flex flex-wrap gap-3">
          <Field label="Customer" className="min-w-0 flex-1">
            <Combobox
              className="w-full"
              value={values.customer}
              placeholder="A customer that is known"
              options={[
                { value: '', name: 'None' },
                ...page.customers.map((one) => ({ value: one.id, name: one.name })),
              ]}
              onChange={(customer) => form.setValue('customer', customer)}
            />
          </Field>
          <Field label="or a new customer" className="min-w-0 flex-1">
            <TextInput
              className="w-full"
              maxLength={120}
              value={values.newCustomer}
              onChange={(name) => form.setValue('newCustomer', name)}
            />
          </Field>
        </div>
        <Field label="Address">
          <TextInput
            className="w-full"
            maxLength={300}
            value={values.address}
            onChange={(address) => form.setValue('address', address)}
          />
        </Field>
        <Field label="Whom to reach there">
          <TextInput
            className="w-full"
            maxLength={300}
            value={values.contact}
            onChange={(contact) => form.setValue('contact', contact)}
          />
        </Field>
        <Field label="How to get in">
          <TextArea
            label="How to get in"
            rows={2}
            maxLength={2000}
            value={values.accessNote}
            onChange={(note) => form.setValue('accessNote', note)}
          />
        </Field>
        {place && (
          <Checkbox checked={values.isRetired} onChange={(is) => form.setValue('isRetired', is)}>
            Not visited any more: what was done there stays on record
          </Checkbox>
        )}
        <Actions
          {...{ saving, removing }}
          isShown={page.canChange}
          canSave={values.name.trim() !== ''}
          onSave={() => void save()}
          onRemove={
            place
              ? () =>
                  void removing
                    .run('place.remove', { site: page.site, place: id })
                    .then((done) => done && onClose())
              : null
          }
        />
      </fieldset>
    </Dialog>
  );
}

/** Changes what is known of a customer. */
export function CustomerDialog({
  page,
  customer,
  onClose,
}: {
  readonly page: CustomersPage;
  readonly customer: CustomerDraft;
  readonly onClose: () => void;
}) {
  const form = useForm<CustomerDraft>({ defaultValues: customer });
  const values = useWatch({ control: form.control }) as CustomerDraft;
  const saving = useCommand();
  const removing = useCommand();
  const places = page.places.filter((place) => place.customer === customer.id);
  const trimmed = {
    ...{ id: customer.id, name: values.name.trim(), contact: values.contact.trim() },
    note: values.note.trim(),
  };
  return (
    <Dialog title={customer.name} className="w-[520px]" onClose={onClose}>
      <fieldset disabled={!page.canChange} className="flex flex-col gap-3">
        <Field label="Name">
          <TextInput
            className="w-full"
            maxLength={120}
            value={values.name}
            onChange={(name) => form.setValue('name', name)}
          />
        </Field>
        <Field label="Contact">
          <TextInput
            className="w-full"
            maxLength={300}
            value={values.contact}
            onChange={(contact) => form.setValue('contact', contact)}
          />
        </Field>
        <Field label="Notes">
          <TextArea
            label="Notes"
            rows={2}
            maxLength={2000}
            value={values.note}
            onChange={(note) => form.setValue('note', note)}
          />
        </Field>
        <p className="text-muted text-sm">
          {places.length === 0 ? 'No place.' : `Places: ${places.map(({ name }) => name).join(', ')}.`}
        </p>
        <Actions
          {...{ saving, removing }}
          isShown={page.canChange}
          canSave={values.name.trim() !== ''}
          onSave={() =>
            void saving
              .run('customer.save', { site: page.site, customer: trimmed })
              .then((done) => done && onClose())
          }
          onRemove={() =>
            void removing
              .run('customer.remove', { site: page.site, customer: customer.id })
              .then((done) => done && onClose())
          }
        />
      </fieldset>
    </Dialog>
  );
}

/** Saves what is written, or takes it away; what is refused is told above. */
function Actions({
  saving,
  removing,
  isShown,
  canSave,
  onSave,
  onRemove,
}: {
  readonly saving: ReturnType<typeof useCommand>;
  readonly removing: ReturnType<typeof useCommand>;
  readonly isShown: boolean;
  readonly canSave: boolean;
  readonly onSave: () => void;
  /** null: it is not there yet. */
  readonly onRemove: (() => void) | null;
}) {
  return (
    <>
      <Refused problem={saving.problem ?? removing.problem} />
      {isShown && (
        <div className="flex gap-2">
          <Button kind="primary" busy={saving.busy} disabled={!canSave} onClick={onSave}>
            Save
          </Button>
          {onRemove && (
            <Button kind="danger" busy={removing.busy} onClick={onRemove}>
              Take away
            </Button>
          )}
        </div>
      )}
    </>
  );
}
