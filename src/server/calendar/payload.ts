/** The addresses under which calendars find what one may see. Each is a secret of who asks. */
export interface FeedAddresses {
  /** null: the account belongs to nobody who works here. */
  readonly own: string | null;
  readonly sites: readonly { readonly id: string; readonly name: string; readonly address: string }[];
}
