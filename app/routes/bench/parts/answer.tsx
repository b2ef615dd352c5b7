import Copy from 'lucide-react/icons/copy';
import { useState } from 'react';
import type { Answer } from '~/core/bench/tool';

/** The answer large, then what it is made of. */
export function AnswerView({ answer }: { answer: Answer }) {
  const [copied, setCopied] = useState('');
  return (
    <section aria-label="Answer" className="border-t-4 border-ink pt-4">
      <div className="flex flex-wrap gap-x-9 gap-y-4" aria-live="polite">
        {answer.figures.map((figure, i) => (
          <p key={figure.label}>
            <span className={`head figures block leading-none ${i === 0 ? 'text-6xl' : 'text-4xl'}`}>
              {figure.value}
              {figure.unit ? <span className="ml-1.5 text-2xl">{figure.unit}</span> : null}
            </span>
            <span className="text-aside text-quiet">{figure.label}</span>
          </p>
        ))}
      </div>
      {answer.warnings.map((warning) => (
        <p key={warning} role="status" className="mt-4 border-l-4 border-ink bg-chalk px-4 py-2.5">
          <span aria-hidden="true">▲ </span>
          {warning}
        </p>
      ))}
      <dl className="figures mt-4 grid grid-cols-[5.5rem_1fr] gap-x-3 gap-y-1 border-t border-mortar pt-3 text-aside">
        <dt className="text-quiet">Formula</dt>
        <dd>{answer.formula}</dd>
        <dt className="text-quiet">From</dt>
        <dd>{answer.inputs.join('; ')}</dd>
        {answer.band ? (
          <>
            <dt className="text-quiet">Band</dt>
            <dd>{answer.band}</dd>
          </>
        ) : null}
        <dt className="text-quiet">Source</dt>
        <dd>{answer.source}</dd>
      </dl>
      {answer.figures.length === 0 ? null : (
        <p className="mt-3 flex flex-wrap items-center gap-3">
          <button
            type="button"
            className="inline-flex min-h-11 items-center gap-2 border border-ink px-4 font-bold"
            onClick={() => {
              navigator.clipboard.writeText(answer.text).then(
                () => setCopied('Copied.'),
                () => setCopied('The browser does not let it be copied: select the line instead.'),
              );
            }}
          >
            <Copy aria-hidden="true" className="size-4" /> Copy the line
          </button>
          <span className="text-aside text-quiet" role="status">
            {copied || answer.text}
          </span>
        </p>
      )}
    </section>
  );
}
