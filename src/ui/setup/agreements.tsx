import type { SiteDraft } from '@/server/site/payload';
import { Field } from '../kit/inputs/field';
import { CountInput } from '../kit/inputs/parsed-input';

/** What is agreed with staff: how much notice changes need, and what may be wished for. */
export function Agreements({
  draft,
  change,
}: {
  readonly draft: SiteDraft;
  readonly change: (part: Partial<SiteDraft>) => void;
}) {
  return (
    <>
      <Field
        label="Notice of changes"
        className="col-span-2"
        hint="Who has a published shift changed nearer than this is asked to say yes or no; 0: nobody is."
      >
        <span className="flex items-baseline gap-1">
          <CountInput
            name="site.noticeDays"
            value={draft.noticeDays}
            most={60}
            onChange={(noticeDays) => change({ noticeDays })}
          />
          <span className="text-muted">days</span>
        </span>
      </Field>
      <Field
        label="Wishes"
        className="col-span-2"
        hint="What each may give in a quarter to wishes for days that are not planned yet, at 1 to 3 a day; 0: none are asked for."
      >
        <span className="flex items-baseline gap-1">
          <CountInput
            name="site.wishPoints"
            value={draft.wishPoints}
            most={100}
            onChange={(wishPoints) => change({ wishPoints })}
          />
          <span className="text-muted">points</span>
        </span>
      </Field>
    </>
  );
}
