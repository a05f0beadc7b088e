import { createContext, useContext } from 'react';
import type { OwnPage } from '@/server/staff/payload';
import type { useMarks } from './marks';

/** What the staff pages share: what they show, and how something is said on them. */
export interface Staff {
  readonly page: OwnPage;
  /** Somebody else's page that is only looked at: nothing can be said on it. */
  readonly isReadOnly: boolean;
  readonly mark: ReturnType<typeof useMarks>['mark'];
  /** Shows at once what is still being sent. */
  readonly patch: (change: (page: OwnPage) => OwnPage) => void;
  /** Goes to another of the staff pages. */
  readonly go: (part: StaffPart, more?: string) => void;
}

/** The staff pages, the first of which is where one begins. */
export const STAFF_PARTS = ['shifts', 'jobs', 'team', 'open', 'leave', 'hours', 'news', 'you'] as const;
export type StaffPart = (typeof STAFF_PARTS)[number];

const Context = createContext<Staff | null>(null);
export const StaffProvider = Context.Provider;

/** What the staff pages share. */
export function useStaff(): Staff {
  const staff = useContext(Context);
  if (!staff) throw new Error('this stands on a staff page');
  return staff;
}
