import { useState } from 'react';
import type { FieldSetupPage } from '@/server/jobs/field-setup';
import type { FieldSetup } from '@/server/jobs/schema';
import type { SetupPayload } from '@/server/site/payload';
import { useAnswer } from '../../commands/use-answer';
import { CommandForm } from '../../forms/command-form';
import { useCommandForm } from '../../forms/use-command-form';
import { Checkbox } from '../../kit/inputs/checkbox';
import { Page } from '../../kit/page';
import { ErrorState } from '../../kit/states';
import { CrewsPart } from './crews-part';
import { ServicesPart } from './services-part';
import { TravelPart } from './travel-part';

/** A part of the form: all of it, and how it is changed. */
export interface FieldPart {
  readonly known: FieldSetupPage;
  readonly setup: SetupPayload;
  readonly values: FieldSetup;
  readonly change: (part: Partial<FieldSetup>) => void;
}

/** How long a way usually is where nobody has said anything, in minutes. */
const USUAL_WAY = 10;

/** Whether a site visits customers; its crews, its services, and how long the ways are. */
export function JobsSection({ setup }: { readonly setup: SetupPayload }) {
  // Asked for anew after each change.
  const [turn, setTurn] = useState(0);
  const { answer, failed } = useAnswer<FieldSetupPage>(
    `/api/setup/${encodeURIComponent(setup.id)}/jobs`,
    turn,
  );
  if (failed && !answer)
    return (
      <Page>
        <ErrorState>What is set up for jobs could not be read.</ErrorState>
      </Page>
    );
  if (!answer)
    return (
      <Page>
        <p className="text-muted" aria-busy>
          Reading crews and services …
        </p>
      </Page>
    );
  return <Jobs key={setup.id} {...{ setup }} known={answer} onSaved={() => setTurn(turn + 1)} />;
}

function Jobs({
  setup,
  known,
  onSaved,
}: {
  readonly setup: SetupPayload;
  readonly known: FieldSetupPage;
  readonly onSaved: () => void;
}) {
  const { site, travel, crews, services } = known;
  const form = useCommandForm('field.save', {
    stored: { site, travel, crews, services },
    key: `jobs of ${site}`,
    onSaved,
  });
  const { values, change } = form;
  const part: FieldPart = { known, setup, values, change };
  return (
    <CommandForm form={form} className="flex flex-col gap-8">
      <section>
        <h2 className="font-serif text-lg font-semibold">Jobs at customers’ places</h2>
        <Checkbox
          className="mt-1"
          checked={values.travel !== null}
          disabled={!known.canChange}
          onChange={(isOn) => change({ travel: isOn ? (travel ?? { usual: USUAL_WAY, pairs: [] }) : null })}
        >
          Crews of this site visit customers
        </Checkbox>
        <p className="text-muted mt-1 text-sm">
          Then there is an area Jobs: the days of the crews, rounds and customers. Turned off, everything is
          kept and comes back with it.
        </p>
      </section>
      {values.travel !== null && (
        <>
          <CrewsPart {...part} />
          <ServicesPart {...part} />
          <TravelPart {...part} travel={values.travel} />
        </>
      )}
    </CommandForm>
  );
}
