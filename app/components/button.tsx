import clsx from 'clsx';
import type { ComponentProps, ReactNode } from 'react';
import { Link } from 'react-router';

type Look = 'next' | 'plain' | 'quiet';

const looks: Readonly<Record<Look, string>> = {
  // The one zest thing of a view: what to do next.
  next: 'bg-zest text-basalt font-bold stone px-5 hover:bg-rind disabled:bg-sand disabled:text-quiet',
  plain:
    'border border-ink rounded-[3px] px-4 font-bold hover:bg-chalk disabled:border-mortar disabled:text-quiet',
  quiet:
    'px-2 underline decoration-mortar decoration-2 underline-offset-4 hover:decoration-current disabled:text-quiet',
};

export function buttonClass(look: Look, className?: string): string {
  return clsx(
    'inline-flex min-h-11 items-center justify-center gap-2 text-base no-underline',
    looks[look],
    className,
  );
}

export function Button({ look = 'plain', className, ...props }: ComponentProps<'button'> & { look?: Look }) {
  return <button type="submit" className={buttonClass(look, className)} {...props} />;
}

export function ButtonLink({
  look = 'plain',
  className,
  to,
  children,
  ...props
}: { look?: Look; className?: string; to: string; children: ReactNode } & Omit<
  ComponentProps<typeof Link>,
  'to'
>) {
  return (
    <Link to={to} className={buttonClass(look, className)} {...props}>
      {children}
    </Link>
  );
}
