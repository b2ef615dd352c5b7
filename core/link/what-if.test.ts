import fc from 'fast-check';
import { discipline, qualityIds } from '~/core/catalogue';
import { sideKeysOf } from '~/core/catalogue/qualities';
import { shippedTrade } from '~/core/catalogue/trade';
import { gateOf } from '~/core/clear/testing';
import { makeTrial } from '~/core/screen/trial/testing';
import { defaultLinkSettings } from './link';
import { type AthleteFacts, standingOf } from './standing';
import { isOtherwise, profileOf, readWhatIf, saidIn, whatIf } from './what-if';

const own = 'running.trail-fell-ultra';
const athlete: AthleteFacts = {
  id: 'a',
  birthDate: '1995-03-04',
  sex: 'female',
  disciplineId: own,
  level: 'trained',
  massKg: 58,
  statureM: 1.67,
  kit: ['box', 'towel'],
  schoolId: null,
  sessionsPerWeek: 3,
  minutesPerSession: 25,
  weekdays: [1, 3, 5],
};
const standing = standingOf({
  trade: shippedTrade,
  athlete,
  gate: gateOf(),
  trials: [
    makeTrial('pelvic_drop_stance', 'left', 9, { faults: [{ faultId: 'trunk_lean', atS: 12 }] }),
    makeTrial('pelvic_drop_stance', 'right', 5),
    makeTrial('side_plank', 'left', 45),
    makeTrial('side_plank', 'right', 74),
  ],
  events: [{ id: 'e', name: 'Fell race', onDate: '2099-05-01', priority: 'A', minutes: 140, perMinute: 170 }],
  settings: defaultLinkSettings,
});
const asking = (query: Record<string, string>) => readWhatIf(shippedTrade, query, athlete);
const supposing = (query: Record<string, string>) =>
  whatIf(standing, asking(query).asked, defaultLinkSettings);

describe('what is asked', () => {
  it('is nothing where nothing is said, and everything stays as it is', () => {
    const { asked, issues } = asking({ as: '', as2: '', minutes: ' ', 'd.reactive': '' });
    expect(isOtherwise(asked, athlete)).toBe(false);
    expect(issues).toEqual([]);
    const { linked, rows } = whatIf(standing, asked, defaultLinkSettings);
    expect(linked).toEqual(standing.linked);
    for (const { now, would } of rows) expect(would).toEqual(now);
  });
  it('is named by its field where it cannot be, and left out', () => {
    const { asked, issues } = asking({
      as: 'chess.blitz',
      share: '120',
      minutes: 'long',
      rate: '0',
      'd.reactive': '5.5',
      's.anti_lateral.left': '-1',
      's.anti_lateral.both': '50',
      's.nothing.left': '50',
    });
    expect(issues.map(({ path }) => path[0]).sort()).toEqual(
      ['share', 'd.reactive', 's.anti_lateral.left', 'minutes', 'rate'].sort(),
    );
    expect(isOtherwise(asked, athlete)).toBe(false);
  });
  it('is told from what else an address says', () => {
    const said = {
      as: own,
      as2: own,
      share: '20',
      minutes: '9',
      rate: '8',
      'd.reactive': '1',
      's.a.left': '2',
    };
    expect(saidIn({ ...said, run: 'x', _routes: 'y', share2: '1', 'd.': '1', 'd.other': ' ' })).toEqual(said);
  });
  it('of two sports is each by its share; the same twice is one', () => {
    const fell = discipline(own).profile;
    const ski = discipline('skiing.alpine-speed').profile;
    const { asked } = asking({ as2: 'skiing.alpine-speed', share: '25', 'd.reactive': '1' });
    const profile = profileOf(shippedTrade, asked);
    expect(profile.anti_extension).toBe(
      Math.round(10 * (0.75 * fell.anti_extension + 0.25 * ski.anti_extension)) / 10,
    );
    expect(profile.extension_endurance).toBe(4.3);
    expect(profile.reactive).toBe(1);
    expect(asking({ as2: 'skiing.alpine-speed' }).asked.second?.share).toBe(0.3);
    expect(asking({ as2: own }).asked.second).toBeUndefined();
  });
});

describe('what would be', () => {
  it('with a score is ranked by it, as if it were certain', () => {
    const [first] = standing.linked.priorities;
    const key = `s.${first?.quality}.${first?.side}`;
    const { rows, linked } = supposing({ [key]: '120' });
    const its = rows.find(({ quality, side }) => quality === first?.quality && side === first?.side);
    expect(its?.now.rank).toBe(1);
    expect(its?.would.rank).toBeGreaterThan(1);
    expect(its?.would.capability).toBe(120);
    const changed = linked.priorities.find(
      ({ quality, side }) => quality === first?.quality && side === first?.side,
    );
    expect(changed?.sentence).toContain('Supposed to score 120 of 100');
    // What was untested is certain too, and asks for no test.
    const untested = supposing({ 's.reactive.both': '10' }).linked.priorities[0];
    expect([untested?.quality, untested?.verdict, untested?.settleBy]).toEqual([
      'reactive',
      'train',
      undefined,
    ]);
  });
  it('with breath and brace under 70 puts it before all else', () => {
    expect(supposing({ 's.breath_brace.both': '69' }).rows[0]).toMatchObject({
      quality: 'breath_brace',
      would: { rank: 1, verdict: 'first' },
    });
  });
  it('of another sport does not take the event along, and of one’s own with other minutes only those change', () => {
    const other = supposing({ as: 'running.marathon' }).linked.exposure;
    expect(other).toMatchObject({ ...discipline('running.marathon').exposure, source: 'default' });
    const longer = supposing({ minutes: '300' });
    expect(longer.linked.exposure).toMatchObject({ minutes: 300, perMinute: 170, total: 51_000 });
    for (const { now, would } of longer.rows) expect(would).toEqual(now);
  });
  it('is D/5 × (0.60 S + 0.25 G + 0.15 φ) of what is asked and what is there, whatever is supposed', () => {
    const cells = qualityIds.flatMap((id) => sideKeysOf(id).map((side) => `s.${id}.${side}`));
    fc.assert(
      fc.property(
        fc.dictionary(fc.constantFrom(...cells), fc.integer({ min: 0, max: 120 }).map(String), {
          maxKeys: 6,
        }),
        fc.dictionary(
          fc.constantFrom(...qualityIds.map((id) => `d.${id}`)),
          fc.integer({ min: 0, max: 50 }).map((tenths) => String(tenths / 10)),
          { maxKeys: 4 },
        ),
        fc.option(fc.constantFrom('skiing.alpine-speed', 'gymnastics.artistic')),
        (scores, demands, second) => {
          const query = { ...scores, ...demands, ...(second ? { as2: second } : {}) };
          const { asked } = asking(query);
          const profile = profileOf(shippedTrade, asked);
          const { linked, rows } = whatIf(standing, asked, defaultLinkSettings);
          for (const one of linked.priorities) {
            const score = scores[`s.${one.quality}.${one.side}`];
            if (score !== undefined) expect(one.capability).toBe(Number(score));
            expect(one.demand).toBe(profile[one.quality]);
            const short = one.capability === undefined ? 0 : Math.max(0, 1 - one.capability / 100);
            const by = 0.6 * short + 0.25 * one.gap.acting + 0.15 * one.faultLoad;
            expect(one.priority).toBeCloseTo((one.demand / 5) * by, 9);
          }
          expect(rows.map(({ would }) => would.rank)).toEqual(rows.map((_, i) => i + 1));
          expect(new Set(rows.map(({ now }) => now.rank)).size).toBe(rows.length);
        },
      ),
    );
  });
});
