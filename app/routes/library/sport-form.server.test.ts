import { discipline } from '~/core/catalogue';
import { noEdits, withEdit } from '~/core/catalogue/edits';
import { qualityIds } from '~/core/catalogue/qualities';
import { tradeOf } from '~/core/catalogue/trade';
import { readSport } from './sport-form.server';

const marathon = 'running.marathon';
const own = {
  from: marathon,
  name: 'hill marathon',
  asks: 'up and down',
  profile: { reactive: 4.5 },
  minutes: 260,
  perMinute: 170,
};
const trade = tradeOf(withEdit(noEdits, { op: 'add', kind: 'sport', entryId: 'mine', sport: own }), 1);

/** The form as its page has it, and what was typed over it. */
function form(id: string, typed: Record<string, string>): FormData {
  const { asks, profile, exposure, name } = trade.discipline(id);
  const sent = new FormData();
  const whole = {
    name,
    asks,
    minutes: String(exposure.minutes),
    perMinute: String(exposure.perMinute),
    reason: 'Because.',
    ...Object.fromEntries(qualityIds.map((quality) => [`d.${quality}`, String(profile[quality])])),
    ...typed,
  };
  for (const [field, text] of Object.entries(whole)) sent.set(field, text);
  return sent;
}
const read = (id: string, typed: Record<string, string>) => readSport(form(id, typed), trade, id, 'new');

describe('the form of what a sport asks', () => {
  it('gives the cells that are not as shipped, and nothing when nothing was changed', () => {
    expect(read(marathon, { intent: 'change', 'd.reactive': '4,5', name: 'whatever' })).toEqual({
      ok: true,
      reason: 'Because.',
      edit: { op: 'change', kind: 'sport', entryId: marathon, patch: { profile: { reactive: 4.5 } } },
    });
    expect(read(marathon, { intent: 'change' })).toMatchObject({
      ok: false,
      errors: { form: 'Nothing was changed.' },
    });
    // Back to what it was copied from is a change too.
    const shipped = discipline(marathon).profile.reactive;
    expect(read('mine', { intent: 'change', 'd.reactive': String(shipped), name: 'uphill' })).toMatchObject({
      edit: { entryId: 'mine', patch: { profile: {}, name: 'uphill' } },
    });
  });
  it('copies a sport, or a copy of one, under a name of its own', () => {
    expect(read('mine', { intent: 'copy', name: 'other hills', minutes: '90' })).toMatchObject({
      edit: {
        op: 'add',
        entryId: 'new',
        sport: { from: marathon, name: 'other hills', profile: { reactive: 4.5 }, minutes: 90 },
      },
    });
    for (const name of ['Hill Marathon', discipline(marathon).name])
      expect(read('mine', { intent: 'copy', name })).toMatchObject({
        ok: false,
        errors: { name: expect.any(String) },
      });
    expect(read('mine', { intent: 'change', name: discipline('cycling.gravity').name })).toMatchObject({
      errors: { name: expect.any(String) },
    });
  });
  it('says what is wrong at its field, and asks why', () => {
    const wrong = read(marathon, {
      intent: 'change',
      'd.reactive': 'much',
      'd.anti_lateral': '6',
      'd.hip_extension': '1.2',
      minutes: '0',
      reason: ' ',
    });
    expect(wrong).toEqual({
      ok: false,
      errors: {
        reason: 'Say why, for whoever reads this later.',
        'd.reactive': 'Enter a figure.',
        'd.anti_lateral': 'From 0 to 5.',
        'd.hip_extension': 'In halves.',
        minutes: 'From 0.1 to 2880 minutes.',
      },
    });
    expect(read(marathon, { intent: 'hide', reason: '' })).toMatchObject({ ok: false });
    expect(read(marathon, { intent: 'hide' })).toMatchObject({ edit: { op: 'hide', kind: 'sport' } });
    expect(readSport(form(marathon, {}), trade, 'gone', 'new')).toMatchObject({ ok: false });
  });
});
