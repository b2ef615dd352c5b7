import type { SideKey } from '~/core/catalogue';
import type { Trial } from './trial';
import { bareTrial } from './words';

let made = 0;

/** A plain clean trial for tests; figures not given are those of an unremarkable attempt. */
export function makeTrial(
  testId: string,
  side: SideKey,
  value: number | null,
  more: Partial<Trial> = {},
): Trial {
  made += 1;
  return {
    id: `0190aaaa-0000-7000-8000-${String(made).padStart(12, '0')}`,
    screeningId: '0190aaaa-0000-7000-8000-aaaaaaaaaaaa',
    testId,
    onDate: '2026-11-20',
    side,
    value,
    grade: null,
    t1S: null,
    faults: [],
    feltIn: 'trunk',
    painScore: 0,
    painRegion: null,
    endReason: 'loss',
    capS: null,
    recordedAt: '2026-11-20T10:00:00.000Z',
    comparable: true,
    ...bareTrial,
    ...more,
  };
}
