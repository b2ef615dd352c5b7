import { index, layout, type RouteConfig, route } from '@react-router/dev/routes';

/**
 * The addresses. Views stand inside the frame, and each inside a page of its own, so that an error keeps the rail and the
 * athlete's path. A write has an address of its own unless it is the one thing its page is for.
 */
export default [
  route('sign-in', 'routes/auth/sign-in.tsx'),
  route('sign-out', 'routes/auth/sign-out.tsx'),
  route('set-up', 'routes/auth/set-up.tsx'),
  layout('routes/signed-in.tsx', [
    layout('routes/frame.tsx', [
      layout('routes/page.tsx', [
        index('routes/today.tsx'),
        route('athletes', 'routes/athletes/list.tsx'),
        route('athletes/new', 'routes/athletes/new.tsx'),
        route('athletes/import', 'routes/athletes/import.tsx'),
        route('athletes/import/:draftId', 'routes/athletes/import-preview.tsx'),
        route('screen', 'routes/screen/due.tsx'),
        route('screen/trust', 'routes/screen/trust.tsx'),
        route('screen/squad', 'routes/screen/squad.tsx'),
        route('season', 'routes/plan/seasons.tsx'),
        route('sessions', 'routes/coach/sessions.tsx'),
        route('proposals', 'routes/coach/all-proposals.tsx'),
        route('library', 'routes/library/wall.tsx'),
        route('library/tests', 'routes/library/tests.tsx'),
        route('library/rules', 'routes/library/rules.tsx'),
        route('library/:ladderId', 'routes/library/ladder.tsx'),
        route('bench', 'routes/bench/bench.tsx'),
        route('bench/:toolId', 'routes/bench/tool.tsx'),
        route('settings', 'routes/settings/settings.tsx'),
        route('settings/staff', 'routes/settings/staff.tsx'),
        route('settings/password', 'routes/settings/password.tsx'),
        route('settings/trail', 'routes/settings/trail.tsx'),
        route('athletes/:athleteId', 'routes/athletes/frame.tsx', [
          layout('routes/athletes/page.tsx', [
            index('routes/athletes/overview.tsx'),
            route('edit', 'routes/athletes/edit.tsx'),
            route('clear', 'routes/clear/clear.tsx'),
            route('screen', 'routes/screen/battery.tsx'),
            route('results', 'routes/screen/results.tsx'),
            route('recordings', 'routes/screen/recordings.tsx'),
            route('traces/:traceId', 'routes/screen/trace.tsx'),
            route('stills/:stillId', 'routes/screen/still.tsx'),
            route('link', 'routes/link/link.tsx'),
            route('plan', 'routes/plan/plan.tsx'),
            route('coach', 'routes/coach/week.tsx'),
            route('coach/unplanned', 'routes/coach/unplanned.tsx'),
            route('coach/:sessionId/log', 'routes/coach/log.tsx'),
            route('coach/:sessionId/hand', 'routes/coach/hand.tsx'),
            route('review', 'routes/review/review.tsx'),
          ]),
        ]),
        route('*', 'routes/not-found.tsx'),
      ]),
    ]),
    // Live views and paper fill the page.
    route('screen/clocks', 'routes/screen/clocks.tsx'),
    route('athletes/:athleteId/screen/:screeningId', 'routes/screen/station.tsx'),
    route('athletes/:athleteId/card', 'routes/coach/card.tsx'),
    // Writes.
    route('athletes/:athleteId/clear/agreement', 'routes/clear/agreement.ts'),
    route('athletes/:athleteId/flags/:flagId', 'routes/clear/close-flag.ts'),
    route('athletes/:athleteId/events', 'routes/plan/add-event.ts'),
    route('athletes/:athleteId/events/:eventId', 'routes/plan/remove-event.ts'),
    route('athletes/:athleteId/days-off', 'routes/plan/add-blackout.ts'),
    route('athletes/:athleteId/days-off/:blackoutId', 'routes/plan/remove-blackout.ts'),
    route('athletes/:athleteId/tiers', 'routes/link/choose-tier.ts'),
    route('athletes/:athleteId/proposals', 'routes/coach/proposals.ts'),
    route('exercise-sets', 'routes/coach/exercise-sets.ts'),
    route('batteries', 'routes/screen/keep-battery.ts'),
    route('batteries/:batteryId', 'routes/screen/remove-battery.ts'),
    route('settings/staff/:staffId', 'routes/settings/change-person.ts'),
    route('settings/staff/:staffId/password', 'routes/settings/reset-password.ts'),
    route('settings/staff/:staffId/sign-out', 'routes/settings/sign-out-everywhere.ts'),
    route('sync', 'routes/sync.ts'),
    // Data.
    route('athletes/:athleteId/sessions.ics', 'routes/coach/ics.ts'),
    route('palette', 'routes/palette.ts'),
    route('instruments/:instrument/stream', 'routes/screen/stream.ts'),
    route('stills/:stillId/picture', 'routes/screen/picture.ts'),
    route('traces/:traceId.csv', 'routes/screen/trace-csv.ts'),
  ]),
] satisfies RouteConfig;
