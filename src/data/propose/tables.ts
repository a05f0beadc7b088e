/** A way a week could be planned, kept beside it to be compared. */
export interface AlternativeTable {
  id: string;
  site_id: string;
  /** The first of its days, and how many. */
  first: string;
  days: number;
  name: string;
  made_at: string;
  made_by: string | null;
  /** Its shifts, and what proves them if they were proposed, as JSON. */
  content: string;
}
