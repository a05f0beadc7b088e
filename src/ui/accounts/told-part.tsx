import type { ToldWish } from '@/server/outbox/wish';
import { useCommand } from '../commands/use-command';
import { Checkbox } from '../kit/inputs/checkbox';
import { Refused } from '../kit/states';
import { ConfirmPhone } from './confirm-phone';

/** How one is told of shifts besides here; each at once. */
export function ToldPart({
  byMail,
  byText,
  ofRequests,
  isConfirmed,
  phone,
  email,
  onWished,
}: ToldWish & {
  readonly phone: string | null;
  readonly email: string | null;
  /** Called with what holds from then on. */
  readonly onWished?: (told: ToldWish) => void;
}) {
  const { run, busy, problem } = useCommand();
  const wish = (part: Partial<ToldWish>) => {
    const told = { byMail, byText, ofRequests, isConfirmed, ...part };
    const ways = { byMail: told.byMail, byText: told.byText };
    const input = told.ofRequests === null ? ways : { ...ways, ofRequests: told.ofRequests };
    void run('told.wish', input).then((done) => done && onWished?.(told));
  };
  return (
    <section aria-labelledby="told" className="w-[280px] max-w-full phone:w-full">
      <h2 id="told" className="mb-2 font-serif text-lg font-semibold">
        When shifts change, tell me
      </h2>
      <ul className="flex flex-col gap-2 phone:gap-0 phone:[&_label]:min-h-11">
        <li>here, always</li>
        <li>
          <Checkbox
            checked={byMail && Boolean(email)}
            disabled={busy || !email}
            onChange={(on) => wish({ byMail: on })}
          >
            by e-mail{email ? '' : ': no address is known'}
          </Checkbox>
        </li>
        <li>
          <Checkbox
            checked={byText && Boolean(phone)}
            disabled={busy || !phone}
            onChange={(on) => wish({ byText: on })}
          >
            by text message{phone ? ` to ${phone}` : ': no number is known'}
          </Checkbox>
          {byText && phone && !isConfirmed && (
            <ConfirmPhone
              key={phone}
              phone={phone}
              onConfirmed={() => onWished?.({ byMail, byText, ofRequests, isConfirmed: true })}
            />
          )}
        </li>
      </ul>
      {ofRequests !== null && (
        <Checkbox
          className="mt-3"
          checked={ofRequests}
          disabled={busy}
          onChange={(on) => wish({ ofRequests: on })}
        >
          the same way, when a request waits for me to decide
        </Checkbox>
      )}
      <Refused problem={problem} />
    </section>
  );
}
