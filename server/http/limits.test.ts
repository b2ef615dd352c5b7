import { createServer, request, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import express from 'express';
import { bytesFor, countBytes } from './limits';
import { sayable } from './sayable';

let server: Server;
/** What a reader of the body saw end, in bytes. */
const ended: number[] = [];
beforeAll(
  () =>
    new Promise<void>((resolve) => {
      const app = express();
      app.use(countBytes);
      app.use((req, res) => {
        let n = 0;
        req.on('data', (chunk: Buffer) => {
          n += chunk.length;
        });
        req.on('end', () => {
          ended.push(n);
          res.send(String(n));
        });
      });
      server = createServer(app).listen(0, '127.0.0.1', resolve);
    }),
);
afterAll(() => server.close());

/** Sends bytes in pieces, without saying how many; gives the status. */
const send = (path: string, bytes: number): Promise<number> =>
  new Promise((resolve, reject) => {
    const { port } = server.address() as AddressInfo;
    const call = request({ port, host: '127.0.0.1', path, method: 'POST' }, (res) => {
      res.resume();
      resolve(res.statusCode ?? 0);
    });
    call.on('error', reject);
    const piece = Buffer.alloc(4096, 'x');
    for (let sent = 0; sent < bytes; sent += piece.length) call.write(piece);
    call.end();
  });

describe('bytes', () => {
  it('are counted as they come, not as the header says', async () => {
    expect(await send('/sign-in', 16 * 1024)).toBe(200);
    expect(await send('/sign-in', 20 * 1024)).toBe(413);
    expect(await send('/athletes/new', 200 * 1024)).toBe(200);
    expect(await send('/athletes/new', 300 * 1024)).toBe(413);
  });
  it('past the limit are never handed on as a whole body', async () => {
    ended.length = 0;
    expect(await send('/sign-in', 64 * 1024)).toBe(413);
    expect(await send('/sign-in', 4096)).toBe(200);
    expect(ended).toEqual([4096]);
  });
  it('without an end are answered, and cut soon after', async () => {
    const { port } = server.address() as AddressInfo;
    const call = request({ port, host: '127.0.0.1', path: '/sign-in', method: 'POST' });
    const status = new Promise<number | undefined>((resolve) => {
      call.on('response', (res) => {
        res.resume();
        resolve(res.statusCode);
      });
    });
    const cut = new Promise<void>((resolve) => call.on('close', resolve));
    call.on('error', () => undefined);
    const more = setInterval(() => call.write(Buffer.alloc(4096, 'x')), 20);
    expect(await status).toBe(413);
    await cut;
    clearInterval(more);
  });
  it('are few at the door and many where files come in', () => {
    expect(bytesFor('/sign-in')).toBe(16_384);
    expect(bytesFor('/sign-in.data')).toBe(16_384);
    expect(bytesFor('/sync')).toBeGreaterThan(20_000_000);
    expect(bytesFor('/settings')).toBe(262_144);
  });
});

it('a log never holds the parameters of a query', () => {
  const said = sayable(new Error('Failed query: select 1 where x = $1\nparams: Pia,1993-05-04'));
  expect(said).toContain('Failed query');
  expect(said).not.toContain('Pia');
});
