const MINUTE = 60_000;

/** How long after each failure a message is tried again, in milliseconds: in all for a day and a half. */
const PAUSES: readonly number[] = [1, 5, 15, 60, 180, 360, 720, 720].map((minutes) => minutes * MINUTE);

/** How long to wait after so many failures until a message is tried again; null: it is given up. */
export function pauseAfter(failures: number): number | null {
  return PAUSES[failures - 1] ?? null;
}
