import { data } from 'react-router';

export function loader() {
  throw data({ message: 'There is no such page. The address may be mistyped.' }, { status: 404 });
}

export default function NotFound() {
  return null;
}
