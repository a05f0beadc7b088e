/** Opens the data file before the first request, so that trouble with it is told at start, in words. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { openAtStart } = await import('./server/start');
  await openAtStart();
}
