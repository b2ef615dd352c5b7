import { addDays, type IsoDay } from '~/core/body/dates';
import type { SideKey } from '~/core/catalogue';
import { shippedTrade } from '~/core/catalogue/trade';
import { type ComposedSession, type ComposedWeek, compose } from '~/core/coach/compose';
import { minutesOf } from '~/core/coach/lay-session';
import { plannedSets } from '~/core/coach/planned-sets';
import { mergeUnderWay, type Prescription, type UnderWay } from '~/core/coach/prescription';
import { type Proposal, progress } from '~/core/coach/progress';
import { redose } from '~/core/coach/redose';
import { raises } from '~/core/coach/take';
import { weekInput } from '~/core/coach/week-input';
import { flexionOf } from '~/core/coach/within-gate';
import { type DoseAthlete, doseAthlete, practisedIn } from '~/core/dose/athlete';
import { lessonsOf } from '~/core/dose/learn';
import type { Lesson } from '~/core/dose/lessons';
import type { Setup } from '~/core/dose/limits';
import type { Reserve, SessionOutcome, SetRecord } from '~/core/dose/logged';
import type { Standing } from '~/core/link/standing';
import { weakerSides } from '~/core/link/weaker-sides';
import type { Solver } from '~/core/plan/lp/solver';
import { periodise } from '~/core/plan/periodise';
import type { PlanWeek } from '~/core/plan/season';
import { seasonInput } from '~/core/plan/season-input';
import { type Asked, type Person, personOf, screen, standingOn, truthOf } from './athlete';
import { type Chance, chanceOf } from './random';

/** A season lived through: planned, laid out week by week, done by a body that has its own true limits, logged, progressed. */

export interface DoneItem {
  readonly item: Prescription;
  readonly onDate: IsoDay;
  readonly first: boolean;
  /** Amount over the true limit of the side it was asked of. */
  readonly trueShare: number;
}

export interface LivedWeek {
  readonly week: PlanWeek;
  readonly composed: ComposedWeek;
  readonly done: readonly DoneItem[];
  /** As the athlete stood on the day of each session: a caution may begin between two of one week. */
  readonly onTheDay: readonly DoseAthlete[];
  readonly missed: boolean;
}

export interface LivedSeason {
  readonly person: Person;
  readonly weeks: readonly LivedWeek[];
  readonly proposals: readonly (Proposal & { readonly onDate: IsoDay })[];
  readonly passed: ReadonlySet<string>;
  readonly warnings: readonly string[];
}

const growthPerWeek = 1.02;
const accident = 0.02;
const tiredPerSet = 0.13;

export interface Lived {
  /** Share of exercises whose reserve is tapped. */
  readonly taps?: number;
  /** Are the retests of the plan done, each with the error of its day? */
  readonly retests?: boolean;
  readonly asked?: Asked;
}

const setupOf = ({ load, lever }: Prescription): Setup => ({ load: load?.value ?? 0, lever });

function logOf(
  session: ComposedSession,
  truth: (rungId: string, side: SideKey, setup: Setup) => number,
  chance: Chance,
  taps: number,
): SessionOutcome {
  const reserve: Record<string, Reserve> = {};
  const sets = session.items.flatMap((item): SetRecord[] => {
    const setup = setupOf(item);
    const done: SetRecord[] = [];
    const before = new Map<SideKey, number>();
    let tightest = 0;
    for (const { setNo, side } of plannedSets(item)) {
      const n = before.get(side) ?? 0;
      before.set(side, n + 1);
      // Short pieces of a capped set do not tire as whole sets do.
      const tired = item.restS <= 10 ? 1 : 1 + tiredPerSet * n;
      const available = truth(item.rungId, side, setup) / tired;
      tightest = Math.max(tightest, item.amount / available);
      const slipped = chance.next() < accident;
      const lost = slipped || item.amount > available;
      const rung = shippedTrade.rung(item.rungId);
      done.push({
        ladderId: item.ladderId,
        rungId: item.rungId,
        setNo,
        side,
        planned: item.amount,
        done: lost ? Math.max(0, Math.floor(slipped ? item.amount * 0.8 : available)) : item.amount,
        faultId: lost
          ? (rung.regress_on.find(
              (id) => id !== 'pain' && id !== 'hamstring_cramp' && id !== 'felt_low_back',
            ) ?? 'hip_sag')
          : null,
        load: item.load?.value ?? null,
        lever: item.lever,
      });
    }
    if (chance.next() < taps) {
      // The last set, against what it was meant to be.
      const meant = item.share * (item.restS <= 10 ? 1 : 1 + tiredPerSet * (item.sets - 1));
      reserve[item.rungId] =
        tightest > 0.97
          ? 'none'
          : tightest > Math.max(0.87, 1.05 * meant)
            ? 'little'
            : tightest < 0.8 * meant
              ? 'lots'
              : 'planned';
    }
    return done;
  });
  return {
    logId: session.onDate,
    onDate: session.onDate,
    sets,
    effort: 6,
    painScore: 0,
    painRegion: null,
    reserve,
  };
}

/** Takes an accepted proposal: what is under way moves on; the rung it passed is owned. */
function take(underWay: UnderWay[], proposal: Proposal): UnderWay[] {
  return underWay.map((one) =>
    one.rungId === proposal.from.rungId && proposal.kind !== 'less' && proposal.kind !== 'hold_quality'
      ? {
          ...one,
          ladderId: proposal.to.ladderId,
          rungId: proposal.to.rungId,
          load: proposal.to.load,
          lever: proposal.to.lever,
        }
      : one,
  );
}

