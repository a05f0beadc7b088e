/** Hours that were typed for a date; `about`: a date of a locked period that they put right. */
export interface TypedHoursTable {
  id: string;
  person_id: string;
  date: string;
  position: number;
  kind: string | null;
  from_minute: number | null;
  to_minute: number | null;
  minutes: number;
  role_id: string | null;
  note: string;
  about: string | null;
  at: string;
  by_name: string;
}

/** What was done with somebody's hours of a period; `figures`: the core's, as JSON. */
export interface TimesheetStepTable {
  id: string;
  person_id: string;
  first: string;
  days: number;
  kind: string;
  at: string;
  by_name: string;
  content: string;
  figures: string | null;
}

/** A file for payroll; `people`: whose hours are in it, `content`: its lines, both as JSON. */
export interface PayrollExportTable {
  id: string;
  site_id: string;
  first: string;
  days: number;
  at: string;
  by_name: string;
  form: string;
  people: string;
  content: string;
}

/** What somebody asks to have clocked, or put right: `punch_id` null: nobody clocked it; `kind` null: it is to be taken away. */
export interface PunchRequestTable {
  id: string;
  person_id: string;
  site_id: string;
  punch_id: string | null;
  kind: string | null;
  at: string;
  reason: string;
  asked_at: string;
  state: string;
  answered_at: string | null;
  answered_by: string | null;
  answer: string;
}
