/** Words of gateways for what became of a text message. */
const FAILED = /^(failed|failure|undelivered|undeliverable|rejected|expired|error)$/i;
const DELIVERED = /^(delivered|delivrd|received)$/i;

/** What a gateway says became of a message. */
export type Receipt = { readonly state: 'delivered' } | { readonly state: 'failed'; readonly reason: string };

/**
 * Reads what a gateway sends later about a message: JSON or a form, whose values are looked through for a word for
 * arriving or failing. Null: it says neither, such as that the message is on its way. A failure counts more than an
 * arrival that stands beside it.
 *
 * @example
 * parseReceipt('{"status": "delivered"}') // { state: 'delivered' }
 */
export function parseReceipt(text: string): Receipt | null {
  const words = valuesOf(text);
  const failed = words.find((word) => FAILED.test(word));
  if (failed !== undefined)
    return { state: 'failed', reason: `the gateway says: ${text.trim().slice(0, 200)}` };
  return words.some((word) => DELIVERED.test(word)) ? { state: 'delivered' } : null;
}

function valuesOf(text: string): string[] {
  try {
    return textsIn(JSON.parse(text));
  } catch {
    return [...new URLSearchParams(text.trim()).values(), text.trim()];
  }
}

function textsIn(value: unknown): string[] {
  if (typeof value === 'string') return [value.trim()];
  return typeof value === 'object' && value !== null ? Object.values(value).flatMap(textsIn) : [];
}
