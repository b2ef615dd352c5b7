import type { Analysis } from './analyse';
import type { TraceFault } from './frames';
import { instruments } from './instruments';
import { backS } from './loss';

/** Of more than this share of its time unheard, a channel gives no figure. */
const mostUnheard = 0.2;
/** A channel unheard this long at the end gives no figure. */
const endUnheardS = 1;

const does: Readonly<Record<TraceFault['kind'], string>> = {
  gap: 'gave no reading that can be used',
  stuck: 'did not move',
  saturated: "was at the end of the sensor's range",
};

/**
 * Why channels give no figure, in words; undefined when they do. Up to the first loss, or the end when there is none, a
 * channel must be heard for four fifths of the time and at the end of it.
 */
export function unheard(analysis: Analysis, channels: readonly string[]): string | undefined {
  const untilS = analysis.marks.first?.startS ?? analysis.durationS;
  for (const channel of channels) {
    const faults = analysis.faults
      .filter((fault) => fault.channel === channel && fault.startS < untilS)
      .map((fault) => ({ ...fault, endS: Math.min(fault.endS, untilS) }));
    const lostS = faults.reduce((sum, fault) => sum + fault.endS - fault.startS, 0);
    const last = faults.find(
      (fault) => untilS - fault.endS < backS && fault.endS - fault.startS >= endUnheardS,
    );
    if (lostS <= mostUnheard * untilS && !last) continue;
    const worst =
      last ??
      faults.reduce((most, fault) => (fault.endS - fault.startS > most.endS - most.startS ? fault : most));
    const name = instruments[analysis.instrument].channels.find((its) => its.id === channel)?.name ?? channel;
    return `${name} ${does[worst.kind]} from ${worst.startS.toFixed(1)} to ${worst.endS.toFixed(1)} s: no figure from it`;
  }
  return undefined;
}
