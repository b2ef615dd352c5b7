import { href } from 'react-router';
import type { PaletteItem } from '~/app/components/dialogs';
import { tools } from '~/core/bench';
import { can } from '~/server/principal/can';
import { principalIn } from '~/server/principal/middleware.server';
import { athleteList } from '~/server/views/practice';
import type { Route } from './+types/palette';

export async function loader({ context }: Route.LoaderArgs): Promise<{ items: PaletteItem[] }> {
  const principal = principalIn(context);
  const athletes = await athleteList(principal);
  const { ladders } = principal.trade;
  return {
    items: [
      ...['Today', 'Athletes', 'Screen', 'Season', 'Sessions', 'Library', 'Bench'].map((label) => ({
        label,
        to: label === 'Today' ? '/' : `/${label.toLowerCase()}`,
        group: 'Places',
      })),
      ...tools.map(({ id, name }) => ({
        label: name,
        to: href('/bench/:toolId', { toolId: id }),
        group: 'Bench',
      })),
      ...ladders.map(({ id, name }) => ({
        label: name,
        to: href('/library/:ladderId', { ladderId: id }),
        group: 'Library',
      })),
      { label: 'Add an athlete', to: href('/athletes/new'), group: 'Actions' },
      ...(can(principal, 'athlete.import')
        ? [{ label: 'Import a roster', to: href('/athletes/import'), group: 'Actions' }]
        : []),
      ...(can(principal, 'settings.change')
        ? [{ label: 'Settings', to: href('/settings'), group: 'Places' }]
        : []),
      ...(can(principal, 'staff.manage')
        ? [
            { label: 'Staff', to: href('/settings/staff'), group: 'Places' },
            { label: 'Record of changes', to: href('/settings/trail'), group: 'Places' },
          ]
        : []),
      ...athletes.map(({ id, name }) => ({
        label: name,
        to: href('/athletes/:athleteId', { athleteId: id }),
        group: 'Athletes',
      })),
      ...athletes.map(({ id, name }) => ({
        label: `Screen ${name}`,
        to: href('/athletes/:athleteId/screen', { athleteId: id }),
        group: 'Screen',
      })),
      ...athletes.map(({ id, name }) => ({
        label: `Card of ${name}`,
        to: href('/athletes/:athleteId/coach', { athleteId: id }),
        group: 'Card',
      })),
    ],
  };
}
