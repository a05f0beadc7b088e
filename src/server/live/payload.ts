/** Somebody who has a week open. */
export interface Here {
  readonly tab: string;
  readonly name: string;
  readonly site: string;
  /** The first day of the week, `YYYY-MM-DD`. */
  readonly week: string;
}

/** What open pages hear of as it happens. */
export type LiveEvent =
  /** The plans of a site stand at a version now. */
  | { readonly kind: 'plan'; readonly site: string; readonly version: number }
  /** Who listens was told something. */
  | { readonly kind: 'news' }
  /** Staff said or asked for something: answered, saw, proposed; or what they asked for was decided. */
  | { readonly kind: 'staff' }
  /** Somebody clocked, or what was clocked was corrected. */
  | { readonly kind: 'clock' }
  /** Everybody who has a week of one's sites open. */
  | { readonly kind: 'here'; readonly here: readonly Here[] };
