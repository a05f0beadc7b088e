import { initialsOf } from '../../layout/initials';
import { usePageHeader } from '../state/header-context';
import { useWhoIsHere } from '../state/live-plan';

/** The initials of others who have this week open. */
export function WhoIsHere() {
  const { site, week } = usePageHeader();
  const names = [...new Set(useWhoIsHere(site.id, week).map(({ name }) => name))];
  if (names.length === 0) return null;
  const title = `${names.join(', ')} ${names.length === 1 ? 'has' : 'have'} this week open too`;
  return (
    <span className="flex gap-1" title={title}>
      <span className="sr-only">{title}</span>
      {names.slice(0, 4).map((name) => (
        <span
          key={name}
          aria-hidden
          className="border-ink text-ink flex h-6 min-w-6 items-center justify-center rounded-[3px] border px-1 text-xs font-semibold"
        >
          {initialsOf(name)}
        </span>
      ))}
      {names.length > 4 && (
        <span aria-hidden className="text-muted self-center text-xs">
          +{names.length - 4}
        </span>
      )}
    </span>
  );
}
