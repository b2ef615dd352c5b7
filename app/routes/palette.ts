import type { PaletteItem } from '~/app/components/dialogs';
import { tools } from '~/core/bench';
import { athleteNames } from '~/db/queries/athletes';
import { can } from '~/server/principal/can';
import { principalIn } from '~/server/principal/middleware.server';
import type { Route } from './+types/palette';

export async function loader({ context }: Route.LoaderArgs): Promise<{ items: PaletteItem[] }> {
  const principal = principalIn(context);
  const athletes = await athleteNames(principal.practiceId);
  const { ladders } = principal.trade;
  return {
    items: [
      ...['Today', 'Athletes', 'Screen', 'Season', 'Sessions', 'Library', 'Bench'].map((label) => ({
        label,
        to: label === 'Today' ? '/' : `/${label.toLowerCase()}`,
        group: 'Places',
      })),
      ...tools.map(({ id, name }) => ({ label: name, to: `/bench/${id}`, group: 'Bench' })),
      ...ladders.map(({ id, name }) => ({ label: name, to: `/library/${id}`, group: 'Library' })),
      { label: 'Add an athlete', to: '/athletes/new', group: 'Actions' },
      ...(can(principal, 'athlete.import')
        ? [{ label: 'Import a roster', to: '/athletes/import', group: 'Actions' }]
        : []),
      ...(can(principal, 'settings.change') ? [{ label: 'Settings', to: '/settings', group: 'Places' }] : []),
      ...(can(principal, 'staff.manage')
        ? [
            { label: 'Staff', to: '/settings/staff', group: 'Places' },
            { label: 'What was done', to: '/settings/trail', group: 'Places' },
          ]
        : []),
      ...athletes.map(({ id, name }) => ({ label: name, to: `/athletes/${id}`, group: 'Athletes' })),
      ...athletes.map(({ id, name }) => ({
        label: `Screen ${name}`,
        to: `/athletes/${id}/screen`,
        group: 'Screen',
      })),
      ...athletes.map(({ id, name }) => ({
        label: `Card of ${name}`,
        to: `/athletes/${id}/coach`,
        group: 'Card',
      })),
    ],
  };
}
