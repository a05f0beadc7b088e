'use client';

import dynamic from 'next/dynamic';
import { useState } from 'react';
import { DateHabitsProvider } from '../kit/inputs/date-habits';
import { Choices, Fields, Figures, Lists, Overlays, States } from './samples';

const Toasts = dynamic(() => import('../kit/toast'), { ssr: false });

const THEMES = [
  ['quay', 'By day'],
  ['quay-night', 'By night'],
] as const;

/** Every control of the kit, in both themes side by side, with the names under which one finds them. */
export function Gallery() {
  const [isAmerican, setAmerican] = useState(false);
  return (
    <DateHabitsProvider
      value={isAmerican ? { order: 'month', weekStart: 6 } : { order: 'day', weekStart: 0 }}
    >
      <div className="grid min-h-dvh lg:grid-cols-2">
        {THEMES.map(([theme, name]) => (
          <section key={theme} data-theme={theme} aria-label={name} className="bg-paper text-ink px-6 py-5">
            <h1 className="mb-4 font-serif text-xl font-semibold">{name}</h1>
            <div className="flex flex-col gap-6">
              <Figures />
              <Fields isAmerican={isAmerican} onAmerican={setAmerican} />
              <Choices />
              <Overlays />
              <States />
              <Lists />
            </div>
          </section>
        ))}
      </div>
      <Toasts />
    </DateHabitsProvider>
  );
}
