import type { Body } from '../anthropometry';
import type { Posture } from '../posture';
import type { Skeleton } from '../skeleton';
import { supineBridge } from './bridge';
import { uprightCable } from './cable';
import { neckNod, neckOnBall, neckOverEdge } from './neck';
import { proneBridge, proneExtension, quadruped, rollout, sideBridge } from './prone';
import { bareFloor, type Setting } from './setting';
import { braceSupine, breathing, curl, rollerLie, springLeg, supineLimbs } from './supine';
import {
  braceStanding,
  carry,
  hingeHold,
  seatedBall,
  singleLegStance,
  standingLeg,
  wallStand,
} from './upright';

/**
 * Joint angles of any posture of the catalogue.
 *
 * @param phase 0 at the easy end of the rep, 1 at the most demanding instant (and all through a hold)
 * @param setting kit that changes the shape, such as a box or a ball
 */
export function skeletonOf(p: Posture, body: Body, phase = 1, setting: Setting = bareFloor): Skeleton {
  switch (p.archetype) {
    case 'supine_limbs':
      return supineLimbs(p, body, phase);
    case 'curl':
      return curl(p, body, phase, setting);
    case 'breathing':
      return breathing(p, body, setting, phase);
    case 'roller_lie':
      return rollerLie(p, body, phase);
    case 'spring_leg':
      return springLeg(p, body, phase);
    case 'supine_bridge':
      return supineBridge(p, body, phase);
    case 'prone_bridge':
      return proneBridge(p, body, phase);
    case 'rollout':
      return rollout(p, body, phase, setting.needs.includes('ball'));
    case 'side_bridge':
      return sideBridge(p, body, phase, setting.needs.includes('box'));
    case 'quadruped':
      return quadruped(p, body, phase);
    case 'prone_extension':
      return proneExtension(p, body, phase);
    case 'hinge_hold':
      return hingeHold(p, body, phase);
    case 'carry':
      return carry(p, body, phase);
    case 'upright_cable':
      return uprightCable(p, body, phase);
    case 'standing_leg':
      return standingLeg(p, body, phase);
    case 'single_leg_stance':
      return singleLegStance(p, body, phase, setting);
    case 'seated_ball':
      return seatedBall(p, body, phase);
    case 'neck_ball':
      if (setting.needs.includes('ball')) return neckOnBall(p, body, phase);
      return p.direction === 'extensors' ? neckOverEdge(body, phase) : neckNod(body, phase);
    case 'brace_drill':
      if (p.position === 'supine') return braceSupine(body, phase);
      if (p.position === 'wall_band') return wallStand(body);
      return braceStanding(p, body, phase);
  }
}
