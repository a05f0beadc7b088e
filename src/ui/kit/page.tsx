import clsx from 'clsx';

/** The body of a page: its title with what can be done beside it, then what it shows. */
export function Page({
  title,
  tools,
  children,
  className,
}: {
  readonly title: string;
  readonly tools?: React.ReactNode;
  readonly children: React.ReactNode;
  readonly className?: string;
}) {
  return (
    <main className={clsx('min-h-0 flex-1 overflow-y-auto px-4 py-4', className)}>
      <div className="mb-3 flex flex-wrap items-center gap-3">
        <h1 className="font-serif text-xl font-semibold">{title}</h1>
        {tools}
      </div>
      {children}
    </main>
  );
}
