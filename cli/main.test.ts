import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
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

  test('proposes shifts for the open part of a plan, whose bound is checked again', () => {
    const folder = mkdtempSync(join(tmpdir(), 'vicenda-cli-'));
    const example = JSON.parse(readFileSync('docs/example-plan.json', 'utf8')) as object;
    const [plan, proposal] = ['plan.json', 'proposal.json'].map((name) => join(folder, name));
    writeFileSync(plan, JSON.stringify({ ...example, shifts: [] }));
    const proposed = vicenda(['propose', '--seed', '3', plan]);
    const told = JSON.parse(proposed.stdout) as {
      readonly shifts: object[];
      readonly missingMinutes: number;
      readonly leastMissingMinutes: number;
      readonly gapToBound: number;
      readonly weeks: { readonly bound: number }[];
    };
    expect(proposed.status).toBe(0);
    expect(told.shifts.length).toBeGreaterThan(0);
    expect(told.missingMinutes).toBe(told.leastMissingMinutes);
    expect(told.gapToBound).toBe(0);
    writeFileSync(proposal, proposed.stdout);
    const check = () => JSON.parse(vicenda(['check-bound', proposal, plan]).stdout) as object;
    expect(check()).toMatchObject({ holds: true });
    // What claims more than its prices prove does not hold.
    const [week] = told.weeks;
    writeFileSync(proposal, JSON.stringify({ ...told, weeks: [{ ...week, bound: week.bound + 1 }] }));
    expect(check()).toMatchObject({ holds: false });
    rmSync(folder, { recursive: true });
  });

  test('says what is wrong with a proposal that is none', () => {
    const { status, stderr } = vicenda(['check-bound', '-', 'docs/example-plan.json'], '{"shifts":[]}');
    expect(status).toBe(2);
    expect(stderr).toContain('$.weeks');
  });

  test('says each fault on a line of its own and exits 2', () => {
    const { status, stdout, stderr } = vicenda(['inspect', '-'], '{"format":"vicenda-plan","version":1}');
    expect([status, stdout]).toEqual([2, '']);
    expect(stderr.trim().split('\n')).toContain('$.site: is missing');
  });

  test.each([
    [['inspect', 'no-such-file.json']],
    [['explode', 'x']],
    [['inspect']],
    [['consequences', 'x']],
    [['propose', '--seconds', 'x', 'y']],
    [['check-bound', 'x']],
    [['inspect', '--seed', '1', 'x']],
  ])('exits 2 on %p', (args) => expect(vicenda(args).status).toBe(2));
});
