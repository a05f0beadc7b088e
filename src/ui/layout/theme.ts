export type Theme = 'quay' | 'quay-night';

/** The theme of the page: it stands on the document, where the server wrote it before anything was drawn. */
export function themeNow(): Theme {
  return document.documentElement.dataset.theme === 'quay-night' ? 'quay-night' : 'quay';
}

/** Goes from the light theme to the dark one, or back; remembered for a year. */
export function changeTheme(): void {
  const other: Theme = themeNow() === 'quay' ? 'quay-night' : 'quay';
  document.cookie = `theme=${other}; path=/; max-age=31536000; samesite=lax`;
  document.documentElement.dataset.theme = other;
}

/** Hears of every change of the theme; returns what ends the listening. */
export function watchTheme(changed: () => void): () => void {
  const observer = new MutationObserver(changed);
  observer.observe(document.documentElement, { attributeFilter: ['data-theme'] });
  return () => observer.disconnect();
}
