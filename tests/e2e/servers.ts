import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { createServer } from 'node:net';
import { expect } from '@playwright/test';

/** Servers of one's own beside the demo, on its database. */

export interface Running {
  readonly child: ChildProcess;
  readonly url: string;
  readonly said: () => string;
}

const started: ChildProcess[] = [];

async function freePort(): Promise<number> {
  const server = createServer().listen(0, '127.0.0.1');
  await once(server, 'listening');
  const address = server.address();
  server.close();
  return typeof address === 'object' && address ? address.port : 0;
}

/** @param cwd where its build stands */
export async function aServer(env: Record<string, string> = {}, cwd = process.cwd()): Promise<Running> {
  const port = String(await freePort());
  const child = spawn('node', ['build/programs/main.js'], {
    cwd,
    env: { ...process.env, NODE_ENV: 'production', ...env, PORT: port },
  });
  started.push(child);
  let text = '';
  child.stderr?.on('data', (chunk: Buffer) => {
    text += chunk.toString();
  });
  const url = `http://127.0.0.1:${port}`;
  const health = () =>
    fetch(`${url}/healthz`).then(
      ({ status }) => status,
      () => 0,
    );
  await expect.poll(health, { timeout: 30_000 }).toBe(200);
  return { child, url, said: () => text };
}

export function endServers(): void {
  for (const child of started) if (child.exitCode === null) child.kill('SIGKILL');
}
