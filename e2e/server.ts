import { type ChildProcess, execFileSync, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** The Tuesday that the browser tests live in. */
export const NOW = '2026-11-24T10:00:00Z';
export const WEEK = '2026-11-23';

/** The application on demo data of its own, which can be stopped and started again. */
export class DemoServer {
  private process: ChildProcess | null = null;
  private port = 0;

  constructor(private readonly folder = mkdtempSync(join(tmpdir(), 'vicenda-e2e-'))) {}

  /** Another process on the same data file, at a port of its own; to be started and stopped. */
  beside(): DemoServer {
    return new DemoServer(this.folder);
  }

  get url(): string {
    return `http://localhost:${this.port}`;
  }

  get dataFile(): string {
    return join(this.folder, 'vicenda.db');
  }

  private get env() {
    return {
      ...process.env,
      NODE_ENV: 'production' as const,
      PORT: String(this.port),
      VICENDA_DATA: this.folder,
      VICENDA_NOW: NOW,
      NEXT_TELEMETRY_DISABLED: '1',
    };
  }

  /** Makes the demo data and starts. `flags` as for `npm run demo`. */
  async begin(...flags: string[]): Promise<void> {
    execFileSync('node', ['--import', 'tsx', 'scripts/make-demo.ts', ...flags], { env: this.env });
    await this.start();
  }

  /** Starts on an empty folder. */
  async beginEmpty(): Promise<void> {
    await this.start();
  }

  async start(): Promise<void> {
    this.port ||= await freePort();
    this.process = spawn('node', ['scripts/server.mjs'], { env: this.env, stdio: 'ignore' });
    const until = Date.now() + 30_000;
    for (;;) {
      const answered = await fetch(this.url, { redirect: 'manual' }).catch(() => null);
      if (answered) return;
      if (Date.now() > until) throw new Error('the server did not start');
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
  }

  async stop(): Promise<void> {
    await this.endWith('SIGTERM');
  }

  /** Ends the process as a power cut would. */
  async kill(): Promise<void> {
    await this.endWith('SIGKILL');
  }

  private async endWith(signal: 'SIGTERM' | 'SIGKILL'): Promise<void> {
    const running = this.process;
    this.process = null;
    if (!running || running.exitCode !== null) return;
    const gone = new Promise((resolve) => running.once('exit', resolve));
    running.kill(signal);
    await gone;
  }

  get pid(): number | undefined {
    return this.process?.pid;
  }

  async end(): Promise<void> {
    await this.stop();
    rmSync(this.folder, { recursive: true, force: true });
  }

  /** What starting prints when the data file cannot be used, with the exit code. */
  async refusal(): Promise<{ code: number | null; text: string }> {
    this.port ||= await freePort();
    const child = spawn('node', ['scripts/server.mjs'], { env: this.env });
    let text = '';
    child.stdout.on('data', (part: Buffer) => (text += part.toString()));
    child.stderr.on('data', (part: Buffer) => (text += part.toString()));
    const timer = setTimeout(() => child.kill('SIGKILL'), 20_000);
    const code = await new Promise<number | null>((resolve) => child.once('exit', resolve));
    clearTimeout(timer);
    return { code, text };
  }
}

function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.listen(0, () => {
      const address = probe.address();
      probe.close(() => resolve(typeof address === 'object' && address ? address.port : 0));
    });
  });
}
