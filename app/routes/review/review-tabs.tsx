import { href, NavLink } from 'react-router';

/** The two ways to look back: what a retest changed, and how it went. */
export function ReviewTabs({ athleteId }: { readonly athleteId: string }) {
  const tabs = [
    { to: href('/athletes/:athleteId/review', { athleteId }), name: 'First and now' },
    { to: href('/athletes/:athleteId/review/over-time', { athleteId }), name: 'Over time' },
  ];
  return (
    <nav aria-label="Review" className="mb-6 flex gap-6 border-b border-mortar print:hidden">
      {tabs.map(({ to, name }) => (
        <NavLink
          key={to}
          to={to}
          end
          className="-mb-px inline-flex min-h-11 items-center border-b-4 border-transparent px-1 no-underline hover:border-mortar aria-[current=page]:border-ink aria-[current=page]:font-bold"
        >
          {name}
        </NavLink>
      ))}
    </nav>
  );
}
