import { asSentence } from '@/core/sentence';
import type { Problem } from '@/core/plan/problem';

/** A problem with the place it is about, as a sentence. */
export function sentence({ code, message, path }: Problem): string {
  // What the storage says is about no field.
  const field = (code === 'unavailable' ? '' : path)
    .split('.')
    .filter((step) => !/^(input|site|person|needs|rules)$/.test(step))
    .join(', ')
    .replace(/(\w+)\[(\d+)\]/g, (_, list: string, n: string) => `${oneOf(list)} ${Number(n) + 1}`)
    .replace(/([a-z])([A-Z])/g, (_, a: string, b: string) => `${a} ${b.toLowerCase()}`);
  const names = field && !message.toLowerCase().startsWith(field.toLowerCase());
  return asSentence(names ? `${message.replace(/\.$/, '')} (${field})` : message);
}

/** What one of a list is called: `versions` is a `version`. */
function oneOf(list: string): string {
  return list.replace(/ies$/, 'y').replace(/s$/, '');
}
