/** What a table of shifts may say of each. */
export const SHIFT_COLUMNS = [
  { id: 'date', name: 'Date' },
  { id: 'weekday', name: 'Weekday' },
  { id: 'person', name: 'Person' },
  { id: 'number', name: 'Number' },
  { id: 'role', name: 'Role' },
  { id: 'start', name: 'Start' },
  { id: 'end', name: 'End' },
  { id: 'break', name: 'Break (min)' },
  { id: 'paid', name: 'Paid hours' },
  { id: 'label', name: 'Label' },
  { id: 'station', name: 'Station' },
  { id: 'note', name: 'Note' },
  { id: 'state', name: 'State' },
] as const;

export type ShiftColumn = (typeof SHIFT_COLUMNS)[number]['id'];
