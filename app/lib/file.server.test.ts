import { fileAnswer } from './file.server';

describe('a file to keep', () => {
  const named = (name: string) =>
    fileAnswer(name, 'text/calendar', 'x').headers.get('Content-Disposition') ?? '';
  it('is named in any script, with a plain name beside it for who reads no other', () => {
    expect(named('Sessions Zoë 木村.ics')).toContain(
      `filename*=UTF-8''${encodeURIComponent('Sessions Zoë 木村.ics')}`,
    );
    expect(named('Sessions Zoë 木村.ics')).toMatch(/filename="[ -~\u00a0-\u00ff]+"/);
    expect(named('sessions.csv')).toBe('attachment; filename="sessions.csv"');
  });
  it('cannot break out of its header, nor out of its folder', () => {
    const header = named('a"; filename="b\r\nSet-Cookie: x=1/../c.ics');
    expect(header).not.toMatch(/[\r\n]/);
    expect(header).not.toContain('..%2F');
  });
  it('stays in no cache', () => {
    const { headers } = fileAnswer('a.csv', 'text/csv', 'a;b');
    expect(headers.get('Cache-Control')).toBe('private, no-store');
    expect(headers.get('Content-Type')).toBe('text/csv; charset=utf-8');
  });
});
