import { createServer, request, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import express from 'express';
import { bytesFor, countBytes } from './limits';
import { sayable } from './sayable';

let server: Server;
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
        req.on('end', () => res.send(String(n)));
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
