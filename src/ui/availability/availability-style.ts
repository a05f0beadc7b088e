import type { AvailabilityKind } from '@/core/plan/types';
import { type HourFormat, formatShortSpan, formatTimeSpan } from '@/core/time/format';
import type { Span } from '@/core/time/span';
import type { PaintStyle } from '../canvas/painter';

/** What can be said of some hours, and its words. */
export const KINDS: readonly (readonly [AvailabilityKind, string])[] = [
  ['available', 'available'],
  ['rather-not', 'rather not'],
  ['not-available', 'not available'],
];

const LOOK: Readonly<Record<AvailabilityKind, string>> = {
  available: 'bg-sheet border-kelp text-kelp border-solid',
  'rather-not': 'dotted border-muted text-muted border-dashed',
  'not-available': 'hatched border-rule text-muted',
};

/** How a span of availability looks where it is painted. */
export function availabilityStyle(
  value: AvailabilityKind,
  width: number,
  span: Span,
  hourFormat: HourFormat,
): PaintStyle {
  return {
    text: width > 60 ? formatShortSpan(span.from, span.to, hourFormat) : '',
    name: `${KINDS.find(([one]) => one === value)![1]}, ${formatTimeSpan(span.from, span.to, hourFormat)}`,
    className: `items-center border ${LOOK[value]}`,
  };
}
