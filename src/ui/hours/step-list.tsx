import type { SheetStep } from '@/core/timesheet/steps';
import { When } from '../layout/when';
import { STEP_WORDS } from './words';

/** Who did what with a period, and when; nothing where nobody did anything. */
export function StepList({
  steps,
  className,
}: {
  readonly steps: readonly SheetStep[];
  readonly className?: string;
}) {
  if (steps.length === 0) return null;
  return (
    <ul className={className} aria-label="What was done">
      {steps.map(({ id, kind, by, at, text }) => (
        <li key={id}>
          {STEP_WORDS[kind]} by {by}, <When at={at} />
          {text && `: ${text}`}
        </li>
      ))}
    </ul>
  );
}
