import type { ScreenTest } from '~/core/catalogue';
import { inField, loadField, loadInWords } from '~/core/catalogue/rung-load';
import { rackOf, usualPracticeRack } from '~/core/dose/rack';
import type { TestLoad } from '~/core/screen/station/shown';
import { askedLoad, loadAtHand } from '~/core/screen/trial/test-load';
import { forAthlete, type Principal } from '../principal/principal';

/** The load of a test for an athlete: what it asks for, what of the rack is taken, in the practice's units and words. */
export function testLoadFor(
  principal: Principal,
  athlete: { readonly massKg: number; readonly kit: readonly string[] },
  test: Pick<ScreenTest, 'load'>,
): (TestLoad & { readonly words: string }) | undefined {
  const asked = askedLoad(test, athlete.massKg);
  const { loads: said, settings } = forAthlete(principal, athlete);
  const field = asked && loadField(asked.by, said);
  if (!asked || !field || !test.load) return undefined;
  const newtons = asked.by.endsWith('_N');
  const rack = rackOf(settings.rack ?? usualPracticeRack, settings.massUnit, athlete.kit);
  const { value } = loadAtHand(asked, rack[asked.by] ?? []);
  // A tenth of a kilogram, a newton: no more is read off a share.
  const step = newtons ? 1 : 0.1;
  const whole = Math.round(asked.value / step) * step;
  const share = `${Math.round(test.load.bodyShare * 100)} % of body ${newtons ? 'weight' : 'mass'}`;
  return {
    asks: `${share} is ${inField(whole, field)}`,
    value,
    field,
    words: loadInWords({ by: asked.by, value }, said) ?? '',
  };
}
