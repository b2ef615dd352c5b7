import { listed } from '~/core/words/counted';
import { type PainRegion, painRegions } from './pain';

/** Where it hurts, pointed at on a body seen from the front and from behind, with its side. */

export type View = 'front' | 'back';
export type PlaceSide = 'left' | 'right' | 'middle';

interface Spot {
  readonly view: View;
  /** As it is called: "groin". */
  readonly says: string;
  readonly sided: boolean;
  readonly region: PainRegion;
}

/** From head to foot. Pain in the buttock, the back of the thigh or the calf may come from the back: its region decides. */
const spots = {
  front_neck: { view: 'front', says: 'front of the neck', sided: false, region: 'neck' },
  front_shoulder: { view: 'front', says: 'shoulder', sided: true, region: 'shoulder' },
  arm: { view: 'front', says: 'arm or hand', sided: true, region: 'elsewhere' },
  chest: { view: 'front', says: 'chest or ribs', sided: true, region: 'elsewhere' },
  belly: { view: 'front', says: 'belly', sided: false, region: 'elsewhere' },
  groin: { view: 'front', says: 'groin', sided: true, region: 'groin or hip' },
  front_thigh: { view: 'front', says: 'front of the thigh', sided: true, region: 'thigh' },
  front_knee: { view: 'front', says: 'knee', sided: true, region: 'knee' },
  shin: { view: 'front', says: 'shin or foot', sided: true, region: 'below the knee' },
  back_neck: { view: 'back', says: 'back of the neck', sided: false, region: 'neck' },
  shoulder_blade: { view: 'back', says: 'shoulder blade', sided: true, region: 'shoulder' },
  upper_back: { view: 'back', says: 'upper back', sided: false, region: 'elsewhere' },
  low_back: { view: 'back', says: 'low back', sided: true, region: 'low back' },
  sacrum: { view: 'back', says: 'middle of the low back', sided: false, region: 'low back' },
  buttock: { view: 'back', says: 'buttock or hip', sided: true, region: 'groin or hip' },
  back_thigh: { view: 'back', says: 'back of the thigh', sided: true, region: 'thigh' },
  back_knee: { view: 'back', says: 'back of the knee', sided: true, region: 'knee' },
  calf: { view: 'back', says: 'calf or heel', sided: true, region: 'below the knee' },
} as const satisfies Readonly<Record<string, Spot>>;
type SpotId = keyof typeof spots;

export interface Place {
  readonly id: string;
  readonly spot: SpotId;
  readonly view: View;
  readonly side: PlaceSide;
  readonly region: PainRegion;
  /** "left groin", "front of the right thigh", "belly". */
  readonly name: string;
}

const sidedName = (says: string, side: PlaceSide): string =>
  side === 'middle'
    ? says
    : says.includes(' of the ')
      ? says.replace(' of the ', ` of the ${side} `)
      : `${side} ${says}`;

export const places: readonly Place[] = (Object.keys(spots) as SpotId[]).flatMap((spot) => {
  const { view, says, sided, region }: Spot = spots[spot];
  return (sided ? (['left', 'right'] as const) : (['middle'] as const)).map((side) => ({
    id: side === 'middle' ? spot : `${spot}.${side}`,
    spot,
    view,
    side,
    region,
    name: sidedName(says, side),
  }));
});

const byId = new Map(places.map((place) => [place.id, place]));
export const placeIds = places.map(({ id }) => id) as [string, ...string[]];

/** The most a map takes at once: more than that is everywhere. */
export const mostPlaces = 8;

/** What ends a session wherever else it hurts comes first, then what holds most. */
const gravest: readonly PainRegion[] = [
  'below the knee',
  ...painRegions.filter((one) => one !== 'below the knee'),
];

/** The regions of some places, the gravest first; empty where none is known. */
export function regionsOf(ids: readonly string[]): PainRegion[] {
  const found = new Set(ids.map((id) => byId.get(id)?.region));
  return gravest.filter((region) => found.has(region));
}

/** "left groin and back of the right thigh"; empty where nobody pointed. */
export function placesText(ids: readonly string[]): string {
  return listed(places.filter(({ id }) => ids.includes(id)).map(({ name }) => name));
}

/** Where it hurts, in words: as it was pointed at, else its region. */
export const whereText = (ids: readonly string[], region: string | null): string =>
  placesText(ids) || (region ?? '');
