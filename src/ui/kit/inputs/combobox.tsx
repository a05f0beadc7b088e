'use client';

import { useMemo, useState } from 'react';
import { Suggest, type Suggestion } from './suggest';

/** Names that are listed; of more, one types on. */
const OFFERED = 80;

/**
 * One of many, found by typing a part of the name; sorted by name. What names nothing is not taken: the field goes
 * back to what it held.
 *
 * @example
 * <Combobox label="Person" value={person} options={people.map(({ id, name }) => ({ value: id, name }))} onChange={give} />
 */
export function Combobox<T extends string | null>({
  value,
  onChange,
  options,
  label,
  name,
  placeholder,
  className,
  disabled,
  isFirst = false,
}: {
  readonly value: T | null;
  readonly onChange: (value: T) => void;
  readonly options: readonly Suggestion<T>[];
  readonly label?: string;
  /** Name of the field in its form, by which faults find it. */
  readonly name?: string;
  readonly placeholder?: string;
  readonly className?: string;
  readonly disabled?: boolean;
  /** Whether it has the focus when its panel opens. */
  readonly isFirst?: boolean;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const sorted = useMemo(() => {
    // What stands for nobody comes first.
    const isNone = ({ value: one }: Suggestion<T>) => (one === '' || one === null ? 0 : 1);
    return [...options].sort((a, b) => isNone(a) - isNone(b) || a.name.localeCompare(b.name));
  }, [options]);
  const wanted = (typed ?? '').trim().toLocaleLowerCase();
  const fits = useMemo(
    () => sorted.filter(({ name }) => name.toLocaleLowerCase().includes(wanted)),
    [sorted, wanted],
  );
  const offers = fits.slice(0, OFFERED);
  const current = options.find((option) => option.value === value)?.name ?? '';
  const take = (offer: Suggestion<T> | undefined) => {
    setTyped(null);
    if (offer && offer.value !== value) onChange(offer.value);
  };
  return (
    <Suggest
      label={label}
      name={name}
      placeholder={placeholder}
      className={className}
      disabled={disabled}
      isChoice
      data-first={isFirst || undefined}
      text={typed ?? current}
      onText={setTyped}
      offers={offers}
      nothing="Nobody of that name."
      onPick={take}
      onLeave={() => {
        // A name typed in full counts, and so does the only one that is left.
        const exact = fits.find(({ name }) => name.toLocaleLowerCase() === wanted);
        take(wanted === '' ? undefined : (exact ?? (fits.length === 1 ? fits[0] : undefined)));
      }}
      onCancel={() => setTyped(null)}
    />
  );
}
