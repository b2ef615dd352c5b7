import type { QualityId } from '~/core/catalogue';
import type { LadderQuality } from '~/core/dose/choose';
import { Chooser } from './chooser';
import type { ComposeInput } from './compose-input';
import { minutesOf } from './lay-session';
import { type Prescription, prescriptionOf, roleIn } from './prescription';

/** Minutes of a primer. */
const primerMinutes = 5;

/**
 * The day before an event, where the coach chose it: one set of breath and brace and one of the block's focus, within five
 * minutes. It opens, and tires nobody.
 */
export function primerOf(input: ComposeInput): Prescription[] {
  const { athlete, week, weakerSide } = input;
  const chooser = new Chooser(input);
  const wanted: readonly (LadderQuality | null)[] = ['breath_brace', week.focus];
  const items: Prescription[] = [];
  for (const id of new Set(wanted)) {
    if (id === null || athlete.gate.may('lay_out', { quality: id }).length > 0) continue;
    const role = roleIn(id, 'main');
    const chosen = chooser.choose(id, role);
    if ('code' in chosen) continue;
    const item = prescriptionOf({
      athlete,
      candidate: chosen.candidate,
      quality: id,
      role,
      sets: 1,
      phase: week.phase,
      weaker: weakerSide[id as QualityId],
      setting: chosen.setting,
    });
    if (minutesOf([...items, item]) <= primerMinutes) items.push(item);
  }
  return items;
}
