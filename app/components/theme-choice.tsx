import { useEffect, useState } from 'react';
import { chooseTheme, type Theme, themeIn, themes } from '~/app/lib/theme';

const words: Readonly<Record<Theme, string>> = { system: 'System', light: 'Light', dark: 'Dark' };

/** Light, dark, or as the system says, on this device. */
export function ThemeChoice({ className }: { className?: string }) {
  const [theme, setTheme] = useState<Theme>('system');
  useEffect(() => setTheme(themeIn(document.cookie)), []);
  return (
    <label className={className}>
      <span className="sr-only">Light or dark</span>
      <select
        value={theme}
        onChange={(event) => {
          const next = themes.find((one) => one === event.target.value) ?? 'system';
          setTheme(next);
          chooseTheme(next);
        }}
        className="min-h-8 w-full bg-transparent [&>option]:text-basalt"
      >
        {themes.map((one) => (
          <option key={one} value={one}>
            {words[one]}
          </option>
        ))}
      </select>
    </label>
  );
}
