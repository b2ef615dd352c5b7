import { href } from 'react-router';
import type { Route } from './+types/manifest';

/** The same program, beginning at this athlete's card when it is put on a phone's first page. */
export function loader({ params }: Route.LoaderArgs): Response {
  const start = href('/own/:token', { token: params.token });
  return Response.json(
    {
      name: 'Zest Pillar, my card',
      short_name: 'My card',
      id: start,
      start_url: start,
      scope: start,
      display: 'standalone',
      background_color: '#f3eee2',
      theme_color: '#26242e',
      icons: [
        { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
        { src: '/icon-512.png', sizes: '512x512', type: 'image/png' },
        { src: '/icon-maskable.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
      ],
    },
    { headers: { 'Content-Type': 'application/manifest+json' } },
  );
}
