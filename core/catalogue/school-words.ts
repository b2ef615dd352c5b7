import { usualBreathS } from '~/core/body/dose';
import { counted } from '~/core/words/counted';
import type { Dispute, Ladder, Position, Rung, School } from './schema';
import type { Trade } from './trade';

/** What a school changes in the words and the counting of an exercise; which rungs it offers is decided elsewhere. */
export interface SchoolWords {
  /** Cues of the rung, the first ones to say. */
  readonly cues: readonly string[];
  /** The school's own way of saying it in this position; null where it has none. */
  readonly ownCue: string | null;
  readonly breath: string;
  /** The amount in the school's unit; null where it counts as the catalogue does. */
  readonly amount: string | null;
}

const alternative = /\s*Accepted alternative:\s*/;

/** Breath as the school times it: the accepted alternative first, where the school is one that exhales as the limbs go out. */
export function schoolBreath(breath: string, schoolId: string, disputes: readonly Dispute[]): string {
  const [usual, other] = breath.split(alternative);
  if (!usual || !other) return breath;
  const timing = disputes.find((dispute) => dispute.id === 'breath_timing');
  if (!timing?.used_by.includes(schoolId) || !/^exhale/i.test(other)) return usual;
  return `${other[0]?.toUpperCase()}${other.slice(1)}`;
}

/** An amount in the school's unit, in words; null where it counts as the catalogue does. */
export function schoolAmount(
  pick: Pick<Rung, 'unit'>,
  amount: number,
  counts: School['counts'],
  breathS: number = usualBreathS,
): string | null {
  const breaths = Math.max(1, Math.round(amount / breathS));
  if (counts === 'breaths') {
    if (pick.unit === 'hold_s') return `${counted(breaths, 'breath')} in place of ${amount} s`;
    if (pick.unit === 'reps')
      return `${counted(amount, 'breath')}, one full breath at the far end of each rep`;
  }
  if (counts === 'both' && pick.unit === 'hold_s') return `${amount} s, or ${counted(breaths, 'breath')}`;
  return null;
}

const positionOf: Readonly<Partial<Record<Rung['posture']['archetype'], Position>>> = {
  supine_limbs: 'lying',
  curl: 'lying',
  roller_lie: 'lying',
  prone_bridge: 'front',
  rollout: 'front',
  quadruped: 'front',
  side_bridge: 'side',
  supine_bridge: 'bridge',
  spring_leg: 'bridge',
  prone_extension: 'back',
  hinge_hold: 'back',
  carry: 'upright',
  upright_cable: 'upright',
  standing_leg: 'upright',
  single_leg_stance: 'upright',
  seated_ball: 'upright',
};

/** Landings end in a hinge and are caught on the feet: nobody thinks of the back first. */
const positionIn = (p: Rung['posture']): Position | undefined =>
  p.archetype === 'hinge_hold' && p.from !== undefined ? 'upright' : positionOf[p.archetype];

/** The school's cue for a rung: of its position; the general one where it adapts a drill that has none. */
function schoolCue(ladder: Ladder, rung: Rung, { id, words, instructions }: School): string | null {
  const position = positionIn(rung.posture);
  if (position) return words[position];
  return ladder.schools[id] === 'adapts' ? instructions : null;
}

/** Cues, breath and counting of a rung in a school; a rung without words of its own has those of its ladder. */
export function schoolWords(
  trade: Pick<Trade, 'school' | 'disputes'>,
  ladder: Ladder,
  rung: Rung,
  amount: number,
  schoolId: string,
): SchoolWords {
  const school = trade.school(schoolId);
  return {
    cues: rung.cues.length > 0 ? rung.cues : ladder.do.slice(0, 3),
    ownCue: schoolCue(ladder, rung, school),
    breath: schoolBreath(rung.breath ?? ladder.breath, schoolId, trade.disputes),
    amount: schoolAmount(rung, amount, school.counts),
  };
}
