import type { ReactNode } from 'react';
import { Checkbox } from '../kit/inputs/checkbox';
import { Page } from '../kit/page';

/** Things that are on or off, each with what it means, switched at once. */
export function SwitchList<Id extends string>({
  title,
  about,
  items,
  on,
  disabled,
  problem,
  onSwitch,
}: {
  readonly title: string;
  readonly about: ReactNode;
  readonly items: readonly {
    readonly id: Id;
    readonly name: string;
    readonly what: string;
    /** Why it cannot be switched now. */
    readonly isIdle?: boolean;
  }[];
  readonly on: readonly Id[];
  readonly disabled: boolean;
  readonly problem: string | null;
  /** Called with all that is on afterwards. */
  readonly onSwitch: (on: Id[]) => void;
}) {
  return (
    <Page>
      <div className="mx-auto max-w-[640px]">
        <h2 className="font-serif text-lg font-semibold">{title}</h2>
        <p className="text-muted mb-4">{about}</p>
        <ul className="flex flex-col gap-3">
          {items.map(({ id, name, what, isIdle = false }) => (
            <li key={id}>
              <Checkbox
                checked={on.includes(id)}
                disabled={disabled || isIdle}
                onChange={(isOn) => onSwitch(isOn ? [...on, id] : on.filter((one) => one !== id))}
              >
                <span className="font-semibold">{name}</span>
              </Checkbox>
              <p className="text-muted pl-6">{what}</p>
            </li>
          ))}
        </ul>
        {problem && (
          <p role="alert" className="text-gap mt-3 font-semibold">
            {problem}
          </p>
        )}
      </div>
    </Page>
  );
}
