import { index, layout, type RouteConfig, route } from '@react-router/dev/routes';

export default [
  route('sign-in', 'routes/auth/sign-in.tsx'),
  route('sign-out', 'routes/auth/sign-out.tsx'),
  layout('routes/signed-in.tsx', [
    layout('routes/frame.tsx', [
      index('routes/today.tsx'),
      route('athletes', 'routes/athletes/list.tsx'),
      route('athletes/new', 'routes/athletes/new.tsx'),
      route('athletes/import', 'routes/athletes/import.tsx'),
      route('athletes/import/:draftId', 'routes/athletes/import-preview.tsx'),
      route('screen', 'routes/screen/due.tsx'),
      route('season', 'routes/plan/seasons.tsx'),
      route('sessions', 'routes/coach/sessions.tsx'),
      route('library', 'routes/library/wall.tsx'),
      route('library/:ladderId', 'routes/library/ladder.tsx'),
      route('settings', 'routes/settings.tsx'),
      route('athletes/:athleteId', 'routes/athletes/frame.tsx', [
        index('routes/athletes/overview.tsx'),
        route('edit', 'routes/athletes/edit.tsx'),
        route('clear', 'routes/clear/clear.tsx'),
        route('screen', 'routes/screen/battery.tsx'),
        route('link', 'routes/link/link.tsx'),
        route('plan', 'routes/plan/plan.tsx'),
        route('coach', 'routes/coach/week.tsx'),
        route('coach/:sessionId/log', 'routes/coach/log.tsx'),
        route('review', 'routes/review/review.tsx'),
      ]),
    ]),
    route('athletes/:athleteId/screen/:screeningId', 'routes/screen/station.tsx'),
    route('athletes/:athleteId/card', 'routes/coach/card.tsx'),
    route('athletes/:athleteId/sessions.ics', 'routes/coach/ics.ts'),
    route('athletes/:athleteId/flags', 'routes/athletes/flags.ts'),
    route('palette', 'routes/palette.ts'),
    route('trials', 'routes/screen/trials.ts'),
  ]),
  route('*', 'routes/not-found.tsx'),
] satisfies RouteConfig;
