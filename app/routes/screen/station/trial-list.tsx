import { markText } from '~/app/words/marks';
import { type ShownTrial, sideName } from '~/core/screen/station/shown';
import { endedText } from '~/core/screen/trial/words';

interface TrialListProps {
  readonly trials: readonly ShownTrial[];
  /** The trial at hand, which is being answered. */
  readonly making: string | undefined;
  /** Takes a trial up again whose questions are open. */
  readonly onAnswer: ((trial: ShownTrial) => void) | undefined;
}

/** The trials of this test today, each with where it is kept, what is open, and who else took it. */
export function TrialList({ trials, making, onAnswer }: TrialListProps) {
  if (trials.length === 0) return null;
  return (
    <section aria-label="Trials of this test">
      <h3 className="mb-1 font-text text-base font-normal tracking-normal text-mortar">Trials</h3>
      <ul className="figures">
        {trials.map((trial) => (
          <li key={trial.id} className="border-t border-night-3 py-1.5">
            <p className="flex justify-between gap-4">
              <span>
                {sideName(trial.side)} <strong>{trial.text}</strong>
                {endedText[trial.ended] ? `, ${endedText[trial.ended]}` : ''}
              </span>
              <span className="text-mortar">
                {trial.sent ? (trial.testedBy ? `by ${trial.testedBy}` : 'saved') : 'on this device'}
              </span>
            </p>
            {trial.simulated || trial.marks.length > 0 ? (
              <p className="text-mortar">
                {[trial.simulated ? 'simulated, not counted' : '', ...trial.marks.map(markText)]
                  .filter(Boolean)
                  .join(', ')}
              </p>
            ) : null}
            {trial.answered ? null : trial.id === making ? (
              <p className="text-mortar">being answered</p>
            ) : onAnswer ? (
              <button type="button" className="min-h-11 underline" onClick={() => onAnswer(trial)}>
                Answer its questions
              </button>
            ) : (
              <p className="text-mortar">questions open</p>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
