import { earlierOf, weekStartOf } from '~/core/body/dates';
import type { Ladder, Rung } from '~/core/catalogue';
import { handAndWall, type LoadSaid, loadField } from '~/core/catalogue/rung-load';
import type { Trade } from '~/core/catalogue/trade';
import { type DraftExercise, draftFromLog, draftOf, unplannedExercise } from '~/core/coach/log-draft';
import { amountText } from '~/core/dose/work';
import { lessonsOfLog } from '~/db/queries/learned';
import { type LogWithSets, versionsOf } from '~/db/queries/logs';
import { newId, staffNames } from '~/db/queries/practice';
import { type StoredSession, sessionById } from '~/db/queries/sessions';
import { forAthlete, type Principal } from '../principal/principal';
import { loadIn } from '../principal/rows';
import { isUuid, type Subject } from '../principal/subject';
import { sessionView } from './session';

const loggable = (said: LoadSaid, rung: Rung, name = rung.name) => ({
  rungId: rung.id,
  name,
  unit: rung.unit,
  sided: rung.sided,
  loadBy: rung.load.by,
  loadField: loadField(rung.load.by, said) ?? null,
});

/** Every exercise there is, for what was done instead or besides. */
const choices = (said: LoadSaid, ladders: readonly Ladder[]) =>
  ladders.map((ladder) => ({
    id: ladder.id,
    name: ladder.name,
    rungs: ladder.rungs.map((rung) => ({
      ...loggable(said, rung),
      quality: ladder.quality,
      sideWords: handAndWall(rung),
    })),
  }));

const setsLogged = (log: LogWithSets, rungId: string) =>
  log.sets
    .filter((set) => set.rungId === rungId)
    .map((set) => ({ ...set, load: loadIn(set.loadKind, set.loadValue) }));

/** What a log taught, in words: limits before and after, and why. */
async function taught(trade: Trade, logId: string) {
  const reasons: Readonly<Record<string, string>> = {
    clean: 'every set clean: a session raises it by 1 %',
    planned: 'left as asked: a session raises it by 1 %',
    lots: 'lots left',
    little: 'a little left',
    none: 'nothing left',
    lost: 'two sets or more lost',
  };
  return (await lessonsOfLog(logId)).map((row) => {
    const { name, unit } = trade.rung(row.rungId);
    const say = (amount: number) => amountText(Math.round(amount * 10) / 10, unit);
    return {
      key: `${row.rungId} ${row.side}`,
      name: row.side === 'both' ? name : `${name}, ${row.side}`,
      before: say(row.before),
      after: say(row.after),
      why: reasons[row.why] ?? row.why,
    };
  });
}

/** What is known of each exercise of a log beside what is written of it. */
function about(
  trade: Trade,
  exercise: DraftExercise,
  session: StoredSession | undefined,
  shown: Shown | undefined,
) {
  const rung = trade.rung(exercise.rungId);
  const item = shown?.find((one) => one.rungId === exercise.rungId);
  const row = session?.items.find((one) => one.rungId === exercise.rungId);
  return {
    ...exercise,
    about: {
      quality: trade.ladderOf(rung.id).quality,
      work: item?.work ?? null,
      load: item?.load ?? null,
      inHand: item?.inHand ?? null,
      lastSet: item?.lastSet ?? null,
      opener: row?.detail.role === 'opener',
      bars: item?.bars ?? [],
      sideWords: handAndWall(rung),
    },
  };
}
type Shown = readonly ReturnType<typeof sessionView>['items'][number][];

/** Words of what may end a set, by rung. */
const faultsOf = (trade: Trade, rungIds: readonly string[]) =>
  Object.fromEntries(
    rungIds.map((rungId) => [
      rungId,
      trade
        .rung(rungId)
        .regress_on.filter((id) => id !== 'pain')
        .map((id) => ({ id, name: trade.fault(id).name })),
    ]),
  );

