import Link from 'next/link';
import { buttonClass } from '../kit/button';

const VIEWS = [
  { id: 'days', name: 'Days', path: '' },
  { id: 'rounds', name: 'Rounds', path: '/rounds' },
  { id: 'customers', name: 'Customers', path: '/customers' },
  { id: 'money', name: 'Money', path: '/money' },
] as const;

export type JobsView = (typeof VIEWS)[number]['id'];

/** The ways into the views of jobs at a site. */
export function JobsViews({ site, current }: { readonly site: string; readonly current: JobsView }) {
  return (
    <nav aria-label="Views of jobs" className="join">
      {VIEWS.map(({ id, name, path }) => (
        <Link
          key={id}
          href={`/jobs/${encodeURIComponent(site)}${path}`}
          prefetch={false}
          aria-current={id === current ? 'page' : undefined}
          className={buttonClass(id === current ? 'chosen' : 'plain', 'join-item w-auto')}
        >
          {name}
        </Link>
      ))}
    </nav>
  );
}

/** The strip over a view of jobs: the ways to the others, its title, and what can be done in it. */
export function JobsStrip({
  site,
  current,
  title,
  children,
}: {
  readonly site: string;
  readonly current: JobsView;
  readonly title: React.ReactNode;
  readonly children?: React.ReactNode;
}) {
  return (
    <div className="border-rule bg-sheet flex min-h-[50px] shrink-0 flex-wrap items-center gap-x-4 gap-y-1 border-b px-4 py-1">
      <JobsViews {...{ site, current }} />
      {title}
      <div className="ml-auto flex flex-wrap items-center gap-2">{children}</div>
    </div>
  );
}
