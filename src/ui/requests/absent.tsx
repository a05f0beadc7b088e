import Link from 'next/link';
import { formatLongDay } from '@/core/time/format';
import type { AbsentNow } from '@/server/leave/payload';
import { coverLink } from '../plan/state/cover-link';

/** Who cannot come just now, with the way to who could work their shifts. */
export function Absent({ absent }: { readonly absent: readonly AbsentNow[] }) {
  if (absent.length === 0) return null;
  return (
    <section aria-labelledby="absent" className="border-gap mb-5 border-l-4 pl-3">
      <h2 id="absent" className="font-serif text-lg font-semibold">
        Cannot come
      </h2>
      <ul>
        {absent.map(({ request, name, type, note, last, shifts }) => (
          <li key={request} className="py-1">
            <b>{name}</b>, {type}, until {formatLongDay(last)}
            {note && <span className="italic"> “{note}”</span>}
            {shifts.length === 0 && <span className="text-muted">: no shift of theirs is left to cover</span>}
            <ul>
              {shifts.map(({ id, site, week, text, isOpen }) => (
                <li key={id} className="pl-4">
                  {text}, {isOpen ? 'open' : 'still theirs'}:{' '}
                  <Link
                    className="link link-primary font-semibold"
                    prefetch={false}
                    href={coverLink(site, week, id)}
                  >
                    Who can cover?
                  </Link>
                </li>
              ))}
            </ul>
          </li>
        ))}
      </ul>
    </section>
  );
}
