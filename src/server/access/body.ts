import { type Result, fail } from '@/core/plan/problem';

/** The bytes of a request's body, read only as far as the limit. */
export async function readBytes(request: Request, most: number): Promise<Result<{ bytes: Uint8Array }>> {
  const tooLarge = () =>
    fail(
      'too-large',
      `this is larger than ${Math.round(most / 100_000) / 10} MB, which is the most that is read`,
    );
  if (Number(request.headers.get('content-length') ?? 0) > most) return tooLarge();
  const parts: Uint8Array[] = [];
  let size = 0;
  if (request.body) {
    const reader = request.body.getReader();
    for (;;) {
      const { done, value } = await reader.read();
      if (done) break;
      size += value.byteLength;
      if (size > most) {
        await reader.cancel();
        return tooLarge();
      }
      parts.push(value);
    }
  }
  const bytes = new Uint8Array(size);
  let at = 0;
  for (const part of parts) {
    bytes.set(part, at);
    at += part.byteLength;
  }
  return { ok: true, bytes };
}

/** The text of a request's body, in UTF-8. */
export async function readText(request: Request, most: number): Promise<Result<{ text: string }>> {
  const read = await readBytes(request, most);
  if (!read.ok) return read;
  try {
    return { ok: true, text: new TextDecoder('utf-8', { fatal: true }).decode(read.bytes) };
  } catch {
    return fail('input', 'this is no text in UTF-8');
  }
}

/** The JSON of a request's body. */
export async function readJson(request: Request, most: number): Promise<Result<{ value: unknown }>> {
  const read = await readText(request, most);
  if (!read.ok) return read;
  try {
    return { ok: true, value: JSON.parse(read.text) as unknown };
  } catch {
    return fail('input', 'this is no JSON');
  }
}
