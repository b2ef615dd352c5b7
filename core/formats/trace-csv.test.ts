import fc from 'fast-check';
import { instrumentIds } from '~/core/signals/instruments';
import { simulate } from '~/core/signals/simulate';
import { readTraceCsv, traceText } from './trace-csv';
import { traceCsv } from './trace-writer';

describe('traces as CSV', () => {
  it('written and read again are the same, on every instrument, gaps too', () => {
    for (const instrument of instrumentIds) {
      const { trace } = simulate({ seed: 'csv', instrument, play: 'hold', seconds: 6 });
      for (const values of Object.values(trace.channels)) values.fill(Number.NaN, 30, 44);
      const read = readTraceCsv(traceCsv(trace));
      if (!read.ok) throw new Error(read.error);
      expect(read.trace).toEqual(trace);
    }
  });
  it('takes semicolons, decimal commas and a BOM', () => {
    const read = readTraceCsv('\ufefft_s;cuff [mmHg]\n0;40,1\n0,05;40,3\n0,1;\n0,15;41\n');
    if (!read.ok) throw new Error(read.error);
    expect([...(read.trace.channels.cuff ?? [])]).toEqual([40.1, 40.3, Number.NaN, 41]);
    expect(traceText(read.trace)).toBe('Pressure cuff, 0 s');
  });
  it.each([
    ['a,b\n1,2\n', /no column t_s/],
    ['t_s,ear [dB]\n0,1\n', /no column is a channel/],
    ['t_s,cuff [kPa]\n0,5\n1,5\n', /column 2: Pressure comes in kPa, not in mmHg/],
    ['t_s,cuff [mmHg]\n0,40\n1,forty\n', /Line 3, column 2: “forty” is no number/],
    ['t_s,cuff [mmHg]\n0,40\nnow,40\n', /Line 3, column 1: “now” is no time/],
    ['t_s,cuff [mmHg]\n1,40\n0,40\n', /Line 3: the time goes back from 1 to 0/],
    ['t_s,cuff [mmHg]\n0,40\n99999,40\n', /at most/],
    ['t_s,cuff [mmHg]\n0,40\n', /fewer than two/],
  ])('refuses %j', (text, error) => {
    const read = readTraceCsv(text);
    expect(read.ok ? 'taken' : read.error).toMatch(error);
  });
  it('of any text gives a trace or an error', () => {
    const cell = fc.oneof(
      fc.string(),
      fc.double().map(String),
      fc.constant('t_s'),
      fc.constant('cuff [mmHg]'),
    );
    fc.assert(
      fc.property(fc.array(fc.array(cell, { maxLength: 4 }), { maxLength: 6 }), (rows) => {
        const read = readTraceCsv(rows.map((row) => row.join(',')).join('\n'));
        expect(read.ok ? read.trace.rateHz > 0 : read.error.length > 0).toBe(true);
      }),
    );
  });
});
