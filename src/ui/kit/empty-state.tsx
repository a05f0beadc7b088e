/** What stands where there is nothing yet: why, and what to do about it. */
export function EmptyState({
  title,
  children,
}: {
  readonly title: string;
  readonly children?: React.ReactNode;
}) {
  return (
    <div className="text-muted px-4 py-8">
      <p className="text-ink font-serif text-lg font-semibold">{title}</p>
      {children && <div className="mt-1 max-w-[520px]">{children}</div>}
    </div>
  );
}
