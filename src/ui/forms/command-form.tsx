import clsx from 'clsx';
import { FaultsProvider } from '../kit/inputs/faults';
import { SaveBar } from './save-bar';
import type { CommandForm as Form } from './use-command-form';
import { Page } from '../kit/page';

/** The body of a form about a command: its fields, and at the foot what saving would do. */
export function CommandForm<Input>({
  form,
  children,
  className,
}: {
  readonly form: Form<Input>;
  readonly children: React.ReactNode;
  /** Of what the fields stand in. */
  readonly className?: string;
}) {
  return (
    <>
      <Page>
        <FaultsProvider value={form.faultOf}>
          <div className={clsx('mx-auto max-w-[1080px]', className)}>{children}</div>
        </FaultsProvider>
      </Page>
      <SaveBar saving={form.saving} />
    </>
  );
}
