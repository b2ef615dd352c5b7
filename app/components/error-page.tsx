import { Link } from 'react-router';

const titles: Readonly<Record<number, string>> = {
  403: 'Not yours to open',
  404: 'Not here',
  413: 'Too large',
  503: 'The database is not answering',
};

const defaults: Readonly<Record<number, string>> = {
  404: 'There is no such page. The address may be mistyped.',
  503: 'What you saved before is safe. Trials you take now are kept on this device and sent when it answers again.',
};

/** What went wrong, in plain words, with a way on. */
export function ErrorPage({ status, message }: { status: number; message: string | undefined }) {
  return (
    <main className="mx-auto max-w-xl px-6 py-24">
      <title>{titles[status] ?? 'Something broke'}</title>
      <p className="figures text-quiet">{status}</p>
      <h1 className="mt-1 text-4xl">{titles[status] ?? 'Something broke on our side'}</h1>
      <p className="mt-4 text-lg">
        {message ??
          defaults[status] ??
          'Nothing you saved before is lost. Try again; if it stays, start the program again.'}
      </p>
      <p className="mt-8 flex gap-6">
        <Link to="/">Go to Today</Link>
        <button
          type="button"
          onClick={() => location.reload()}
          className="underline decoration-mortar decoration-2 underline-offset-3"
        >
          Try again
        </button>
      </p>
    </main>
  );
}
