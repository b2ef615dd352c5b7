import type { PaletteItem } from '~/app/components/dialogs';
import { tools } from '~/core/bench';
import { ladders } from '~/core/catalogue';
import { athleteNames } from '~/db/queries/athletes';
import { who } from '~/server/principal/principal.server';
import type { Route } from './+types/palette';

export async function loader({ context }: Route.LoaderArgs): Promise<{ items: PaletteItem[] }> {
  const { practiceId } = who(context);
  const athletes = await athleteNames(practiceId);
  return {
    items: [
      ...['Today', 'Athletes', 'Screen', 'Season', 'Sessions', 'Library', 'Bench', 'Settings'].map(
        (label) => ({
          label,
          to: label === 'Today' ? '/' : `/${label.toLowerCase()}`,
          group: 'Places',
        }),
      ),
      ...tools.map(({ id, name }) => ({ label: name, to: `/bench/${id}`, group: 'Bench' })),
      ...ladders.map(({ id, name }) => ({ label: name, to: `/library/${id}`, group: 'Library' })),
      { label: 'Add an athlete', to: '/athletes/new', group: 'Actions' },
      { label: 'Import a roster', to: '/athletes/import', group: 'Actions' },
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
