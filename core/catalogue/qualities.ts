/** The nine trained qualities, foot to head as the pillar stands, and the side family without a demand. */
export const qualityIds = [
  'pelvic_level',
  'hip_extension',
  'anti_lateral',
  'anti_rotation',
  'extension_endurance',
  'anti_extension',
  'trunk_flexion_control',
  'breath_brace',
  'reactive',
] as const;

export type QualityId = (typeof qualityIds)[number];

export type Side = 'left' | 'right';
/** `both` stands for a quality or test that has no sides. */
export type SideKey = Side | 'both';
export const sides: readonly Side[] = ['left', 'right'];

export interface Quality {
  readonly id: QualityId;
  /** The name on screen. */
  readonly name: string;
  readonly sided: boolean;
  readonly meaning: string;
}

const names: Record<QualityId, readonly [name: string, sided: boolean, meaning: string]> = {
  pelvic_level: ['Level pelvis', true, 'Keeping the pelvis level and square over one leg or one seat bone.'],
  hip_extension: ['Hip drive', true, 'Full hip extension from the glutes while the spine stays quiet.'],
  anti_lateral: ['Side wall', true, 'Staying upright while load pulls the trunk sideways.'],
  anti_rotation: [
    'Rotation lock',
    true,
    'Stopping, or steering, the turn that one-sided limbs or loads put in.',
  ],
  extension_endurance: ['Back wall', false, 'Holding the trunk up in a hinge or face down without tiring.'],
  anti_extension: [
    'Front wall',
    false,
    'Ribs and pelvis stacked while a long lever tries to arch the low back.',
  ],
  trunk_flexion_control: [
    'Shape control',
    false,
    'Curl, hollow and leg-raise shapes set by the trunk, not the hip flexors.',
  ],
  breath_brace: [
    'Breath and brace',
    false,
    'A low, wide breath and an even belt of tension that lasts while moving.',
  ],
  reactive: ['Quick brace', false, 'Stiffening in time for a push, a catch or a landing, then letting go.'],
};

export const qualities: readonly Quality[] = qualityIds.map((id) => {
  const [name, sided, meaning] = names[id];
  return { id, name, sided, meaning };
});

const byId = new Map(qualities.map((quality) => [quality.id, quality]));

/** The quality with this id. */
export function quality(id: QualityId): Quality {
  const found = byId.get(id);
  if (!found) throw new Error(`unknown quality ${id}`);
  return found;
}

/** The side keys a quality is scored on: left and right, or one for both. */
export function sideKeysOf(id: QualityId): readonly SideKey[] {
  return quality(id).sided ? sides : ['both'];
}

/** The other side; `both` has no other. */
export function otherSide(side: SideKey): SideKey {
  return side === 'left' ? 'right' : side === 'right' ? 'left' : 'both';
}

/** Name on screen of what a ladder trains: a quality of the pillar, or the neck beside it. */
export const qualityName = (id: string): string =>
  id === 'neck_control' ? 'Neck control' : quality(id as QualityId).name;