const common = (principal: Principal, { athlete }: Subject) => ({
  athleteId: athlete.id,
  today: principal.today,
  logId: newId(),
  practiceId: principal.practiceId,
  choices: choices(principal.loads, principal.trade.ladders),
  faults: faultsOf(
    principal.trade,
    principal.trade.ladders.flatMap((ladder) => ladder.rungs.map((rung) => rung.id)),
  ),
});

/**
 * The log of a session: as it was laid out, with what was sent of it already; or the log that stands, to be read and
 * corrected. Undefined when it is not here.
 */
export async function logView(by: Principal, subject: Subject, sessionId: string | undefined) {
  const principal = forAthlete(by, subject.athlete);
  const { trade, practiceId, firstWeekday, today } = principal;
  const { athlete } = subject;
  const session = isUuid(sessionId) ? await sessionById(practiceId, sessionId) : undefined;
  if (!session || session.athleteId !== athlete.id) return undefined;
  const view = sessionView(principal, subject, session);
  const shown: Shown = [...view.items, ...view.withheld];
  const { log } = session;
  const planned = session.items.flatMap((row): DraftExercise[] => {
    const item = shown.find((one) => one.id === row.id);
    if (!item) return [];
    const drafted = draftOf({
      ...loggable(principal.loads, trade.rung(row.rungId), item.name),
      unit: item.unit,
      sided: item.sided,
      sets: item.sets,
      firstSide: item.firstSide,
      extraSetSide: item.extraSetSide,
      amount: item.amount,
      load: loadIn(row.loadKind, row.shownLoad),
      withheld: item.bars.length > 0,
      sent: session.liveSets.filter((set) => set.rungId === row.rungId),
    });
    return [
      log ? draftFromLog(drafted, setsLogged(log, row.rungId), log.reserve[row.rungId] ?? null) : drafted,
    ];
  });
  const besides = [...new Set(log?.sets.map((set) => set.rungId) ?? [])]
    .filter((rungId) => !session.items.some((row) => row.rungId === rungId))
    .map((rungId) =>
      draftFromLog(
        unplannedExercise(loggable(principal.loads, trade.rung(rungId)), rungId),
        log ? setsLogged(log, rungId) : [],
        log?.reserve[rungId] ?? null,
      ),
    );
  const names = log ? await staffNames(practiceId) : new Map<string, string>();
  const versions = log ? await versionsOf(session.id) : [];
  return {
    ...common(principal, subject),
    unplanned: false,
    sessionId: session.id,
    sessionDay: session.onDate,
    doneOn: log?.onDate ?? earlierOf(session.onDate, today),
    weekStart: weekStartOf(session.onDate, firstWeekday),
    logged: log
      ? {
          id: log.id,
          effort: log.effort,
          painScore: log.painScore,
          painRegion: log.painRegion,
          painPlaces: log.painPlaces,
          sleepHours: log.sleepHours,
          readiness: log.readiness,
          note: log.note,
          taught: await taught(trade, log.id),
          versions: versions.map((row) => ({
            id: row.id,
            at: row.createdAt.toISOString(),
            by: row.linkId
              ? 'the athlete, by their link'
              : (row.staffId && names.get(row.staffId)) || 'somebody',
            effort: row.effort,
            painScore: row.painScore,
            note: row.note,
          })),
        }
      : null,
    exercises: [...planned, ...besides].map((exercise) => about(trade, exercise, session, shown)),
  };
}
export type LogView = NonNullable<Awaited<ReturnType<typeof logView>>>;

/** A log of work that nobody laid out. */
export function unplannedView(by: Principal, subject: Subject): LogView {
  const principal = forAthlete(by, subject.athlete);
  return {
    ...common(principal, subject),
    unplanned: true,
    sessionId: newId(),
    sessionDay: principal.today,
    doneOn: principal.today,
    weekStart: weekStartOf(principal.today, principal.firstWeekday),
    logged: null,
    exercises: [],
  };
}
