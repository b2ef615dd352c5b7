/** What surrounds a posture and may change its shape: the kit it cannot be done without. */
export interface Setting {
  readonly needs: readonly string[];
}

export const bareFloor: Setting = { needs: [] };

/** Half the depth of the trunk lying on the floor: the hip joint's height, in statures. */
export const lyingHeight = 0.055;
/** Half the thickness of a knee or elbow on the floor, in statures. */
export const jointHeight = 0.03;
/** Height of the ankle with the toes tucked under, in statures. */
export const toesHeight = 0.11;
