import { type ShownTrial, sideName } from './types';

/** The trials of this test today, each with where it is kept and who else took it. */
export function TrialList({ trials }: { trials: ShownTrial[] }) {
  if (trials.length === 0) return null;
  return (
    <section aria-label="Trials of this test">
      <h3 className="mb-1 font-text text-base font-normal tracking-normal text-mortar">Trials</h3>
      <ul className="figures">
        {trials.map((trial) => (
          <li key={trial.id} className="flex justify-between gap-4 border-t border-night-3 py-1.5">
            <span>
              {sideName(trial.side)} <strong>{trial.text}</strong>
              {trial.ended === 'pain' ? ', pain' : ''}
            </span>
            <span className="text-mortar">
              {trial.sent ? (trial.testedBy ? `by ${trial.testedBy}` : 'saved') : 'on this device'}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
