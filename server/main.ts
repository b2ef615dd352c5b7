import { existsSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import { resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import { createRequestHandler } from '@react-router/express';
import compression from 'compression';
import express from 'express';
import { RouterContextProvider, type ServerBuild } from 'react-router';
import { closePool, ping, traced } from '~/db/client.server';
import { demoSignIn } from '~/demo/world-sign-in';
import { foreignWrite, headers, timing } from './http/headers';
import { countBytes } from './http/limits';
import { sayable } from './http/sayable';
import { type Jobs, startJobs } from './jobs/run';
import { nonceContext, requestAddressContext } from './principal/context';

const port = Number(process.env.PORT ?? 3100);
const buildFile = resolve('build/pages/server/index.js');

/** How long requests under way are waited for at SIGTERM. */
const drainMs = 60_000;
/** How long a request may take to send all of itself, and its headers; how often that is looked at. */
const patienceMs = Number(process.env.PILLAR_SLOW_MS ?? 60_000);
const slowMs = {
  headers: Math.min(10_000, patienceMs),
  whole: patienceMs,
  check: Math.min(5000, patienceMs),
};

/** Seasons of a squad that are planned side by side, and how long one under way is waited for at the end. */
const runners = 2;
const jobMs = 5000;

/** Tells the start script that starting again would not help. */
const refused = 78;

const say = (text: string) => process.stderr.write(`zest-pillar: ${text}\n`);

async function application(): Promise<express.Express> {
  if (!existsSync(buildFile)) throw new Error('there is no build: run bin/start.');
  const build = (await import(pathToFileURL(buildFile).href)) as ServerBuild;
  const app = express();
  app.disable('x-powered-by');
  // Behind a proxy the address is what the proxy says; how many of them there are is a setting, so that nobody forges one.
  app.set('trust proxy', Number(process.env.PILLAR_PROXIES ?? 0));
  app.use(compression());
  app.use('/assets', express.static('build/pages/client/assets', { immutable: true, maxAge: '1y' }));
  app.use(
    express.static('build/pages/client', {
      maxAge: '1h',
      // The worker is what says that there is a newer edition: it is asked for anew every time.
      setHeaders: (res, path) => {
        if (path.endsWith('worker.js')) res.setHeader('Cache-Control', 'no-cache');
      },
    }),
  );
  app.get('/healthz', async (_req, res) => {
    res
      .status((await ping()) ? 200 : 503)
      .type('text')
      .send();
  });
  app.use(headers);
  app.use((req, res, next) => {
    if (!foreignWrite(req)) return next();
    res.status(403).type('text').send('This form was sent from another site and was not accepted.');
  });
  app.use(countBytes);
  app.use((_req, res, next) => {
    const trace = { queries: 0 };
    timing(res, trace);
    traced(trace, next);
  });
  app.use(
    createRequestHandler({
      build,
      mode: 'production',
      getLoadContext(req, res) {
        const context = new RouterContextProvider();
        context.set(nonceContext, String(res.locals.nonce));
        context.set(requestAddressContext, req.ip ?? 'unknown');
        return context;
      },
    }),
  );
  return app;
}

/** Ends the program after the requests under way; who has asked once and will not wait for them asks again. */
function stopper(server: Server, jobs: Jobs): { stop: () => void; interrupt: () => void } {
  const end = () =>
    void jobs
      .stop()
      .then(closePool)
      .finally(() => process.exit(0));
  const now = () => {
    server.closeAllConnections();
    end();
    // What is planned for a squad is taken up again by the next start.
    setTimeout(() => process.exit(0), jobMs).unref();
  };
  let stopping = false;
  let interrupted = false;
  const stop = () => {
    if (stopping) return;
    stopping = true;
    server.close(end);
    server.closeIdleConnections();
    // Browsers keep connections open: those are closed as soon as nothing runs on them.
    const idle = setInterval(() => server.closeIdleConnections(), 200);
    setTimeout(() => {
      clearInterval(idle);
      now();
    }, drainMs).unref();
  };
  const interrupt = () => {
    if (interrupted) return now();
    interrupted = true;
    stop();
    server.getConnections((_, open) => {
      if (open > 0) say('waiting for what is under way (a minute at most); Ctrl-C again ends it now.');
    });
  };
  return { stop, interrupt };
}

async function main(): Promise<void> {
  const server = createServer(
    {
      headersTimeout: slowMs.headers,
      requestTimeout: slowMs.whole,
      connectionsCheckingInterval: slowMs.check,
    },
    await application(),
  );
  server.on('error', (error: NodeJS.ErrnoException) => {
    say(error.code === 'EADDRINUSE' ? `port ${port} is taken.` : error.message);
    process.exit(refused);
  });
  server.listen(port, '127.0.0.1', () => {
    const demo = process.env.PILLAR_EMPTY
      ? '  Set it up there in the browser.'
      : `  Demo sign-in ${demoSignIn.email}  ${demoSignIn.password}`;
    process.stdout.write(`\n  Zest Pillar  http://127.0.0.1:${port}\n${demo}\n  Ctrl-C stops it.\n\n`);
  });
  const { stop, interrupt } = stopper(server, startJobs(runners));
  process.on('SIGTERM', stop);
  process.on('SIGINT', interrupt);
  process.on('unhandledRejection', (reason) => say(sayable(reason)));
}

main().catch((error: unknown) => {
  say(error instanceof Error ? error.message : String(error));
  process.exit(refused);
});
