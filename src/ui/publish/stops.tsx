import type { PublishPayload } from '@/server/publish/payload';
import { Badge } from '../kit/badge';
import { Checkbox } from '../kit/inputs/checkbox';

/** What still stops: each is acknowledged by itself. */
export function Stops({
  stops,
  known,
  onKnown,
}: {
  readonly stops: PublishPayload['stops'];
  readonly known: ReadonlySet<string>;
  readonly onKnown: (known: ReadonlySet<string>) => void;
}) {
  if (stops.length === 0) return null;
  return (
    <>
      <h2 className="mt-5 font-serif text-lg font-semibold">Still to be acknowledged</h2>
      <ul>
        {stops.map(({ key, title, text }) => (
          <li key={key} className="border-fine border-b py-2 text-sm leading-[17px]">
            <p>
              <Badge severity="stop">{title}</Badge> {text}
            </p>
            <Checkbox
              checked={known.has(key)}
              onChange={(isKnown) => {
                const next = new Set(known);
                if (isKnown) next.add(key);
                else next.delete(key);
                onKnown(next);
              }}
            >
              I know, publish all the same
            </Checkbox>
          </li>
        ))}
      </ul>
    </>
  );
}
