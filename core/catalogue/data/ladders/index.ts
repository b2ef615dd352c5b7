// The ladders of the shipped catalogue, in teaching order. One file a ladder keeps diffs readable.

import adductorSidePlank from './adductor_side_plank.json';
import antiRotationPress from './anti_rotation_press.json';
import ballBridge from './ball_bridge.json';
import ballRollout from './ball_rollout.json';
import birdDog from './bird_dog.json';
import braceFinding from './brace_finding.json';
import breathing from './breathing.json';
import carry from './carry.json';
import chopLift from './chop_lift.json';
import curlUp from './curl_up.json';
import deadBug from './dead_bug.json';
import dynamicFold from './dynamic_fold.json';
import gluteBridge from './glute_bridge.json';
import hingeHold from './hinge_hold.json';
import hollowHold from './hollow_hold.json';
import landingStick from './landing_stick.json';
import legLowering from './leg_lowering.json';
import neckControl from './neck_control.json';
import perturbedBrace from './perturbed_brace.json';
import plank from './plank.json';
import proneExtension from './prone_extension.json';
import rollerBalance from './roller_balance.json';
import seatedBall from './seated_ball.json';
import sidePlank from './side_plank.json';
import singleLegControl from './single_leg_control.json';
import springBridge from './spring_bridge.json';
import standingLegRaise from './standing_leg_raise.json';
import trunkRotation from './trunk_rotation.json';

export const ladderFiles: readonly unknown[] = [
  breathing,
  braceFinding,
  deadBug,
  legLowering,
  hollowHold,
  dynamicFold,
  curlUp,
  trunkRotation,
  plank,
  ballRollout,
  sidePlank,
  adductorSidePlank,
  carry,
  antiRotationPress,
  chopLift,
  birdDog,
  proneExtension,
  hingeHold,
  gluteBridge,
  ballBridge,
  springBridge,
  rollerBalance,
  standingLegRaise,
  singleLegControl,
  seatedBall,
  perturbedBrace,
  landingStick,
  neckControl,
];
