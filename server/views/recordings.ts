import { watchedIn } from '~/core/screen/station/from-trace';
import { angleKinds, isPlaced, readStill } from '~/core/screen/still/still';
import { watchedBy } from '~/core/signals/analyse';
import { instruments } from '~/core/signals/instruments';
import { athleteById } from '~/db/queries/athletes';
import { newId, writeAudit } from '~/db/queries/practice';
import { stillById, stillsOf, traceById, tracesOf } from '~/db/queries/screen';
import type { Principal } from '../principal/principal';
import { type AthleteStanding, isUuid, type Subject } from '../principal/subject';
import { dayIn } from '../principal/today';

/** Traces and stills of an athlete. */
export async function recordingsView(principal: Principal, { athlete }: Subject) {
  const { trade, timeZone } = principal;
  const [traces, stills] = await Promise.all([
    tracesOf(principal.practiceId, athlete.id),
    stillsOf(principal.practiceId, athlete.id),
  ]);
  return {
    athleteId: athlete.id,
    id: newId(),
    today: principal.today,
    traces: traces.map((trace) => ({
      id: trace.id,
      onDate: dayIn(timeZone, trace.recordedAt),
      name: instruments[trace.instrument].name,
      test: trace.testId ? trade.test(trace.testId).name : 'no test',
      side: trace.side === 'both' ? '' : trace.side,
      seconds: Math.round(trace.seconds),
      source: trace.source,
    })),
    stills: stills.map((still) => ({
      id: still.id,
      onDate: dayIn(timeZone, still.createdAt),
      name: angleKinds[still.angle].name,
      angleDeg: isPlaced(still.angle, still.landmarks)
        ? readStill(still.angle, still.landmarks).angleDeg
        : undefined,
      source: still.source,
    })),
  };
}

/** One still with what is read from it; undefined when it is not this athlete's. */
export async function stillView(principal: Principal, { athlete }: Subject, stillId: string | undefined) {
  const still = isUuid(stillId) ? await stillById(principal.practiceId, stillId) : undefined;
  if (!still || still.athleteId !== athlete.id) return undefined;
  const { id, widthPx, heightPx, angle, landmarks, source } = still;
  return {
    athleteId: athlete.id,
    today: principal.today,
    onDate: dayIn(principal.timeZone, still.createdAt),
    still: { id, widthPx, heightPx, angle, landmarks, source },
    reading: isPlaced(angle, landmarks) ? readStill(angle, landmarks) : undefined,
  };
}

/** Faults a trace can name. */
const traceFaults = [
  'lumbar_arch',
  'lumbar_round',
  'hip_sag',
  'hip_pike',
  'pelvis_drop',
  'pelvis_rotate',
  'trunk_lean',
  'grip_lost',
] as const;

/** One trace beside its trial; undefined when it is not this athlete's. */
export async function traceView(
  principal: Principal,
  standing: AthleteStanding,
  traceId: string | undefined,
  query: URLSearchParams,
) {
  const trace = isUuid(traceId) ? await traceById(principal.practiceId, traceId) : undefined;
  if (!trace || trace.athleteId !== standing.athlete.id) return undefined;
  const { trials, today, trade } = standing;
  const trial = trials.find((taken) => taken.traceId === trace.id);
  const test = trace.testId && trade.hasTest(trace.testId) ? trade.test(trace.testId) : undefined;
  return {
    athleteId: standing.athlete.id,
    id: trace.id,
    today,
    onDate: dayIn(principal.timeZone, trace.recordedAt),
    name: test?.name ?? instruments[trace.instrument].name,
    instrument: instruments[trace.instrument].name,
    side: trace.side === 'both' ? '' : trace.side,
    source: trace.source,
    watched:
      watchedBy[trace.instrument].find((watched) => watched === query.get('as')) ??
      watchedIn(trace.testId ?? '', trace.instrument),
    readable: watchedBy[trace.instrument],
    faults: test?.faults ?? [],
    // What the tester took, beside what the trace says.
    taken:
      trial && test?.kind === 'hold'
        ? { t1S: trial.t1S ?? undefined, t2S: trial.value ?? undefined }
        : undefined,
    faultNames: Object.fromEntries(traceFaults.map((id) => [id, trade.fault(id).name])),
  };
}

/** A recorded trace as it was kept, with a name for its file. In the trail, as what leaves the practice is. */
export async function traceFile({ practiceId, staffId, timeZone }: Principal, traceId: string) {
  const trace = isUuid(traceId) ? await traceById(practiceId, traceId) : undefined;
  if (!trace) return undefined;
  await writeAudit({
    practiceId,
    staffId,
    action: 'trace.read',
    subject: 'trace',
    subjectId: trace.athleteId,
  });
  return { csv: trace.csv, name: `${trace.instrument}-${dayIn(timeZone, trace.recordedAt)}.csv` };
}

/** The pixels of a still, for the practice that took it. */
export const stillPixels = async ({ practiceId }: Principal, stillId: string) =>
  isUuid(stillId) ? stillById(practiceId, stillId) : undefined;

/** Is this an athlete of the practice, to be listened to? */
export const isOurs = async ({ practiceId }: Principal, athleteId: string): Promise<boolean> =>
  (await athleteById(practiceId, athleteId)) !== undefined;
