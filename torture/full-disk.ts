import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, statfsSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { DemoServer } from '../e2e/server';
import { send, weekAt } from './client';

/**
 * Fills the disk under a server that is written to, restarts it while it is full, and makes room again. Whatever was
 * acknowledged has to be there, and it has to go on by itself. Null where no disk can be mounted: that takes root.
 */
export async function fullDisk(
  rounds: number,
): Promise<{ refused: number; acknowledged: number; lost: number } | null> {
  const disk = mkdtempSync(join(tmpdir(), 'vicenda-disk-'));
  try {
    execFileSync('mount', ['-t', 'tmpfs', '-o', 'size=32m', 'tmpfs', disk], { stdio: 'ignore' });
  } catch {
    rmSync(disk, { recursive: true, force: true });
    return null;
  }
  const server = new DemoServer(join(disk, 'data'));
  try {
    await server.begin();
    return await filled(server, disk, rounds);
  } finally {
    await server.end();
    execFileSync('umount', [disk]);
    rmSync(disk, { recursive: true, force: true });
  }
}

async function filled(server: DemoServer, disk: string, rounds: number) {
  const ballast = join(disk, 'ballast');
  const kept = new Map<string, string>();
  let refused = 0;
  let acknowledged = 0;
  let lost = 0;
  let made = 0;
  const write = async (tries: number) => {
    const { shifts, version } = await weekAt(server);
    for (let i = 0; i < tries; i++) {
      const { id } = shifts[made % shifts.length];
      const note = `note ${++made} ${'x'.repeat(900)}`;
      const was = { note: kept.get(id) ?? shifts[(made - 1) % shifts.length].note };
      const answer = await send(server, `full-disk-${made}`, version, [
        { do: 'set', id, shift: { note }, was },
      ]);
      if (answer.ok) {
        acknowledged++;
        kept.set(id, note);
      } else if (answer.problem.code === 'unavailable') refused++;
      else throw new Error(answer.problem.message);
    }
  };
  for (let round = 0; round < rounds; round++) {
    await write(10);
    const { bavail, bsize } = statfsSync(disk);
    writeFileSync(ballast, Buffer.alloc(Math.max(0, bavail * bsize - 20_000)));
    await write(60);
    if (round % 2 === 1) {
      await server.kill();
      await server.start();
      await write(5);
    }
    rmSync(ballast);
    const before = acknowledged;
    await write(5);
    if (acknowledged - before !== 5) lost++;
    const now = new Map((await weekAt(server)).shifts.map((shift) => [shift.id, shift.note]));
    for (const [id, note] of kept) if (now.get(id) !== note) lost++;
  }
  return { refused, acknowledged, lost };
}
