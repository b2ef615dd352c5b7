import { Links, Meta, Outlet, Scripts, ScrollRestoration, useRouteLoaderData } from 'react-router';
import { nonceContext } from '~/server/principal/context';
import type { Route } from './+types/root';
import { WholePageError } from './components/error-page';
import { EditionProvider } from './lib/edition';
import { keepThePage, useKeptPage } from './lib/kept-page';
import { themeIn } from './lib/theme';
import './styles/app.css';

export function loader({ context, request }: Route.LoaderArgs) {
  return { nonce: context.get(nonceContext), theme: themeIn(request.headers.get('cookie')) };
}

/** The nonce is for the first document only; nothing in it changes later. */
export const shouldRevalidate = () => false;

export const clientMiddleware: Route.ClientMiddlewareFunction[] = [
  keepThePage as Route.ClientMiddlewareFunction,
];

export const links: Route.LinksFunction = () => [
  { rel: 'icon', href: '/favicon.svg', type: 'image/svg+xml' },
  { rel: 'apple-touch-icon', href: '/apple-touch-icon.png' },
];

export function Layout({ children }: { children: React.ReactNode }) {
  const root = useRouteLoaderData<typeof loader>('root');
  const nonce = root?.nonce;
  const theme = root?.theme;
  return (
    <html
      lang="en"
      data-theme={theme === 'system' ? undefined : theme}
      // A choice made on the page stands on the element.
      suppressHydrationWarning
    >
      <head>
        <meta charSet="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        <meta name="theme-color" content="#26242e" />
        <Meta />
        <Links />
      </head>
      <body>
        {children}
        <ScrollRestoration nonce={nonce} />
        <Scripts nonce={nonce} />
      </body>
    </html>
  );
}

export default function Root() {
  useKeptPage();
  return (
    <EditionProvider>
      <Outlet />
    </EditionProvider>
  );
}

export function ErrorBoundary() {
  return <WholePageError />;
}
