import { themeIn } from './theme';

describe('the theme in a cookie header', () => {
  it('is what was chosen, wherever it stands, and the system where nothing sensible was', () => {
    expect(themeIn('theme=dark')).toBe('dark');
    expect(themeIn('sid=abc; theme=light; other=1')).toBe('light');
    for (const nothing of [null, '', 'sid=abc', 'theme=', 'theme=mauve', 'mytheme=dark', '"><script>=dark'])
      expect(themeIn(nothing)).toBe('system');
  });
});
