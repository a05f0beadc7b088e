import { spawnSync } from 'node:child_process';
import { describe, expect, test } from '@jest/globals';

function vicenda(args: string[], input = ''): { status: number | null; stdout: string; stderr: string } {
  const env = { ...process.env, NODE_OPTIONS: '' };
  return spawnSync('bash', ['scripts/vicenda.sh', ...args], { input, encoding: 'utf8', env });
}

describe('the command line', () => {
  test('inspects a plan and exits 0', () => {
    const { status, stdout, stderr } = vicenda(['inspect', 'docs/example-plan.json']);
    expect([status, stderr]).toEqual([0, '']);
    expect(Object.keys(JSON.parse(stdout) as object)).toEqual(['coverage', 'snags', 'totals']);
  });

  test('tells the consequences of changes read from standard input', () => {
    const changes = JSON.stringify([{ do: 'remove', id: 's12' }]);
    const { status, stdout } = vicenda(['consequences', '--changes', '-', 'docs/example-plan.json'], changes);
    const told = JSON.parse(stdout) as { cleared: { code: string }[]; paidMinutes: number; cost: number };
    expect(status).toBe(0);
    expect(told.cleared.map((snag) => snag.code)).toContain('overlap');
    expect(told.paidMinutes).toBe(-330);
    expect(told.cost).toBeLessThan(0);
  });

  test('says each fault on a line of its own and exits 2', () => {
    const { status, stdout, stderr } = vicenda(['inspect', '-'], '{"format":"vicenda-plan","version":1}');
    expect([status, stdout]).toEqual([2, '']);
    expect(stderr.trim().split('\n')).toContain('$.site: is missing');
  });

  test.each([[['inspect', 'no-such-file.json']], [['explode', 'x']], [['inspect']], [['consequences', 'x']]])(
    'exits 2 on %p',
    (args) => expect(vicenda(args).status).toBe(2),
  );
});
