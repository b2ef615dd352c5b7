import { isRouteErrorResponse, Link, useRouteError } from 'react-router';

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

interface WhatWentWrong {
  readonly status: number;
  readonly message: string | undefined;
}

/** The error of a route, as it is said. */
function useWhatWentWrong(): WhatWentWrong {
  const error = useRouteError();
  if (!isRouteErrorResponse(error)) return { status: 500, message: undefined };
  return { status: error.status, message: (error.data as { message?: string } | null)?.message };
}

/** An error inside the frame: the rail stays, and an athlete's path too. */
export function PageError() {
  return <Said {...useWhatWentWrong()} />;
}

/** An error that fills the page, where there is no frame. */
export function WholePageError() {
  return (
    <main className="mx-auto max-w-xl px-6 py-24">
      <Said {...useWhatWentWrong()} />
    </main>
  );
}

/** What went wrong, in plain words, with a way on. */
function Said({ status, message }: WhatWentWrong) {
  return (
    <div className="max-w-xl py-6">
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
    </div>
  );
}
