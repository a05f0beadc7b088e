'use client';

import { useState } from 'react';
import { type HourFormat, formatTime } from '@/core/time/format';
import { offeredTimes } from '@/core/time/offered-times';
import { parseTimeWithin } from '@/core/time/parse-time';
import type { Span } from '@/core/time/span';
import { Suggest } from './suggest';

const WHOLE_DAY: Span = { from: 0, to: 1440 };

/**
 * A time of day, typed as people type it, or picked from the starts of blocks, narrowed by what is typed. Minutes from
 * midnight, after 1440 where the span reaches into the next day; null where there may be none.
 */
export function TimeInput({
  value,
  onChange,
  within = WHOLE_DAY,
  edge = 'neither',
  step,
  hourFormat,
  isNeeded = true,
  onWrong = () => undefined,
  label,
  placeholder,
  className = 'w-[72px]',
  disabled,
}: {
  readonly value: number | null;
  readonly onChange: (minute: number | null) => void;
  /** The only times that are taken. */
  readonly within?: Span;
  /** Which end of the span may be meant. */
  readonly edge?: 'start' | 'end' | 'neither';
  /** Minutes of a block: the list has their starts. */
  readonly step: number;
  readonly hourFormat: HourFormat;
  readonly isNeeded?: boolean;
  /** Hears what is wrong while it stands; null: nothing is. */
  readonly onWrong?: (message: string | null) => void;
  readonly label?: string;
  readonly placeholder?: string;
  readonly className?: string;
  readonly disabled?: boolean;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const written = value === null ? '' : formatTime(value, hourFormat);
  const time = (minute: number) => formatTime(minute, hourFormat);
  const scope = within === WHOLE_DAY ? 'of day' : `from ${time(within.from)} to ${time(within.to)}`;
  const read = (text: string): { minute: number | null; fault: string | null } => {
    if (text.trim() === '') return { minute: null, fault: isNeeded ? 'A time is needed' : null };
    const minute = parseTimeWithin(text, within, hourFormat, edge);
    return { minute, fault: minute === null ? `"${text.trim()}" is no time ${scope}` : null };
  };
  const wrong = typed === null ? null : read(typed).fault;
  const type = (text: string) => {
    setTyped(text);
    const { minute, fault } = read(text);
    onWrong(fault);
    if (fault === null) onChange(minute);
  };
  const offers = offeredTimes(typed ?? '', within, step).map((at) => ({
    value: at,
    name: formatTime(at, hourFormat),
  }));
  return (
    <span className="inline-flex flex-col">
      <Suggest
        label={label}
        placeholder={placeholder}
        className={className}
        disabled={disabled}
        fault={wrong && `${wrong}.`}
        text={typed ?? written}
        onText={type}
        offers={offers}
        onPick={({ value: at }) => {
          setTyped(null);
          onWrong(null);
          onChange(at);
        }}
        onLeave={() => wrong === null && setTyped(null)}
        onCancel={() => {
          setTyped(null);
          onWrong(null);
        }}
      />
    </span>
  );
}
