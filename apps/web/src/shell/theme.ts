/** Lights the page can be read in. */
export const THEMES = ['bright', 'dim', 'night'] as const;
type Theme = (typeof THEMES)[number];

export function readTheme(): Theme {
  const stored = localStorage.getItem('kanzel-theme');
  return THEMES.find((t) => t === stored) ?? 'bright';
}

/** Puts the theme chosen on this device into force; called once before the first paint. */
export function applyTheme(theme: Theme = readTheme()): void {
  document.documentElement.dataset['theme'] = theme;
  localStorage.setItem('kanzel-theme', theme);
}
