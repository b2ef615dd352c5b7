import { addDays, type IsoDay } from '~/core/body/dates';
import { type QualityId, qualityName } from '~/core/catalogue';
import { type Candidate, chooseRungs, judgeHeld, type LadderQuality, type Wanted } from '~/core/dose/choose';
import { phaseRules } from '~/core/dose/phases';
import { type Issue, issue } from '~/core/result';
import type { ComposeInput } from './compose-input';
import type { Role, UnderWay } from './prescription';

/** An accessory gives way to another after so many days. */
const accessoryDays = 21;

/** The main and, where one is asked for, the accessory of a quality: what is under way in this block, else the best there is. */
export class Chooser {
  readonly underWay: UnderWay[] = [];
  private readonly accessories = new Map<LadderQuality, { candidate: Candidate; setting: string | null }>();
  constructor(private readonly input: ComposeInput) {}

  private wanted(id: LadderQuality, more: Partial<Wanted> = {}): Wanted {
    const { week, blockStart, underWay, weakerSide } = this.input;
    return {
      quality: id,
      phase: week.phase,
      gapActs: weakerSide[id as QualityId]?.acts ?? false,
      before: new Set(underWay.filter((one) => one.since < blockStart).map((one) => one.rungId)),
      ...more,
    };
  }

  /** What is under way for a role, kept while it is of this block (or the phase keeps its rungs) and may still be done. */
  private kept(
    id: LadderQuality,
    role: Role,
    since: IsoDay,
  ): { candidate: Candidate; one: UnderWay } | undefined {
    const { athlete, underWay, week } = this.input;
    const one = underWay.find((state) => state.quality === id && state.role === role);
    if (!one || !(one.since >= since || phaseRules[week.phase].keepsRungs)) return undefined;
    const candidate = judgeHeld(
      athlete,
      one.rungId,
      { load: one.load ?? 0, lever: one.lever },
      this.wanted(id),
    );
    return candidate && { candidate, one };
  }

  private keep(
    id: LadderQuality,
    role: Role,
    candidate: Candidate,
    since: IsoDay,
    setting?: string | null,
  ): void {
    this.underWay.push({
      quality: id,
      role,
      ladderId: candidate.ladder.id,
      rungId: candidate.rung.id,
      load: candidate.load > 0 ? candidate.load : null,
      lever: candidate.lever,
      since,
      setting: setting ?? null,
    });
  }

  choose(id: LadderQuality, role: Role): { candidate: Candidate; setting: string | null } | Issue {
    const { athlete, underWay, blockStart, week } = this.input;
    const kept = this.kept(id, role, blockStart);
    if (kept) {
      this.keep(id, role, kept.candidate, kept.one.since, kept.one.setting);
      return { candidate: kept.candidate, setting: kept.one.setting ?? null };
    }
    const held = underWay.find((state) => state.quality === id && state.role === role);
    const { candidates, bars } = chooseRungs(
      athlete,
      this.wanted(id, { held: held && { rungId: held.rungId, load: held.load ?? 0, lever: held.lever } }),
    );
    const [best] = candidates;
    if (!best) {
      const bar = bars[0]?.bar;
      return bar
        ? issue('compose.barred', { quality: qualityName(id), bar: bar.code, ...bar.values })
        : issue('compose.no_rung', { quality: qualityName(id) });
    }
    const same = held?.rungId === best.rung.id;
    this.keep(id, role, best, week.startsOn, same ? held?.setting : null);
    return { candidate: best, setting: same ? (held?.setting ?? null) : null };
  }

  /** What was chosen for a quality found no room. */
  forget(id: LadderQuality): void {
    for (let i = this.underWay.length - 1; i >= 0; i -= 1)
      if (this.underWay[i]?.quality === id) this.underWay.splice(i, 1);
  }

  /** Another ladder of the quality beside its main exercise; undefined when there is none. */
  accessory(
    id: LadderQuality,
    main: Candidate,
  ): { candidate: Candidate; setting: string | null } | undefined {
    const found = this.accessories.get(id) ?? this.findAccessory(id, main);
    if (found) this.accessories.set(id, found);
    return found;
  }

  private findAccessory(
    id: LadderQuality,
    main: Candidate,
  ): { candidate: Candidate; setting: string | null } | undefined {
    const { athlete, underWay, week } = this.input;
    const kept = this.kept(id, 'accessory', addDays(week.startsOn, -accessoryDays + 1));
    if (kept && kept.candidate.ladder.id !== main.ladder.id) {
      this.keep(id, 'accessory', kept.candidate, kept.one.since, kept.one.setting);
      return { candidate: kept.candidate, setting: kept.one.setting ?? null };
    }
    const last = underWay.find((state) => state.quality === id && state.role === 'accessory');
    const ladders = (without: readonly (string | undefined)[]) =>
      chooseRungs(athlete, this.wanted(id, { without: new Set(without.flatMap((one) => one ?? [])) }))
        .candidates[0];
    const best = ladders([main.ladder.id, last?.ladderId]) ?? ladders([main.ladder.id]);
    if (!best || best.outside > 0.7) return undefined;
    this.keep(id, 'accessory', best, week.startsOn);
    return { candidate: best, setting: null };
  }
}
