import { href, Link, useLocation } from 'react-router';
import { Disclaimer } from '~/app/components/notice';
import { pageTitle } from '~/app/lib/title';
import { tools } from '~/core/bench';
import { disclaimer } from '~/core/clear/signs';
import type { Route } from './+types/bench';

export const meta: Route.MetaFunction = () => pageTitle('Bench');

/** The instruments on the wall, each with the question it answers. */
export default function Bench() {
  const { search } = useLocation();
  return (
    <>
      <h1 className="text-4xl sm:text-5xl">Bench</h1>
      <ul className="mt-7 grid gap-x-10 sm:grid-cols-2">
        {tools.map((tool) => (
          <li key={tool.id} className="border-t border-mortar">
            <Link
              to={`${href('/bench/:toolId', { toolId: tool.id })}${search}`}
              className="group block py-4 no-underline"
            >
              <span className="head block text-2xl group-hover:underline">{tool.name}</span>
              <span className="text-quiet">{tool.question}</span>
            </Link>
          </li>
        ))}
      </ul>
      <Disclaimer text={disclaimer} className="mt-10" />
    </>
  );
}
