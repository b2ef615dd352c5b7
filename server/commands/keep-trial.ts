import { z } from 'zod';
import { type HeldQuality, heldByPain, judgePain } from '~/core/clear/pain';
import { issue, refuse } from '~/core/result';
import { admitTrial } from '~/core/screen/trial/admit';
import { testOn } from '~/core/screen/trial/by-rung';
import { type TrialInput, trialProblems, trialSchema } from '~/core/screen/trial/trial';
import {
  addTrial,
  amendTrial as amendTrialRow,
  lockTrial,
  screeningById,
  sourcesOf,
  trialsOn,
} from '~/db/queries/screen';
import { type Principal, painSettings } from '../principal/principal';
import { command, done, standsAlready } from './command';
import { id } from './fields';
import { raisePainFlag } from './flags';
import { heldSubject } from './subject';

/** Raises the flag a trial asks for: pain that ends, or a test that pain ended. Once, in the same transaction. */
async function flagPain(principal: Principal, athleteId: string, trial: TrialInput): Promise<boolean> {
  if (!trial.answered && trial.endReason !== 'pain') return false;
  const verdict = judgePain(trial.painScore, trial.painRegion, painSettings(principal));
  if (verdict !== 'end' && trial.endReason !== 'pain') return false;
  const test = testOn(principal.trade.test(trial.testId), principal.trade, trial.rungId);
  await raisePainFlag(principal, {
    athleteId,
    sourceId: trial.id,
    score: trial.painScore,
    region: trial.painRegion,
    qualities: heldByPain(
      trial.painRegion,
      test.feeds.slice(0, 1).map((feed) => feed.quality as HeldQuality),
    ),
    came: `in ${test.name.toLowerCase()}`,
    onDate: trial.onDate,
  });
  return true;
}

/** Keeps a trial at its stop: once for its id, with its marks, and with the flag its pain asks for. */
export const keepTrial = command({
  title: 'trial.keep',
  action: 'trial.keep',
  input: z.object({ trial: trialSchema }),
  async run(principal, { trial: sent }) {
    const screening = await screeningById(principal.practiceId, sent.screeningId);
    if (!screening) return refuse('screen.gone');
    const held = await heldSubject(principal, screening.athleteId);
    if (!held.ok) return held;
    const { athleteId } = screening;
    const known = await lockTrial(principal.practiceId, sent.id);
    if (known) {
      if (known.athleteId !== athleteId) return refuse('trial.gone');
      return standsAlready({ marks: known.marks });
    }
    const sources = await sourcesOf(principal.practiceId, athleteId, sent);
    const admitted = admitTrial({
      trial: {
        ...sent,
        // A correction is a command of its own; here nothing is superseded.
        supersedesId: null,
        reason: null,
        traceId: sources.trace ? sent.traceId : null,
        stillId: sources.still ? sent.stillId : null,
        simulated: sent.simulated || sources.trace === 'simulated' || sources.still === 'drawn',
      },
      trade: principal.trade,
      gate: held.value.gate,
      visit: {
        onDate: screening.onDate,
        testIds: screening.testIds,
        closed: screening.completedAt !== null,
      },
      sameDay: await trialsOn(principal.practiceId, athleteId, screening.onDate),
      now: principal.now.toISOString(),
    });
    if (!admitted.ok) return admitted;
    const { trial, marks } = admitted.value;
    const kept = await addTrial({
      ...trial,
      practiceId: principal.practiceId,
      athleteId,
      recordedAt: new Date(trial.recordedAt),
      marks,
      staffId: principal.staffId,
    });
    if (kept === 'again') return refuse('trial.gone');
    const flagged = await flagPain(principal, athleteId, trial);
    return done({ marks }, athleteId, { test: trial.testId, marks: marks.join(' '), flagged });
  },
});

/** What a trial's questions may still change: everything but whose it is, what was tested and on which side. */
const settled = ['screeningId', 'testId', 'side', 'rungId'] as const;

/** Answers the questions of a trial that was kept at the stop; answered ones are corrected instead. */
export const amendTrial = command({
  title: 'trial.amend',
  action: 'trial.amend',
  input: z.object({ amendmentId: id, trial: trialSchema }),
  async run(principal, { amendmentId, trial: sent }) {
    const known = await lockTrial(principal.practiceId, sent.id);
    if (!known) return refuse('trial.gone');
    if (known.amendmentId === amendmentId) return standsAlready({ marks: known.marks });
    if (known.answered || known.voidedAt) return refuse('trial.answered');
    const changed = settled.filter((key) => known[key] !== sent[key]);
    if (changed.length > 0)
      return refuse(changed.map((key) => issue('trial.settled', { key }, ['trial', key])));
    const held = await heldSubject(principal, known.athleteId);
    if (!held.ok) return held;
    const { trade } = principal;
    const test = testOn(trade.test(known.testId), trade, known.rungId);
    const sources = await sourcesOf(principal.practiceId, known.athleteId, sent);
    const trial: TrialInput = {
      ...sent,
      onDate: known.onDate,
      recordedAt: known.recordedAt.toISOString(),
      // The time stands as it was kept at the stop, within its cap.
      value: test.kind === 'hold' && known.capS !== null ? Math.min(sent.value ?? 0, known.capS) : sent.value,
      traceId: known.traceId ?? (sources.trace ? sent.traceId : null),
      stillId: known.stillId ?? (sources.still ? sent.stillId : null),
      simulated:
        known.simulated || sent.simulated || sources.trace === 'simulated' || sources.still === 'drawn',
      supersedesId: known.supersedesId,
      reason: known.reason,
    };
    // The gate was passed when it was kept; what a figure can be is checked.
    const limits = { ...held.value.gate.test(test.id), bars: [] };
    const problems = trialProblems(trial, test, limits, trade);
    if (problems.length > 0) return refuse(problems);
    await amendTrialRow(known.id, {
      amendmentId,
      answered: trial.answered,
      value: trial.value,
      grade: trial.grade,
      t1S: trial.t1S,
      faults: trial.faults,
      feltIn: trial.feltIn,
      feltAlso: trial.feltAlso,
      note: trial.note,
      painScore: trial.painScore,
      painRegion: trial.painRegion,
      endReason: trial.endReason,
      parts: trial.parts,
      readBy: trial.readBy,
      traceId: trial.traceId,
      stillId: trial.stillId,
      simulated: trial.simulated,
    });
    const flagged = await flagPain(principal, known.athleteId, trial);
    return done({ marks: known.marks }, known.athleteId, { test: known.testId, flagged });
  },
});
