/** How the pages look on this device: as the system says, or by choice. A cookie keeps it, so that the first paint is right. */
export const themes = ['system', 'light', 'dark'] as const;
export type Theme = (typeof themes)[number];

const cookie = 'theme';
const isTheme = (value: string | undefined): value is Theme => themes.some((theme) => theme === value);

/** The choice in a cookie header, or on this page; `system` when none was made. */
export function themeIn(cookies: string | null): Theme {
  const found = cookies
    ?.split(';')
    .map((part) => part.trim().split('='))
    .find(([name]) => name === cookie)?.[1];
  return isTheme(found) ? found : 'system';
}

/** Keeps a choice for a year and turns the page over at once. */
export function chooseTheme(theme: Theme): void {
  // biome-ignore lint/suspicious/noDocumentCookie: the cookie store is not in every browser yet
  document.cookie = `${cookie}=${theme};path=/;max-age=31536000;samesite=lax`;
  if (theme === 'system') delete document.documentElement.dataset.theme;
  else document.documentElement.dataset.theme = theme;
}
