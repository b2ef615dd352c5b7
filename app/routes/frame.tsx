import clsx from 'clsx';
import BookOpen from 'lucide-react/icons/book-open';
import CalendarRange from 'lucide-react/icons/calendar-range';
import ClipboardList from 'lucide-react/icons/clipboard-list';
import Columns3 from 'lucide-react/icons/columns-3';
import Ruler from 'lucide-react/icons/ruler';
import Search from 'lucide-react/icons/search';
import SlidersHorizontal from 'lucide-react/icons/sliders-horizontal';
import Users from 'lucide-react/icons/users';
import { href, Link, NavLink, Outlet, useNavigation } from 'react-router';
import { CommandPalette } from '~/app/components/dialogs';
import { FlagLine } from '~/app/components/flag-line';
import { KeysDialog } from '~/app/components/keys-dialog';
import { ThemeChoice } from '~/app/components/theme-choice';
import { EditionLine } from '~/app/lib/edition';
import { KeysProvider } from '~/app/lib/keys';
import { OutboxLine } from '~/app/lib/outbox/outbox-line';
import { SignOut } from '~/app/lib/outbox/sign-out';
import { UnderWayLine } from '~/app/lib/under-way';
import { can } from '~/server/principal/can';
import { principalIn } from '~/server/principal/middleware.server';
import type { Route } from './+types/frame';

export function loader({ context }: Route.LoaderArgs) {
  const principal = principalIn(context);
  const { practiceName, staffName } = principal;
  return {
    practiceName,
    staffName,
    maySet: can(principal, 'settings.change'),
    mayManage: can(principal, 'staff.manage'),
  };
}

const places = [
  { to: '/', name: 'Today', Icon: Columns3 },
  { to: href('/athletes'), name: 'Athletes', Icon: Users },
  { to: href('/screen'), name: 'Screen', Icon: Ruler },
  { to: href('/season'), name: 'Season', Icon: CalendarRange },
  { to: href('/sessions'), name: 'Sessions', Icon: ClipboardList },
  { to: href('/library'), name: 'Library', Icon: BookOpen },
  { to: href('/bench'), name: 'Bench', Icon: SlidersHorizontal },
] as const;

export default function Frame({ loaderData }: Route.ComponentProps) {
  const { practiceName, staffName, maySet, mayManage } = loaderData;
  const busy = useNavigation().state !== 'idle';
  return (
    <KeysProvider>
      <a
        href="#main"
        className="sr-only focus:not-sr-only focus:fixed focus:left-2 focus:top-2 focus:z-50 focus:bg-zest focus:text-basalt focus:px-4 focus:py-3"
      >
        Skip to the page
      </a>
      <div className="min-h-dvh md:grid md:grid-cols-[7.5rem_1fr] print:block">
        <header className="wall no-print z-30 text-lime max-md:fixed max-md:inset-x-0 max-md:bottom-0 md:sticky md:top-0 md:h-dvh">
          <div className="flex h-full md:flex-col">
            <Link
              to="/"
              className="hidden px-4 pb-4 pt-5 no-underline md:block"
              aria-label="Zest Pillar, Today"
            >
              <span className="head block text-mark leading-[0.95]">
                Zest
                <br />
                Pillar
              </span>
              <span aria-hidden="true" className="mt-2 block h-1.5 w-8 bg-zest" />
            </Link>
            <nav aria-label="Places" className="grow md:pl-2">
              <ul className="flex justify-around md:block">
                {places.map(({ to, name, Icon }) => (
                  <li key={to}>
                    <NavLink
                      to={to}
                      end={to === '/'}
                      className={({ isActive }) =>
                        clsx(
                          'flex min-h-14 flex-col items-center justify-center gap-0.5 px-0.5 text-tag no-underline xs:px-1 xs:text-fine md:text-note md:my-[3px] md:min-h-[46px] md:flex-row md:justify-start md:gap-2.5 md:px-2.5',
                          isActive
                            ? 'bg-paper font-bold text-ink md:[clip-path:polygon(9px_0,100%_0,100%_100%,0_100%,0_9px)]'
                            : 'hover:bg-white/10',
                        )
                      }
                    >
                      <Icon aria-hidden="true" className="size-[1.15rem] shrink-0" strokeWidth={1.8} />
                      {name}
                    </NavLink>
                  </li>
                ))}
                <li className="md:mt-3">
                  <button
                    type="button"
                    onClick={() => window.dispatchEvent(new Event('pillar:palette'))}
                    className="flex min-h-14 flex-col items-center justify-center gap-0.5 px-0.5 text-tag xs:px-1 xs:text-fine md:min-h-11 md:text-note md:flex-row md:gap-2.5 md:px-2.5"
                  >
                    <Search aria-hidden="true" className="size-[1.15rem]" strokeWidth={1.8} />
                    Find
                  </button>
                </li>
              </ul>
            </nav>
            <div className="hidden border-t border-white/20 bg-basalt/80 px-3 py-3 text-fine leading-snug md:block">
              <p className="font-bold">{practiceName}</p>
              <p className="mt-1">{staffName}</p>
              <p className="mt-2 flex flex-col gap-0.5">
                {maySet ? (
                  <Link to={href('/settings')} className="flex min-h-8 items-center text-lime">
                    Settings
                  </Link>
                ) : (
                  <Link to={href('/settings/password')} className="flex min-h-8 items-center text-lime">
                    Password
                  </Link>
                )}
                {mayManage ? (
                  <Link to={href('/settings/staff')} className="flex min-h-8 items-center text-lime">
                    Staff
                  </Link>
                ) : null}
                <button
                  type="button"
                  onClick={() => window.dispatchEvent(new Event('pillar:keys'))}
                  className="flex min-h-8 items-center underline decoration-mortar decoration-2 underline-offset-3"
                >
                  Keys
                </button>
              </p>
              <ThemeChoice className="mt-1 block" />
              <SignOut />
            </div>
          </div>
        </header>
        <div className="min-w-0">
          <div
            aria-hidden="true"
            className={clsx(
              'no-print fixed inset-x-0 top-0 z-40 h-1 origin-left bg-zest transition-transform duration-500',
              busy ? 'scale-x-75' : 'scale-x-0 duration-0',
            )}
          />
          <main
            id="main"
            className="mx-auto max-w-[78rem] px-4 pb-28 pt-6 sm:px-8 md:pb-16 md:pt-9 print:p-0"
          >
            <EditionLine />
            <FlagLine />
            <UnderWayLine />
            <OutboxLine />
            <Outlet />
          </main>
        </div>
      </div>
      <CommandPalette />
      <KeysDialog />
    </KeysProvider>
  );
}
