/** From when shifts count as burdens that are shared out, in minutes of the day. */
export interface BurdenLimits {
  /** Shifts that end then or later, counted on into the next day, and that begin before. */
  readonly late: number;
  readonly early: number;
  /** The hours of the night, from one day into the next, and how many minutes in them make a night of a shift. */
  readonly nightFrom: number;
  readonly nightTo: number;
  readonly nightMinutes: number;
}

/** Those of sites that say nothing else. */
export const USUAL_LIMITS: BurdenLimits = {
  late: 22 * 60,
  early: 7 * 60 + 30,
  nightFrom: 23 * 60,
  nightTo: 6 * 60,
  nightMinutes: 180,
};
