import { Checkbox } from '../kit/inputs/checkbox';

/** Some of the crews, to be ticked. */
export function CrewChecks({
  legend,
  crews,
  value,
  onChange,
}: {
  readonly legend: string;
  readonly crews: readonly { readonly id: string; readonly name: string }[];
  /** Ids of those that are ticked. */
  readonly value: readonly string[];
  readonly onChange: (ids: readonly string[]) => void;
}) {
  return (
    <fieldset className="flex flex-wrap gap-x-5 gap-y-1">
      <legend className="text-muted mb-1 text-sm">{legend}</legend>
      {crews.map(({ id, name }) => (
        <Checkbox
          key={id}
          checked={value.includes(id)}
          onChange={(isOn) => onChange(isOn ? [...value, id] : value.filter((one) => one !== id))}
        >
          {name}
        </Checkbox>
      ))}
    </fieldset>
  );
}
