import sportData from './data/sports.json';
import { type QualityId, qualityIds } from './qualities';

/** What a sport asks of each quality, 0-5. Expert-judgement defaults. */
export type DemandProfile = Readonly<Record<QualityId, number>>;

export interface Discipline {
  readonly id: string;
  /** Sport id of the ladders. */
  readonly sport: string;
  readonly sportName: string;
  readonly name: string;
  readonly profile: DemandProfile;
  readonly asks: string;
  readonly exposure: ExposureDefaults;
}

/** Default figures of the event; the coach replaces them by the event's own. */
export interface ExposureDefaults {
  readonly kind: 'steps' | 'strokes' | 'strides' | 'cycles' | 'routines';
  /** Event time in minutes. */
  readonly minutes: number;
  /** Steps, pedal strokes, strides or poling cycles per minute; shapes and landings per routine. */
  readonly perMinute: number;
}

/** The disciplines, in sports.json; ids are sport.kebab-name but for field and court and partner dance. */
export const disciplines = sportData as readonly Discipline[];

/** The sports, each once, in the order of the disciplines. */
export const sportNames: readonly { readonly id: string; readonly name: string }[] = [
  ...new Map(disciplines.map(({ sport, sportName }) => [sport, { id: sport, name: sportName }])).values(),
];

const byId = new Map(disciplines.map((discipline) => [discipline.id, discipline]));

/** What stands for a discipline that is not in the list any more: a middling profile, so that the athlete stays readable. */
const goneDiscipline = (id: string): Discipline => ({
  id,
  sport: 'other',
  sportName: 'Other',
  name: 'a sport no longer listed',
  profile: Object.fromEntries(qualityIds.map((quality) => [quality, 3])) as Record<QualityId, number>,
  asks: '',
  exposure: { kind: 'steps', minutes: 60, perMinute: 60 },
});

/** Share of a second sport where none is said, per cent of what is asked. Own choice. */
export const usualSecondPercent = 30;

/** The discipline with this id, or what stands for one that is gone. */
export const discipline = (id: string): Discipline => byId.get(id) ?? goneDiscipline(id);

/** "Running: trail, fell, ultra" as one label. */
export const sportLabel = ({ sportName, name }: Pick<Discipline, 'sportName' | 'name'>): string =>
  sportName === 'Other' ? `${name.charAt(0).toUpperCase()}${name.slice(1)}` : `${sportName}: ${name}`;

/** The same of a shipped one. */
export const disciplineLabel = (id: string): string => sportLabel(discipline(id));
