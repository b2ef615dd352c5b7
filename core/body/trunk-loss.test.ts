import { endsElsewhere, trunkLost } from './trunk-loss';

describe('what ends a hold', () => {
  const trial = (over: object = {}) => ({ endReason: 'loss', feltIn: null, faults: [], ...over });
  const by = (...ids: string[]) => ({ faults: ids.map((faultId) => ({ faultId })) });
  it('is a loss of the trunk when its position went', () => {
    expect(trunkLost(trial())).toBe(true);
    expect(trunkLost(trial(by('hip_sag')))).toBe(true);
    expect(trunkLost(trial({ feltIn: 'trunk' }))).toBe(true);
  });
  it.each(['cap', 'stopped', 'pain', 'done', 'gave_up', 'slipped'])(
    'is none when it ended by %s',
    (endReason) => {
      expect(trunkLost(trial({ endReason }))).toBe(false);
    },
  );
  it.each(['neck_strain', 'hip_flexor_takeover', 'grip_lost', 'hamstring_cramp', 'rushing'])(
    'is none by %s alone, and one when the trunk gave in beside it',
    (id) => {
      expect(endsElsewhere(id)).toBe(true);
      expect(trunkLost(trial(by(id)))).toBe(false);
      expect(trunkLost(trial(by(id, 'hip_sag')))).toBe(true);
    },
  );
  it.each(['neck', 'arms', 'front of hip', 'low back'])('is none felt in the %s', (feltIn) => {
    expect(trunkLost(trial({ feltIn, ...by('hip_sag') }))).toBe(false);
  });
  it('does not mind shaking', () => {
    expect(trunkLost(trial(by('tremor_ok')))).toBe(true);
    expect(trunkLost(trial(by('tremor_ok', 'neck_strain')))).toBe(false);
  });
});