export function liveSeason(solver: Solver, seed: number, lived: Lived = {}): LivedSeason {
  const chance = chanceOf(seed);
  const person = personOf(seed, chance, lived.asked);
  const trainedWeeks = new Map<string, number>();
  let trials = screen(person, addDays(person.startsOn, -2), () => 1, chance);
  const owned = new Set<string>();
  const outcomes: SessionOutcome[] = [];
  const lessons: Lesson[] = [];
  let underWay: UnderWay[] = [];
  const proposals: (Proposal & { onDate: IsoDay })[] = [];
  const passed = new Set<string>();
  const athleteOn = (day: IsoDay): { standing: Standing; athlete: DoseAthlete } => {
    const standing = standingOn(person, day, trials, owned);
    const athlete = doseAthlete(standing, {
      practiceSchoolId: 'neutral',
      owned,
      lessons,
      ...practisedIn(outcomes),
    });
    return { standing, athlete };
  };
  const start = athleteOn(person.startsOn);
  const base = truthOf(person, start.athlete, chanceOf(`truth ${seed}`));
  const truth = (rungId: string, side: SideKey, setup: Setup) =>
    base.limit(rungId, side, setup) *
    growthPerWeek ** (trainedWeeks.get(shippedTrade.ladderOf(rungId).quality) ?? 0);
  const plan = periodise(
    seasonInput(start.standing, {
      athlete: start.athlete,
      firstWeekday: 1,
      blackouts: [],
      history: {},
      trunkWork: person.trunkWork,
    }),
    solver,
  );
  const missedWeek = 6 + Math.floor(chance.next() * 6);
  const weeks: LivedWeek[] = [];
  for (const week of plan.weeks) {
    const { standing, athlete } = athleteOn(week.startsOn);
    let composed = compose(
      weekInput(standing, athlete, {
        week,
        weeks: plan.weeks,
        underWay,
        blackouts: [],
        fromDay: week.startsOn,
        doneDays: [],
      }),
    );
    underWay = mergeUnderWay(composed.underWay, underWay);
    const missed = week.index === missedWeek && week.kind === 'load';
    const done: DoneItem[] = [];
    let sharper = athlete;
    const behind: ComposedSession[] = [];
    const onTheDay: DoseAthlete[] = [];
    for (let at = 0; !missed && at < composed.sessions.length; at += 1) {
      let session = composed.sessions[at] as ComposedSession;
      // A caution that begins on its day is asked on its day, as the card's gate does.
      if (person.cautions.includes('pregnancy')) {
        const now = athleteOn(session.onDate);
        const { items } = redose(
          {
            athlete: now.athlete,
            week,
            weakerSide: {},
            underWay,
            minutesPerSession: person.facts.minutesPerSession,
            priority: {},
          },
          session.items,
        );
        session = { ...session, items };
        composed = { ...composed, sessions: composed.sessions.map((one, i) => (i === at ? session : one)) };
      }
      behind.push(session);
      onTheDay.push(athleteOn(session.onDate).athlete);
      const before = new Set(outcomes.flatMap((outcome) => outcome.sets.map((set) => set.rungId)));
      const outcome = logOf(session, truth, chance, lived.taps ?? 1);
      for (const item of session.items) {
        const sides: readonly SideKey[] = item.sided ? ['left', 'right'] : ['both'];
        done.push({
          item,
          onDate: session.onDate,
          first: !before.has(item.rungId),
          trueShare: Math.max(...sides.map((side) => item.amount / truth(item.rungId, side, setupOf(item)))),
        });
      }
      lessons.push(...lessonsOf(sharper, outcome));
      outcomes.push(outcome);
      sharper = athleteOn(session.onDate).athlete;
      const found = progress({
        athlete: sharper,
        outcomes,
        underWay,
        phase: week.phase,
      });
      for (const proposal of found) {
        proposals.push({ ...proposal, onDate: session.onDate });
        underWay = take(underWay, proposal);
        if (proposal.owns) owned.add(proposal.owns);
        // A lever turned a step further passes nothing.
        const { from, to } = proposal;
        const further = from.rungId !== to.rungId || from.load !== to.load;
        if (raises(proposal.kind) && further) passed.add(from.rungId);
      }
      // What is left of the week follows what was learned and taken.
      const left = composed.sessions.slice(at + 1).map((one): ComposedSession => {
        const { items } = redose(
          {
            athlete: sharper,
            week,
            weakerSide: weakerSides(standing.linked.priorities),
            underWay,
            minutesPerSession: person.facts.minutesPerSession,
            priority: {},
            bent: flexionOf(
              shippedTrade,
              composed.sessions.filter((other) => other !== one).flatMap((other) => other.items),
            ),
          },
          one.items,
        );
        return { ...one, items, minutes: Math.round(minutesOf(items)) };
      });
      composed = { ...composed, sessions: [...behind, ...left] };
    }
    // A week that was missed is read as it was laid out.
    if (missed) onTheDay.push(...composed.sessions.map(() => athlete));
    weeks.push({ week, composed, done, onTheDay, missed });
    for (const id of new Set(done.map(({ item }) => item.quality)))
      trainedWeeks.set(id, (trainedWeeks.get(id) ?? 0) + 1);
    if (week.retest && lived.retests !== false)
      trials = [
        ...trials,
        ...screen(
          person,
          addDays(week.startsOn, 6),
          (quality, archetype, side) =>
            base.unseen(archetype, side) * growthPerWeek ** (trainedWeeks.get(quality) ?? 0),
          chance,
        ),
      ];
  }
  return { person, weeks, proposals, passed, warnings: plan.warnings };
}
