import { randomBytes } from 'node:crypto';
import { existsSync } from 'node:fs';
import { createServer } from 'node:http';
import { createRequestHandler } from '@react-router/express';
import compression from 'compression';
import express from 'express';
import pino from 'pino';
import { RouterContextProvider, type ServerBuild } from 'react-router';
import { closePool, ping, traced } from '~/db/client.server';
import { demoSignIn } from '~/demo/world-sign-in';
import { nonceContext, requestAddressContext } from './principal/context';

const log = pino({ level: process.env.PILLAR_LOG ?? 'warn' });
const port = Number(process.env.PORT ?? 3100);
const buildFile = new URL('../build/server/index.js', import.meta.url);

/** No inline script but ours (by nonce), nothing from elsewhere, no framing. */
function securityHeaders(nonce: string): Record<string, string> {
  return {
    'Content-Security-Policy': `default-src 'self'; script-src 'self' 'nonce-${nonce}'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; font-src 'self'; connect-src 'self'; worker-src 'self'; frame-ancestors 'none'; base-uri 'none'; form-action 'self'; object-src 'none'`,
    'X-Content-Type-Options': 'nosniff',
    'Referrer-Policy': 'same-origin',
    'Permissions-Policy': 'camera=(), microphone=(), geolocation=()',
  };
}

/** A write must come from our own pages: the browser says where it comes from. */
function foreignWrite(req: express.Request): boolean {
  if (req.method === 'GET' || req.method === 'HEAD') return false;
  const site = req.get('sec-fetch-site');
  if (site) return site !== 'same-origin' && site !== 'none';
  const origin = req.get('origin');
  return origin !== undefined && new URL(origin).host !== req.get('host');
}

async function main(): Promise<void> {
  if (!existsSync(buildFile)) throw new Error('there is no build: run bin/start.');
  const build = (await import(buildFile.href)) as ServerBuild;
  const app = express();
  app.disable('x-powered-by');
  app.use(compression());
  app.use('/assets', express.static('build/client/assets', { immutable: true, maxAge: '1y' }));
  app.use(express.static('build/client', { maxAge: '1h' }));
  app.get('/healthz', async (_req, res) => {
    res
      .status((await ping()) ? 200 : 503)
      .type('text')
      .send();
  });
  app.use((req, res, next) => {
    const nonce = randomBytes(16).toString('base64');
    res.locals.nonce = nonce;
    res.set(securityHeaders(nonce));
    if (foreignWrite(req)) {
      res.status(403).type('text').send('This form was sent from another site and was not accepted.');
      return;
    }
    const length = Number(req.get('content-length') ?? 0);
    if (length > 64 * 1024 * 1024) {
      res.status(413).type('text').send('This upload is larger than 64 MB and was not read.');
      return;
    }
    const started = performance.now();
    const trace = { queries: 0 };
    const writeHead = res.writeHead.bind(res);
    res.writeHead = ((...args: Parameters<typeof res.writeHead>) => {
      if (!res.headersSent)
        res.setHeader(
          'Server-Timing',
          `app;dur=${(performance.now() - started).toFixed(1)}, db;desc="${trace.queries} queries"`,
        );
      return writeHead(...args);
    }) as typeof res.writeHead;
    traced(trace, next);
  });
  app.use(
    createRequestHandler({
      build,
      mode: 'production',
      getLoadContext(req, res) {
        const context = new RouterContextProvider();
        context.set(nonceContext, String(res.locals.nonce));
        context.set(requestAddressContext, req.socket.remoteAddress ?? 'unknown');
        return context;
      },
    }),
  );

  const server = createServer(app);
  server.on('error', (error: NodeJS.ErrnoException) => {
    process.stderr.write(
      error.code === 'EADDRINUSE'
        ? `zest-pillar: port ${port} is taken.\n`
        : `zest-pillar: ${error.message}\n`,
    );
    process.exit(1);
  });
  server.listen(port, '127.0.0.1', () => {
    process.stdout.write(
      `\n  Zest Pillar  http://127.0.0.1:${port}\n  Demo sign-in ${demoSignIn.email}  ${demoSignIn.password}\n  Ctrl-C stops it.\n\n`,
    );
  });

  let stopping = false;
  const stop = () => {
    if (stopping) return;
    stopping = true;
    server.close(() => closePool().then(() => process.exit(0)));
    server.closeIdleConnections();
    setTimeout(() => server.closeAllConnections(), 1000).unref();
    setTimeout(() => process.exit(0), 5000).unref();
  };
  process.on('SIGTERM', stop);
  process.on('SIGINT', stop);
  process.on('unhandledRejection', (reason) => log.error({ reason }, 'unhandled rejection'));
}

main().catch((error: unknown) => {
  process.stderr.write(`zest-pillar: ${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
});
