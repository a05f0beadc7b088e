import { type ChildProcess, execFileSync, spawn } from 'node:child_process';
import { copyFileSync, mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { request as httpRequest } from 'node:http';
import { request as httpsRequest } from 'node:https';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Browser, BrowserContext, Page } from '@playwright/test';

/** The Tuesday that the browser tests live in. */
export const NOW = '2026-11-24T10:00:00Z';
export const WEEK = '2026-11-23';

/** The folders of the demo as it was made for these flags and this time: once for all files of tests. */
const made = new Map<string, string>();

function demoMade(flags: readonly string[], env: NodeJS.ProcessEnv): string {
  const key = [...flags, env.VICENDA_NOW].join();
  const there = made.get(key);
  if (there) return there;
  const folder = mkdtempSync(join(tmpdir(), 'vicenda-e2e-demo-'));
  execFileSync('node', ['--import', 'tsx', 'scripts/make-demo.ts', ...flags], {
    env: { ...env, VICENDA_DATA: folder },
    stdio: 'ignore',
  });
  process.on('exit', () => rmSync(folder, { recursive: true, force: true }));
  made.set(key, folder);
  return folder;
}

/** The application on demo data of its own, which can be stopped and started again. */
export class DemoServer {
  private process: ChildProcess | null = null;
  private port = 0;
  private printed = '';
  /** The session of the owner, as a browser would send it. */
  private cookie = '';

  constructor(
    readonly folder = mkdtempSync(join(tmpdir(), 'vicenda-e2e-')),
    /** What else stands in its environment. */
    private readonly more: Readonly<Record<string, string>> = {},
  ) {}

  /** Another process on the same data file, at a port of its own; to be started and stopped. */
  beside(): DemoServer {
    const other = new DemoServer(this.folder);
    other.cookie = this.cookie;
    return other;
  }

  get url(): string {
    return `${this.more.VICENDA_TLS_CERT ? 'https' : 'http'}://localhost:${this.port}`;
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
      ...this.more,
    };
  }

  /** Makes the demo data and starts. `flags` as for `npm run demo`. */
  async begin(...flags: string[]): Promise<void> {
    mkdirSync(this.folder, { recursive: true });
    copyFileSync(join(demoMade(flags, this.env), 'vicenda.db'), this.dataFile);
    await this.start();
    // Behind a certificate of its own only browsers that are told to trust it get in.
    if (!this.more.VICENDA_TLS_CERT) this.cookie = await this.sessionOf('demo-owner');
  }

  /** Starts on an empty folder, and makes its owner. */
  async beginEmpty(): Promise<void> {
    await this.start();
    const owner = { name: 'Runa Deering', email: 'runa@saltmere.example', password: 'saltmere tides' };
    this.cookie = await this.cookieFrom('/api/first-owner', { code: this.setUpCode, ...owner });
  }

  /** What the terminal shows to whoever starts on an empty folder. */
  get setUpCode(): string {
    return /with this code: (\S+)/.exec(this.printed)?.[1] ?? '';
  }

  /** What goes with a request of the owner that no browser sends. */
  get headers(): Record<string, string> {
    return { origin: this.url, cookie: this.cookie };
  }

  /** A session of one of the demo's accounts, as the header that sends it. */
  async sessionOf(account: string): Promise<string> {
    return this.cookieFrom('/api/sign-in/demo', { account });
  }

  /** Signs a browser in: as the owner, or as another account of the demo. */
  async signIn(context: BrowserContext, account?: string): Promise<void> {
    const [name, value] = (account === undefined ? this.cookie : await this.sessionOf(account)).split('=');
    await context.addCookies([{ name, value, url: this.url }]);
  }

  /** A page of another browser that is signed in. */
  async otherPage(browser: Browser, account?: string): Promise<Page> {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    await this.signIn(context, account);
    return context.newPage();
  }

  private async cookieFrom(path: string, body: object): Promise<string> {
    const answer = await fetch(`${this.url}${path}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: this.url },
      body: JSON.stringify(body),
    });
    const [cookie] = (answer.headers.get('set-cookie') ?? '').split(';');
    if (!cookie) throw new Error(`${path} opened no session: ${await answer.text()}`);
    return cookie;
  }

  async start(): Promise<void> {
    this.port ||= await freePort();
    this.process = spawn('node', ['scripts/server.mjs'], {
      env: this.env,
      stdio: ['ignore', 'ignore', 'pipe'],
    });
    this.process.stderr!.on('data', (part: Buffer) => (this.printed += part.toString()));
    const until = Date.now() + 30_000;
    for (;;) {
      if (await this.answers()) return;
      if (Date.now() > until) throw new Error('the server did not start');
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
  }

  /** Whether it answers anything, by whatever certificate. */
  private answers(): Promise<boolean> {
    const { hostname, port } = new URL(this.url);
    return new Promise((resolve) => {
      const ask = this.url.startsWith('https:') ? httpsRequest : httpRequest;
      const request = ask({ hostname, port, path: '/', rejectUnauthorized: false }, (response) => {
        response.resume();
        resolve(true);
      });
      request.on('error', () => resolve(false));
      request.end();
    });
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

  /** From now on it takes connections and answers nothing, until it goes on. */
  hang(): void {
    this.process?.kill('SIGSTOP');
  }

  goOn(): void {
    this.process?.kill('SIGCONT');
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

/** A port that nobody listens at, below those that the system gives to outgoing connections: it stays free while the server is stopped. */
async function freePort(): Promise<number> {
  for (;;) {
    const port = 20_000 + Math.floor(Math.random() * 10_000);
    if (await isFree(port)) return port;
  }
}

function isFree(port: number): Promise<boolean> {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.once('error', () => resolve(false));
    probe.listen(port, () => probe.close(() => resolve(true)));
  });
}
