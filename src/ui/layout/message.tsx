import { Wordmark } from './wordmark';

/** A page that has only something to say. */
export function Message({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <main className="mx-auto max-w-xl px-6 py-24">
      <p className="mb-8">
        <Wordmark />
      </p>
      <h1 className="font-serif text-xl font-semibold mb-3">{title}</h1>
      <p className="leading-relaxed">{children}</p>
    </main>
  );
}
