import { readdirSync, readFileSync } from 'node:fs';
import { barText, hasWords, issueText } from './issue-text';

const sources = (dir: string): string[] =>
  readdirSync(dir, { withFileTypes: true }).flatMap((entry) => {
    const path = `${dir}/${entry.name}`;
    if (entry.isDirectory()) return sources(path);
    return /\.tsx?$/.test(entry.name) && !/test(?:ing)?\.tsx?$/.test(entry.name) ? [path] : [];
  });

/** Every code the program makes an issue of. */
const codes = new Set(
  ['core', 'server', 'app/routes', 'app/lib'].flatMap(sources).flatMap((path) => {
    const text = readFileSync(path, 'utf8');
    return [
      ...text.matchAll(/(?:issue|refuse|error:|say\([^)]*)\(?\s*'([a-z_]+\.[a-z_]+)'/g),
      ...text.matchAll(/code: '([a-z_]+\.[a-z_]+)'/g),
      ...text.matchAll(/'((?:lift|password|form|agreement|athlete|settings)\.[a-z_]+)'/g),
    ].map(([, code]) => code ?? '');
  }),
);
/** Actions of the trail and of the permissions are spelt alike and are no issues. */
const actions = new Set([
  'athlete.add',
  'athlete.change',
  'athlete.read',
  'athlete.import',
  'password.change',
  'settings.change',
  'athlete.change_birth_date',
]);

describe('the words of issues', () => {
  it('there are some for every code the program uses', () => {
    expect(codes.size).toBeGreaterThan(120);
    expect([...codes].filter((code) => !actions.has(code) && !hasWords(code)).sort()).toEqual([]);
  });
  it('say what was found, with its values', () => {
    expect(issueText({ code: 'bar.kit', path: [], values: { needs: ['ball', 'band'] } })).toBe(
      'needs ball and band',
    );
    expect(barText({ code: 'bar.kit_one_of', path: [], values: { needs: ['plate', 'vest'] } })).toBe(
      'needs plate or vest',
    );
    expect(
      issueText({
        code: 'trial.barred',
        path: [],
        values: { test: 'Front plank', bar: 'bar.held', quality: 'anti_extension' },
      }),
    ).toMatch(/^Front plank is left out for this athlete: .* is held by an open pain flag\.$/);
    expect(issueText({ code: 'nobody.knows', path: [], values: {} })).toBe('nobody.knows');
  });
});
