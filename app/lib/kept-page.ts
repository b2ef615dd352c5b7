import { useContext, useEffect } from 'react';
import { type ClientLoaderFunctionArgs, isRouteErrorResponse, UNSAFE_DataRouterContext } from 'react-router';

/**
 * A page that is open stays as it is when it is looked at again and the server cannot be reached: somebody at the mat whose
 * network goes in that moment must not lose the session to an error.
 */

export type Router = NonNullable<React.ContextType<typeof UNSAFE_DataRouterContext>>['router'];

/** What a route's loader gave, as the router hands it on. */
type Results = Record<string, { readonly type: 'data' | 'error'; readonly result?: unknown }>;

let page: Router | undefined;

/** Tells which page is open; called once, at the root. */
export function useKeptPage(): void {
  const router = useContext(UNSAFE_DataRouterContext)?.router;
  useEffect(() => {
    page = router;
  }, [router]);
}

/** No answer, or one that says that the server cannot answer now. A refusal and a way to elsewhere are answers. */
const isUnanswered = (error: unknown): boolean =>
  !(error instanceof Response) && !(isRouteErrorResponse(error) && error.status < 500);

/**
 * What is there in place of what could not be had.
 *
 * @param there what the page's routes were given before
 */
export function keptResults(results: Results, there: Readonly<Record<string, unknown>>): Results {
  return Object.fromEntries(
    Object.entries(results).map(([routeId, one]) => [
      routeId,
      one.type === 'error' && routeId in there && isUnanswered(one.result)
        ? { type: 'data', result: there[routeId] }
        : one,
    ]),
  );
}

/** Stands around everything the pages ask of the server. Somebody who goes to another page is told when it cannot be had. */
export async function keepThePage(
  { request }: Pick<ClientLoaderFunctionArgs, 'request'>,
  next: () => Promise<unknown>,
): Promise<unknown> {
  const results = await next();
  return page && request.method === 'GET' && page.state.navigation.state === 'idle'
    ? keptResults(results as Results, page.state.loaderData)
    : results;
}
