'use client';

import { createContext, useContext } from 'react';
import type { DateHabits } from '@/core/time/typed-date';

/** Where no site says otherwise. */
export const DEFAULT_DATES: DateHabits = { order: 'day', weekStart: 0 };

const Habits = createContext(DEFAULT_DATES);

/** Says how dates are written and picked below it. */
export const DateHabitsProvider = Habits.Provider;

/** How dates are written and picked here. */
export function useDateHabits(): DateHabits {
  return useContext(Habits);
}
