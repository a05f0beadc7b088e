import { promisify } from 'node:util';
import { deflateRaw, inflateRawSync } from 'node:zlib';

/** From so many characters on, text is worth packing. */
const WORTH_IT = 600;
const PLAIN = 0;
const PACKED = 1;
const deflate = promisify(deflateRaw);

/** A value as bytes: JSON, packed where there is much of it. The first byte says which. */
export async function pack(value: unknown): Promise<Uint8Array> {
  const json = JSON.stringify(value);
  const packed = json.length >= WORTH_IT;
  const bytes = packed ? await deflate(Buffer.from(json)) : Buffer.from(json);
  return Buffer.concat([Uint8Array.of(packed ? PACKED : PLAIN), bytes]);
}

/** The way back of {@link pack}; the driver hands bytes back as a bare buffer. */
export function unpack<T>(bytes: Uint8Array | ArrayBuffer): T {
  const view = ArrayBuffer.isView(bytes) ? bytes : new Uint8Array(bytes);
  const body = Buffer.from(view.subarray(1));
  return JSON.parse((view[0] === PACKED ? inflateRawSync(body) : body).toString()) as T;
}
