import { LocateFixed, Plus } from 'lucide-react';
import { useState } from 'react';
import type { ClockPlace, PhoneRules } from '@/core/clock/place';
import { asSentence } from '@/core/sentence';
import type { SetupPayload } from '@/server/site/payload';
import { newId } from '../commands/new-id';
import { useCommand } from '../commands/use-command';
import { Button } from '../kit/button';
import { Checkbox } from '../kit/inputs/checkbox';
import { CountInput, ParsedInput } from '../kit/inputs/parsed-input';
import { Select } from '../kit/inputs/select';
import { TextInput } from '../kit/inputs/text-input';
import { RemoveButton } from '../kit/remove-button';
import { Table } from '../kit/table';

/** Whether people may clock by their own phone, and at which places. */
export function PhonesPart({
  setup,
  groups,
}: {
  readonly setup: SetupPayload;
  readonly groups: readonly string[];
}) {
  const [phone, setPhone] = useState<PhoneRules>(setup.phone);
  const { run, busy, problem } = useCommand();
  const [trouble, setTrouble] = useState<string | null>(null);
  const set = (part: Partial<PhoneRules>) => setPhone({ ...phone, ...part });
  const change = (at: number, part: Partial<ClockPlace>) =>
    set({ places: phone.places.map((place, i) => (i === at ? { ...place, ...part } : place)) });
  const here = (at: number) => {
    setTrouble(null);
    if (!('geolocation' in navigator)) return setTrouble('This device does not say where it is.');
    navigator.geolocation.getCurrentPosition(
      ({ coords: { latitude, longitude } }) =>
        change(at, {
          latitude: Math.round(latitude * 1e5) / 1e5,
          longitude: Math.round(longitude * 1e5) / 1e5,
        }),
      () => setTrouble('This device does not say where it is. Allow it, or type the place.'),
      { enableHighAccuracy: true, timeout: 10_000 },
    );
  };
  // A place that nobody has said anything of lies where no shop is.
  const unsaid =
    phone.isAllowed && phone.places.some(({ latitude, longitude }) => latitude === 0 && longitude === 0);
  const isSame = JSON.stringify(phone) === JSON.stringify(setup.phone);
  return (
    <section>
      <h2 className="font-serif text-lg font-semibold">Own phones</h2>
      <Checkbox className="mt-1" checked={phone.isAllowed} onChange={(isAllowed) => set({ isAllowed })}>
        People may clock by their own phone
      </Checkbox>
      {phone.isAllowed && (
        <>
          <p className="text-muted mt-2 text-sm">
            Without a place nobody is asked where they are. With one only whether they were there and how far
            away is kept.
          </p>
          {phone.places.length > 0 && (
            <>
              <Table isFlush className="mt-1">
                <thead>
                  <tr>
                    <th scope="col">Place</th>
                    <th scope="col">Latitude</th>
                    <th scope="col">Longitude</th>
                    <th scope="col">Within, m</th>
                    {groups.length > 0 && <th scope="col">For</th>}
                    <th aria-label="More" />
                  </tr>
                </thead>
                <tbody>
                  {phone.places.map((place, i) => (
                    <tr key={place.id}>
                      <td>
                        <TextInput
                          label={`Name of place ${i + 1}`}
                          className="w-[110px]"
                          value={place.name}
                          onChange={(name) => change(i, { name })}
                        />
                      </td>
                      {(['latitude', 'longitude'] as const).map((name) => (
                        <td key={name}>
                          <DegreesInput
                            label={`${name === 'latitude' ? 'Latitude' : 'Longitude'} of place ${i + 1}`}
                            most={name === 'latitude' ? 90 : 180}
                            value={place[name]}
                            onChange={(degrees) => change(i, { [name]: degrees })}
                          />
                        </td>
                      ))}
                      <td>
                        <CountInput
                          label={`Metres around place ${i + 1}`}
                          least={10}
                          most={100_000}
                          value={place.radius}
                          onChange={(radius) => change(i, { radius })}
                        />
                      </td>
                      {groups.length > 0 && (
                        <td>
                          <Select
                            label={`For whom place ${i + 1} counts`}
                            value={place.groups[0] ?? ''}
                            onChange={(group) => change(i, { groups: group === '' ? [] : [group] })}
                            options={[['', 'everybody'], ...groups.map((group) => [group, group] as const)]}
                          />
                        </td>
                      )}
                      <td className="whitespace-nowrap">
                        <Button
                          kind="quiet"
                          aria-label={`Place ${i + 1} is here`}
                          title="It is here"
                          onClick={() => here(i)}
                        >
                          <LocateFixed size={14} aria-hidden />
                        </Button>
                        <RemoveButton
                          label={`Take away place ${i + 1}`}
                          onClick={() => set({ places: phone.places.filter((_, at) => at !== i) })}
                        />
                      </td>
                    </tr>
                  ))}
                </tbody>
              </Table>
              <p className="mt-2 flex items-center gap-2 text-sm">
                Whoever is elsewhere
                <Select
                  label="Whoever is elsewhere"
                  value={phone.outside}
                  onChange={(outside) => set({ outside })}
                  options={[
                    ['marked', 'is marked, and looked at in Hours'],
                    ['refused', 'cannot clock'],
                  ]}
                />
              </p>
            </>
          )}
          <Button
            kind="small"
            className="mt-2"
            onClick={() =>
              set({
                places: [
                  ...phone.places,
                  { id: newId(), name: setup.site.name, latitude: 0, longitude: 0, radius: 150, groups: [] },
                ],
              })
            }
          >
            <Plus size={12} aria-hidden /> Add a place
          </Button>
        </>
      )}
      {(problem ?? trouble) && (
        <p role="alert" className="text-gap mt-2 font-semibold">
          {problem ? asSentence(problem.message) : trouble}
        </p>
      )}
      {unsaid && (
        <p className="text-muted mt-2 text-sm">
          Say where each place is: type it, or stand there and press the mark.
        </p>
      )}
      <div className="mt-3">
        <Button
          kind="primary"
          busy={busy}
          disabled={isSame || unsaid}
          onClick={() => void run('clock.phones', { site: setup.id, phone })}
        >
          Save
        </Button>
      </div>
    </section>
  );
}

/** An angle in degrees, to the fifth decimal: about a metre. */
function DegreesInput({
  label,
  most,
  value,
  onChange,
}: {
  readonly label: string;
  readonly most: number;
  readonly value: number;
  readonly onChange: (degrees: number) => void;
}) {
  return (
    <ParsedInput
      label={label}
      className="w-[96px] text-right"
      inputMode="decimal"
      value={value}
      onChange={onChange}
      format={(degrees) => String(degrees)}
      parse={(text) => {
        const degrees = Number(text.trim().replace(',', '.').replace('−', '-'));
        return text.trim() !== '' && Number.isFinite(degrees) && Math.abs(degrees) <= most
          ? { value: degrees }
          : { wrong: `Type degrees from −${most} to ${most}, such as 38.70720.` };
      }}
    />
  );
}
