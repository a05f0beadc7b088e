export type Theme = 'quay' | 'quay-night';

/** What somebody chose: one of the themes, or whatever the system says. */
export type ThemeChoice = Theme | 'system';

const YEAR_S = 31_536_000;

/** The theme of the page: it stands on the document, where it was written before anything was drawn. */
export function themeNow(): Theme {
  return document.documentElement.dataset.theme === 'quay-night' ? 'quay-night' : 'quay';
}

/** What was chosen in this browser. */
export function themeChoice(): ThemeChoice {
  const chosen = /(?:^|; )theme=(quay(?:-night)?)(?:;|$)/.exec(document.cookie)?.[1];
  return (chosen as Theme | undefined) ?? 'system';
}

/** Chooses a theme; remembered for a year. */
export function chooseTheme(choice: ThemeChoice): void {
  const isDark = matchMedia('(prefers-color-scheme: dark)').matches;
  const age = choice === 'system' ? 0 : YEAR_S;
  document.cookie = `theme=${choice}; path=/; max-age=${age}; samesite=lax`;
  document.documentElement.dataset.theme = choice === 'system' ? (isDark ? 'quay-night' : 'quay') : choice;
}

/** Hears of every change of the theme; returns what ends the listening. */
export function watchTheme(changed: () => void): () => void {
  const observer = new MutationObserver(changed);
  observer.observe(document.documentElement, { attributeFilter: ['data-theme'] });
  return () => observer.disconnect();
}
