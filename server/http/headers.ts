import { randomBytes } from 'node:crypto';
import type { NextFunction, Request, Response } from 'express';
import helmet from 'helmet';
import onHeaders from 'on-headers';

/** Is the program reached by TLS? Then browsers are told to keep to it. */
const overTls = process.env.PILLAR_HTTPS === '1';

const rules = helmet({
  contentSecurityPolicy: {
    useDefaults: false,
    directives: {
      defaultSrc: ["'self'"],
      // The season's solver is WebAssembly, from here alone.
      scriptSrc: [
        "'self'",
        (_req, res) => `'nonce-${String((res as Response).locals.nonce)}'`,
        "'wasm-unsafe-eval'",
      ],
      styleSrc: ["'self'", "'unsafe-inline'"],
      imgSrc: ["'self'", 'data:', 'blob:'],
      fontSrc: ["'self'"],
      connectSrc: ["'self'"],
      workerSrc: ["'self'"],
      frameAncestors: ["'none'"],
      baseUri: ["'none'"],
      formAction: ["'self'"],
      objectSrc: ["'none'"],
    },
  },
  strictTransportSecurity: overTls && { maxAge: 31_536_000, includeSubDomains: false },
  referrerPolicy: { policy: 'same-origin' },
  frameguard: { action: 'deny' },
});

/** No inline script but ours (by nonce), nothing from elsewhere, no framing; nothing of a practice stays in a cache. */
export function headers(req: Request, res: Response, next: NextFunction): void {
  res.locals.nonce = randomBytes(16).toString('base64');
  res.set('Permissions-Policy', 'camera=(), microphone=(), geolocation=()');
  onHeaders(res, () => {
    if (!res.hasHeader('Cache-Control')) res.setHeader('Cache-Control', 'private, no-store');
  });
  rules(req, res, next);
}

/** Says how long an answer took, and how many queries. */
export function timing(res: Response, trace: { readonly queries: number }): void {
  const started = performance.now();
  onHeaders(res, () => {
    res.setHeader(
      'Server-Timing',
      `app;dur=${(performance.now() - started).toFixed(1)}, db;desc="${trace.queries} queries"`,
    );
  });
}

/** A write must come from our own pages: the browser says where it comes from. */
export function foreignWrite(req: Request): boolean {
  if (req.method === 'GET' || req.method === 'HEAD') return false;
  const site = req.get('sec-fetch-site');
  if (site) return site !== 'same-origin' && site !== 'none';
  const origin = req.get('origin');
  if (origin === undefined) return false;
  return !URL.canParse(origin) || new URL(origin).host !== req.get('host');
}
