import fc from 'fast-check';
import { analyse, faultOf } from './analyse';
import { cleanTrace, parseFrame, TraceBuilder } from './frames';
import { instrumentIds, instruments } from './instruments';
import { framesOf, type Plantable, plantable, plantedS } from './plant';
import { simulate } from './simulate';

const athlete = (seed: string, lossS: number | 'none' = 12) =>
  simulate({ seed, instrument: 'cuff', play: 'hold', seconds: 20, lossS });

/** Plays the frames of a trace, with faults, into a builder. */
function played(faults: readonly Plantable[], untilMs = 20_000, seed = 'a') {
  const builder = new TraceBuilder('cuff');
  for (const { sentMs, frame } of framesOf(athlete(seed).trace, faults, seed))
    if (sentMs <= untilMs) builder.add(frame, sentMs);
  return builder;
}
const kinds = (builder: TraceBuilder, nowMs: number) => builder.notices(nowMs).map((notice) => notice.kind);

describe('a recording that broke off', () => {
  it('is as long as what was watched, its end missing; a reading or two short is not broken off', () => {
    const builder = played([], 12_000);
    const whole = builder.trace();
    expect(whole.channels.cuff?.length).toBe(241);
    expect(builder.trace(12_900).channels.cuff?.length).toBe(241);
    const broken = builder.trace(20_000);
    expect(broken.channels.cuff?.length).toBe(400);
    expect(broken.channels.cuff?.subarray(0, 241)).toEqual(whole.channels.cuff);
    expect(cleanTrace(broken).faults).toEqual([{ kind: 'gap', channel: 'cuff', startS: 12.05, endS: 20 }]);
  });
  it('is never made longer than a recording may be', () => {
    expect(played([], 2000).trace(9e9).channels.cuff?.length).toBe(3600 * 20);
  });
});

describe('a line of the protocol', () => {
  it('is read, or refused with what is wrong', () => {
    expect(parseFrame('{"t_ms":40,"channel":"cuff","value":40.2,"unit":"mmHg"}')).toMatchObject({ ok: true });
    expect(parseFrame('{"t_ms":40,')).toEqual({ ok: false, error: 'not JSON' });
    expect(parseFrame('null')).toEqual({ ok: false, error: 'not a frame' });
    expect(parseFrame('{"t_ms":-1,"channel":"cuff","value":1,"unit":"mmHg"}')).toMatchObject({
      error: 't_ms is no time',
    });
    expect(parseFrame('{"t_ms":1e12,"channel":"cuff","value":1,"unit":"mmHg"}')).toMatchObject({ ok: false });
    expect(parseFrame('{"t_ms":1,"channel":"cuff","value":"40","unit":"mmHg"}')).toMatchObject({
      error: 'value is no number',
    });
  });
  it('of any kind gives a frame or an error and never throws', () => {
    fc.assert(
      fc.property(fc.oneof(fc.string(), fc.json()), (text) => {
        const read = parseFrame(text);
        expect(read.ok ? read.frame.t_ms >= 0 : read.error.length > 0).toBe(true);
      }),
    );
  });
});

describe('a live stream', () => {
  it('that is sound is put together as it was sent, without a notice', () => {
    const builder = played([]);
    expect(kinds(builder, 20_000)).toEqual([]);
    const { trace } = athlete('a');
    expect([...(builder.trace().channels.cuff ?? [])]).toEqual([...(trace.channels.cuff ?? [])]);
    expect(builder.newest('cuff')).toBe(trace.channels.cuff?.at(-1));
  });
  it.each<[Plantable, string, number]>([
    ['dropouts', 'gaps', 6000],
    ['late', 'late', 20_000],
    ['disconnect', 'silent', plantedS.from * 1000 + 2000],
    ['saturation', 'saturated', 6000],
    ['stuck', 'stuck', 6500],
    ['wrong_unit', 'unit', 6000],
  ])('with %s planted says so', (fault, notice, atMs) => {
    expect(kinds(played([fault], atMs), atMs)).toContain(notice);
  });
  it('puts late readings in their place', () => {
    const late = played(['late'], 22_000).trace().channels.cuff as Float64Array;
    const whole = athlete('a').trace.channels.cuff as Float64Array;
    expect([...late]).toEqual([...whole]);
  });
  it('counts lines and channels it does not know', () => {
    const builder = new TraceBuilder('belt');
    builder.miss();
    builder.add({ t_ms: 0, channel: 'ear', value: 1, unit: 'cm' }, 0);
    expect(builder.notices(0)).toEqual([{ kind: 'unreadable', text: '2 lines could not be read.' }]);
  });
});

describe('a recording with a faulty sensor', () => {
  it.each(['saturation', 'stuck', 'disconnect'] as const)('%s is named and left out', (fault) => {
    const { faults } = cleanTrace(played([fault]).trace());
    const [first] = faults;
    expect(first?.kind).toBe({ saturation: 'saturated', stuck: 'stuck', disconnect: 'gap' }[fault]);
    expect(first?.startS).toBeCloseTo(plantedS.from, 0);
    expect(first?.endS).toBeCloseTo(plantedS.to, 0);
  });
  it('still gives the loss within half a second, whatever was planted', () => {
    for (const fault of plantable)
      for (const seed of ['a', 'b', 'c', 'd', 'e', 'f']) {
        const { truth } = athlete(seed);
        const t1S = analyse(played([fault], 20_000, seed).trace(), 'hold').marks.t1S ?? 0;
        expect({ fault, seed, off: Math.abs(t1S - (truth.lossS ?? 0)) <= 0.5 }).toEqual({
          fault,
          seed,
          off: true,
        });
      }
  });
  it('of nothing, of one sample, of gaps only is analysed without an error', () => {
    for (const id of instrumentIds)
      for (const n of [0, 1, 40]) {
        const channels = Object.fromEntries(
          instruments[id].channels.map((channel) => [channel.id, new Float64Array(n).fill(Number.NaN)]),
        );
        const trace = { instrument: id, rateHz: instruments[id].rateHz, channels };
        expect(analyse(trace, 'hold').marks.t1S).toBeUndefined();
      }
  });
});

describe('the fault a loss shows', () => {
  const off = (channel: string, peak: number) => ({ channel, startS: 1, endS: undefined, peak });
  it('comes from channel and direction', () => {
    expect(faultOf(off('cuff', -15))).toBe('lumbar_arch');
    expect(faultOf(off('pelvis_tilt', 9))).toBe('hip_sag');
    expect(faultOf(off('pelvis_tilt', -9))).toBe('hip_pike');
    expect(faultOf(off('pelvis_drop', -9))).toBe('pelvis_drop');
    expect(faultOf(off('unknown', 9))).toBeUndefined();
  });
  it('takes the words of the test where it has others', () => {
    expect(faultOf(off('pelvis_tilt', 9), ['lumbar_arch', 'pelvis_rotate'])).toBe('lumbar_arch');
    expect(faultOf(off('pelvis_tilt', 9), ['hip_sag', 'hip_pike'])).toBe('hip_sag');
  });
});
