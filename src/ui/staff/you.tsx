import { useState } from 'react';
import { asSentence } from '@/core/sentence';
import { monthOf } from '@/core/time/month';
import { formatDate } from '@/core/time/day';
import { formatDays, formatHours, formatMonth } from '@/core/time/format';
import type { OwnPage } from '@/server/staff/payload';
import { CalendarPart } from '../accounts/calendar-part';
import { ToldPart } from '../accounts/told-part';
import { useCommand } from '../commands/use-command';
import { Button, buttonClass } from '../kit/button';
import { Field } from '../kit/inputs/field';
import { TextInput } from '../kit/inputs/text-input';
import { OwnAvailability } from './own-availability';
import { OwnPin } from './own-pin';
import { OwnCarries } from './own-carries';
import { OwnWishes } from './own-wishes';
import { useIsInsecure } from './own-data';
import { useStaff } from './staff-context';

/** What is on record of oneself, and how one wishes to be told. */
export function You() {
  const { page, isReadOnly, patch } = useStaff();
  const { details } = page;
  const isInsecure = useIsInsecure();
  const known = (part: Partial<OwnPage['details']>) =>
    patch((before) => ({ ...before, details: { ...before.details, ...part } }));
  return (
    <>
      <h1 className="font-serif text-xl font-semibold">{page.name}</h1>
      <section aria-labelledby="record">
        <h2 id="record" className="border-ink border-b pb-1 font-serif text-lg font-semibold">
          On record
        </h2>
        <dl>
          <Line name="Staff number">{details.number ?? 'none'}</Line>
          <Line name="E-mail">{details.email ?? 'none'}</Line>
          <Line name="Works at">{page.teams.map(({ name }) => name).join(', ') || 'no place yet'}</Line>
          <Line name="Works as">
            {details.roles.length === 0 && 'no role yet'}
            {details.roles.map(({ id, name, until }) => (
              <span key={id} className="block">
                {name}
                {until !== null && (
                  <span className={until < page.today ? 'text-gap font-semibold' : 'text-muted'}>
                    {until < page.today ? ', ended ' : ', until '}
                    {formatDays(until, 1)}
                  </span>
                )}
              </span>
            ))}
          </Line>
          {page.contractMinutes !== null && (
            <Line name="Contract">{formatHours(page.contractMinutes)} a week</Line>
          )}
          {details.employedTo !== null && <Line name="Last day">{formatDays(details.employedTo, 1)}</Line>}
        </dl>
        {!isReadOnly && (
          <>
            <Phone key={details.phone} phone={details.phone} onSaved={(phone) => known({ phone })} />
            {page.keepsHours && <OwnPin />}
            <p className="text-muted mt-2 text-sm">
              Anything else that is wrong here whoever plans your shifts can put right.
            </p>
          </>
        )}
      </section>
      <OwnAvailability />
      <OwnWishes />
      {!isReadOnly && <OwnCarries />}
      {!isReadOnly && (
        <>
          <ToldPart
            {...details.told}
            phone={details.phone}
            email={details.email}
            onWished={(told) => known({ told })}
          />
          <CalendarPart />
          <OnPaper />
          <section aria-labelledby="account">
            <h2 id="account" className="border-ink border-b pb-1 font-serif text-lg font-semibold">
              Account
            </h2>
            <a className={buttonClass('link', 'flex min-h-11 items-center')} href="/account">
              Password, and where you are signed in
            </a>
            {isInsecure && (
              <p className="text-muted text-sm">
                This page was not opened securely (its address does not begin with https), so your shifts
                cannot be kept on this device for reading without a connection. Ask whoever runs Vicenda for
                the secure address.
              </p>
            )}
          </section>
        </>
      )}
    </>
  );
}

/** One's own month as a file to print. */
function OnPaper() {
  const { page } = useStaff();
  const { first, days } = monthOf(page.today);
  return (
    <section aria-labelledby="paper">
      <h2 id="paper" className="border-ink border-b pb-1 font-serif text-lg font-semibold">
        On paper
      </h2>
      {[first, first + days].map((month) => (
        // A file, not a page.
        <a
          key={month}
          className={buttonClass('link', 'flex min-h-11 items-center')}
          href={`/api/me/month/${formatDate(month)}`}
          download
        >
          {formatMonth(month)} as a PDF
        </a>
      ))}
    </section>
  );
}

function Line({ name, children }: { readonly name: string; readonly children: React.ReactNode }) {
  return (
    <div className="border-fine flex gap-4 border-b py-2">
      <dt className="text-muted w-28 shrink-0">{name}</dt>
      <dd className="min-w-0 flex-1 break-words">{children}</dd>
    </div>
  );
}

/** One's own telephone number, which oneself may change. */
function Phone({
  phone,
  onSaved,
}: {
  readonly phone: string | null;
  readonly onSaved: (phone: string | null) => void;
}) {
  const { run, busy, problem } = useCommand();
  const [typed, type] = useState(phone ?? '');
  const save = async () => {
    const said = typed.trim() === '' ? null : typed.trim();
    if (await run('own.phone', { phone: said }, 'Number saved')) onSaved(said);
  };
  return (
    <form
      className="mt-3 flex items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <Field label="Telephone" className="min-w-0 flex-1">
        <TextInput
          type="tel"
          autoComplete="tel"
          className="min-h-11 w-full"
          maxLength={60}
          value={typed}
          onChange={type}
        />
      </Field>
      <Button
        type="submit"
        kind="primary"
        className="min-h-11"
        disabled={busy || typed.trim() === (phone ?? '')}
      >
        Save
      </Button>
      {problem && <p className="text-gap font-semibold">{asSentence(problem.message)}</p>}
    </form>
  );
}
