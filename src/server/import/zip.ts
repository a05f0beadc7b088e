import { inflateRawSync } from 'node:zlib';
import { UnreadableFile } from '@/formats/table/cells';
import { checkSheet } from '@/formats/table/limits';

/** The most that a workbook may unpack to, in bytes. */
const MOST_UNPACKED = 100_000_000;
const TOO_LARGE = 'The workbook would unpack to far more than a list can hold; it is not opened.';

/**
 * Makes sure that an archive unpacks to a bearable size, and that its sheets ask for a bearable number of cells,
 * before anything else opens it: each entry is unpacked with a limit, whatever size it claims to have.
 */
export function checkArchive(bytes: Uint8Array): void {
  const buffer = Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const end = buffer.lastIndexOf(Buffer.from([0x50, 0x4b, 5, 6]));
  // Without its end an archive is damaged, which is told by whoever opens it.
  if (end < 0 || end + 22 > buffer.length) return;
  const count = buffer.readUInt16LE(end + 10);
  let at = buffer.readUInt32LE(end + 16);
  let left = MOST_UNPACKED;
  for (let i = 0; i < count && at + 46 <= buffer.length; i++) {
    if (buffer.readUInt32LE(at) !== 0x02014b50) return;
    const packed = buffer.readUInt32LE(at + 20);
    const claimed = buffer.readUInt32LE(at + 24);
    const local = buffer.readUInt32LE(at + 42);
    if (claimed > left) throw new UnreadableFile(TOO_LARGE);
    const entry = contentOf(buffer, local, packed, buffer.readUInt16LE(at + 10) === 8, left);
    left -= entry.length;
    if (left < 0) throw new UnreadableFile(TOO_LARGE);
    if (entry.subarray(0, 4096).includes('<worksheet')) checkSheet(entry.toString('latin1'));
    at += 46 + buffer.readUInt16LE(at + 28) + buffer.readUInt16LE(at + 30) + buffer.readUInt16LE(at + 32);
  }
}

function contentOf(buffer: Buffer, local: number, packed: number, deflated: boolean, most: number): Buffer {
  if (local + 30 > buffer.length) return NOTHING;
  const start = local + 30 + buffer.readUInt16LE(local + 26) + buffer.readUInt16LE(local + 28);
  const content = buffer.subarray(start, start + packed);
  if (!deflated) return content;
  try {
    return inflateRawSync(content, { maxOutputLength: most });
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ERR_BUFFER_TOO_LARGE') throw new UnreadableFile(TOO_LARGE);
    return NOTHING;
  }
}

const NOTHING = Buffer.alloc(0);
