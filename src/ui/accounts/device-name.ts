const BROWSERS: readonly (readonly [RegExp, string])[] = [
  [/\bEdg(e|A|iOS)?\//, 'Edge'],
  [/\bOPR\//, 'Opera'],
  [/\b(Firefox|FxiOS)\//, 'Firefox'],
  [/\b(Chrome|Chromium|CriOS|HeadlessChrome)\//, 'Chrome'],
  [/\bSafari\//, 'Safari'],
];

const SYSTEMS: readonly (readonly [RegExp, string])[] = [
  [/iPhone/, 'iPhone'],
  [/iPad/, 'iPad'],
  [/Android/, 'Android'],
  [/Windows/, 'Windows'],
  [/Mac OS X/, 'Mac'],
  [/CrOS/, 'ChromeOS'],
  [/Linux/, 'Linux'],
];

/** A device as its owner would call it, from what its browser says of itself: `Firefox on Windows`. */
export function deviceName(userAgent: string): string {
  const find = (list: typeof BROWSERS) => list.find(([pattern]) => pattern.test(userAgent))?.[1];
  const [browser, system] = [find(BROWSERS), find(SYSTEMS)];
  if (browser && system) return `${browser} on ${system}`;
  return browser ?? system ?? 'An unknown device';
}
