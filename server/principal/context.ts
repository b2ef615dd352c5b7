import { createContext } from 'react-router';

/**
 * Contexts are compared by identity, and the server and the built application each load this module: the global
 * registry makes them one.
 */
function shared<T>(name: string, make: () => T): T {
  const key = Symbol.for(`zest-pillar.${name}`);
  const holder = globalThis as unknown as Record<symbol, T>;
  holder[key] ??= make();
  return holder[key];
}

/** The nonce that lets our own inline script run. */
export const nonceContext = shared('nonce', () => createContext<string>(''));
/** Where the request came from, for the rate limit. */
export const requestAddressContext = shared('address', () => createContext<string>('unknown'));
