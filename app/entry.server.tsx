import { Writable } from 'node:stream';
import { renderToPipeableStream } from 'react-dom/server';
import {
  type EntryContext,
  isRouteErrorResponse,
  type RouterContextProvider,
  ServerRouter,
} from 'react-router';
import { still } from '~/app/lib/still.server';
import { isDatabaseDown } from '~/server/http/away';
import { sayable } from '~/server/http/sayable';
import { nonceContext } from '~/server/principal/context';

/** Errors the page itself shows (404, refused) are not logged again; a database that is away is one line. */
export function handleError(error: unknown, { request }: { request: Request }): void {
  if (request.signal.aborted || error instanceof Response || isRouteErrorResponse(error)) return;
  const path = new URL(request.url).pathname.replace(/[0-9a-f]{8}-[0-9a-f-]{27}/gi, ':id');
  if (isDatabaseDown(error)) process.stderr.write(`database away: ${request.method} ${path}\n`);
  else process.stderr.write(`error: ${request.method} ${path}: ${sayable(error)}\n`);
}

/** Does the route at hand say that its page is only read? */
function isStill({ routeModules, staticHandlerContext: { matches, errors } }: EntryContext): boolean {
  const handle = routeModules[matches.at(-1)?.route.id ?? '']?.handle as { still?: boolean } | undefined;
  return handle?.still === true && !errors;
}

export default function handleRequest(
  request: Request,
  status: number,
  headers: Headers,
  routerContext: EntryContext,
  loadContext: RouterContextProvider,
): Promise<Response> {
  const nonce = loadContext.get(nonceContext);
  let code = status;
  return new Promise((resolve, reject) => {
    const { pipe } = renderToPipeableStream(
      <ServerRouter context={routerContext} url={request.url} nonce={nonce} />,
      {
        nonce,
        onAllReady() {
          headers.set('Content-Type', 'text/html; charset=utf-8');
          headers.set('Cache-Control', 'no-store');
          // Nothing is streamed later, so the whole page goes out in one piece: it is gathered without ever waiting.
          const pieces: Uint8Array[] = [];
          pipe(
            new Writable({
              highWaterMark: Number.MAX_SAFE_INTEGER,
              write(piece, _encoding, next) {
                pieces.push(piece);
                next();
              },
              final(next) {
                const page = Buffer.concat(pieces);
                resolve(
                  new Response(isStill(routerContext) ? still(page.toString('utf8'), nonce) : page, {
                    headers,
                    status: code,
                  }),
                );
                next();
              },
            }),
          );
        },
        onShellError: reject,
        onError() {
          code = 500;
        },
      },
    );
  });
}
