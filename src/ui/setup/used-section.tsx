import { CAPABILITIES } from '@/core/setup/capabilities';
import type { SetupPayload } from '@/server/site/payload';
import { useCommand } from '../commands/use-command';
import { Checkbox } from '../kit/inputs/checkbox';
import { Page } from '../kit/page';

/** What the site uses, each switched at once. What is off is nowhere to be found; its data stays. */
export function UsedSection({ setup }: { readonly setup: SetupPayload }) {
  const { run, busy, problem } = useCommand();
  const { id: site, off } = setup;
  return (
    <Page>
      <div className="mx-auto max-w-[640px]">
        <h2 className="font-serif text-lg font-semibold">What is used here</h2>
        <p className="text-muted mb-4">
          What is not used has no place in any menu and cannot be done by anybody. Whatever was entered stays,
          and is there again when it is switched on.
        </p>
        <ul className="flex flex-col gap-3">
          {CAPABILITIES.map(({ id, name, what }) => (
            <li key={id}>
              <Checkbox
                checked={!off.includes(id)}
                disabled={busy}
                onChange={(isOn) =>
                  void run('capabilities.save', {
                    site,
                    off: isOn ? off.filter((one) => one !== id) : [...off, id],
                  })
                }
              >
                <span className="font-semibold">{name}</span>
              </Checkbox>
              <p className="text-muted pl-6">{what}</p>
            </li>
          ))}
        </ul>
        {problem && (
          <p role="alert" className="text-gap mt-3 font-semibold">
            {problem.message}
          </p>
        )}
      </div>
    </Page>
  );
}
