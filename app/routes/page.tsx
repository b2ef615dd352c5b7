import { Outlet } from 'react-router';
import { PageError } from '~/app/components/error-page';

/** A page within the frame: what goes wrong in it is said in its place, and the rail stays. */
export default function Page() {
  return <Outlet />;
}

export function ErrorBoundary() {
  return <PageError />;
}
