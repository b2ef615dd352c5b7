import { hashPassword, safeNext } from './sign-in.server';
import { dayIn } from './today';

describe('signing in', () => {
  it('goes on only to paths of this site', () => {
    expect(safeNext('/athletes?q=a')).toBe('/athletes?q=a');
    for (const bad of [
      null,
      '',
      'https://elsewhere.example',
      '//elsewhere.example',
      '/\\elsewhere.example',
      '/sign-out',
      '/\\t/elsewhere.example',
      'javascript:alert(1)',
      'http://user@pillar.invalid/x',
      '/\n/elsewhere.example',
    ])
      expect(safeNext(bad)).toBe('/');
  });
  it('hashes by argon2id, each time with its own salt', async () => {
    const [one, two] = await Promise.all([hashPassword('a long password'), hashPassword('a long password')]);
    expect(one).toMatch(/^\$argon2id\$v=19\$m=19456,t=2,p=1\$/);
    expect(one).not.toBe(two);
  });
});

it('knows the practice’s day, not the server’s', () => {
  const late = new Date('2026-11-25T23:30:00Z');
  expect(dayIn('Europe/London', late)).toBe('2026-11-25');
  expect(dayIn('Pacific/Auckland', late)).toBe('2026-11-26');
});
