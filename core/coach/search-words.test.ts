import { hasRung, ladders, rung } from '~/core/catalogue';
import { shippedTrade } from '~/core/catalogue/trade';
import { findRungs } from './find-rungs';
import { aliasedIds, searchScore } from './search-words';

/** Does the first ladder found hold what was meant, as something that fits? */
function finds(wording: string, meant: string): boolean {
  const [first] = findRungs(shippedTrade, { text: wording });
  if (!first) return false;
  const fitting = first.rungs.filter(({ out }) => !out).map(({ rung: its }) => its.id);
  return first.ladder.id === meant || fitting.includes(meant);
}

const score = (rungId: string, typed: string) =>
  searchScore(shippedTrade.ladderOf(rungId), rung(rungId), typed);

describe('what a coach would type', () => {
  // A rung, or a ladder where many of its rungs are meant.
  it.each([
    ['tabletop', 'dead_bug_heel_tap'],
    ['table top', 'dead_bug_heel_tap'],
    ['90/90', 'breath_supine_90_90'],
    ['90 90 breathing', 'breath_supine_90_90'],
    ['crocodile', 'breath_prone'],
    ['crocodile breathing', 'breath_prone'],
    ['belly breathing', 'breathing'],
    ['balloon', 'breath_balloon'],
    ['farmer', 'carry_suitcase_walk'],
    ["farmer's walk", 'carry'],
    ['farmers carry', 'carry'],
    ['one arm farmer carry', 'carry_suitcase_walk'],
    ['suitcase', 'carry'],
    ['superman', 'prone_extension'],
    ['superman hold', 'prone_both_lift'],
    ['weighted plank', 'plank_loaded'],
    ['plank with weight', 'plank_loaded'],
    ['swiss ball plank', 'ball_plank'],
    ['swiss ball crunch', 'curl_up_ball'],
    ['gym ball leg curl', 'ball_bridge'],
    ['Swiss-ball hamstring curl', 'ball_curl_held'],
    ['side bend', 'carry_side_bend'],
    ['side bends', 'carry_side_bend'],
    ['copenhagen', 'adductor_side_plank'],
    ['Copenhagen plank long lever', 'adductor_plank_long'],
    ['groin plank', 'adductor_side_plank'],
    ['russian twist', 'rot_seated_feet_down'],
    ['bicycle crunch', 'fold_elbow_knee'],
    ['bicycles', 'fold_elbow_knee'],
    ['v-ups', 'fold_both_ends'],
    ['jackknife', 'fold_both_ends'],
    ['hollow body', 'hollow_hold'],
    ['hollow rocks', 'fold_hollow_rock'],
    ['dish', 'hollow_hold'],
    ['sit ups', 'curl_up'],
    ['crunches', 'curl_up'],
    ['oblique crunch', 'curl_up_diagonal'],
    ['windscreen wipers', 'rot_leg_arc'],
    ['flutter kicks', 'leg_flutter'],
    ['double leg lower', 'leg_lower_both_monitor'],
    ['mountain climbers', 'plank_outside_knee'],
    ['shoulder taps', 'plank_arm_lift'],
    ['three-point plank', 'plank_leg_lift'],
    ['long lever plank', 'plank_long_lever'],
    ['kneeling plank', 'plank_knees'],
    ['ab wheel', 'ball_rollout'],
    ['stir the pot', 'ball_stir'],
    ['pike on ball', 'ball_pike'],
    ['star plank', 'side_plank_open'],
    ['side bridge', 'side_plank'],
    ['thread the needle', 'side_plank_rotate'],
    ['anti rotation press', 'anti_rotation_press'],
    ['wood chop', 'chop_lift'],
    ['woodchopper', 'chop_lift'],
    ['birddog', 'bird_dog'],
    ['donkey kicks', 'quad_leg'],
    ['good morning', 'hinge_hold'],
    ['ski tuck', 'hinge_tuck'],
    ['hip thrust', 'glute_bridge'],
    ['banded bridge', 'bridge_loop_band'],
    ['single leg glute bridge', 'bridge_single'],
    ['marching bridge', 'bridge_march'],
    ['arabesque', 'leg_raise_back'],
    ['single leg deadlift', 'sl_hinge'],
    ['pistol squat', 'sl_squat_box'],
    ['step downs', 'sl_step_down'],
    ['hip hitch', 'sl_pelvic_drop_lift'],
    ['stork stand', 'sl_stand'],
    ['pelvic clock', 'seated_ball'],
    ['depth drop', 'land_step_off'],
    ['skater hop', 'land_hop_side'],
    ['chin tucks', 'neck_nod_supine'],
    ['draw in', 'brace_finding'],
    ['foam roller', 'roller_balance'],
    // Slips of the fingers, and accents.
    ['delft', ''],
    ['plnak', 'plank'],
    ['brige', 'glute_bridge'],
    ['développé', 'standing_leg_raise'],
  ])('%s', (wording, meant) => {
    if (meant === '') expect(findRungs(shippedTrade, { text: wording })).toEqual([]);
    else expect({ wording, found: finds(wording, meant) }).toEqual({ wording, found: true });
  });

  it('gives the name itself before another name, and that before a cue that mentions it', () => {
    expect(score('plank_full', 'plank')).toBeGreaterThan(score('plank_knees', 'plank'));
    expect(score('plank_loaded', 'weighted plank')).toBeGreaterThan(score('plank_full', 'weighted plank'));
    expect(score('breath_supine_back_press', 'towel')).toBeGreaterThan(0);
    expect(score('plank_full', 'towel')).toBe(0);
    const found = findRungs(shippedTrade, { text: 'plank' });
    expect(found[0]?.ladder.id).toBe('plank');
  });

  it('leaves out what only mentions the word when something is called so', () => {
    const found = findRungs(shippedTrade, { text: 'suitcase' });
    expect(found.map(({ ladder }) => ladder.id)).toEqual(['carry']);
    // A word of a cue beside a word of the name does not make it a name.
    expect(findRungs(shippedTrade, { text: 'side bend' }).map(({ ladder }) => ladder.id)).toEqual(['carry']);
    // Where nothing is called so, a mention is better than nothing.
    expect(
      findRungs(shippedTrade, { text: 'silence' }).flatMap(({ rungs }) =>
        rungs.filter(({ out }) => !out).map(({ rung: its }) => its.id),
      ),
    ).toEqual(['land_hop_forward']);
  });

  it('comes nearest where nothing has every word, and says so', () => {
    const near = findRungs(shippedTrade, { text: 'neck strengthening' });
    expect(near[0]).toMatchObject({ ladder: { id: 'neck_control' }, loose: true });
    expect(findRungs(shippedTrade, { text: 'neck' })[0]?.loose).toBe(false);
    expect(findRungs(shippedTrade, { text: 'unicorn' })).toEqual([]);
    expect(findRungs(shippedTrade, { text: 'unicorn dragon phoenix' })).toEqual([]);
    const loosely = (typed: string) =>
      searchScore(shippedTrade.ladderOf('plank_full'), rung('plank_full'), typed, true);
    expect(loosely('plank unicorn')).toBeGreaterThan(0);
    expect(loosely('unicorn')).toBe(0);
    expect(loosely('plank unicorn dragon')).toBe(0);
  });

  it('asks for every word, forgives idle ones, plurals, case and hyphens, and no short slip', () => {
    expect(score('ball_plank', 'a plank on the ball')).toBeGreaterThan(0);
    expect(score('ball_plank', 'PLANKS ball')).toBe(score('ball_plank', 'plank ball'));
    expect(score('plank_full', 'plank unicorn')).toBe(0);
    expect(score('plank_full', 'plonk')).toBeGreaterThan(0);
    expect(score('dead_bug_heel_tap', 'xap')).toBe(0);
    expect(score('plank_full', 'the of on')).toBe(0);
    expect(score('plank_full', '  ')).toBe(0);
  });

  it('names only ladders and rungs that exist', () => {
    expect(aliasedIds.rungs.filter((id) => !hasRung(id))).toEqual([]);
    const known = new Set(ladders.map(({ id }) => id));
    expect(aliasedIds.ladders.filter((id) => !known.has(id))).toEqual([]);
    // Every ladder has another name.
    expect([...known].filter((id) => !aliasedIds.ladders.includes(id))).toEqual([]);
  });
});
