// In every unit test: what Node and browsers have, and the browser that tests pretend has not.
import { TextDecoder, TextEncoder } from 'node:util';

globalThis.TextEncoder ??= TextEncoder;
globalThis.TextDecoder ??= TextDecoder;
