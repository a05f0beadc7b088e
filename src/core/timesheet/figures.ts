import { bareHours, formatHours } from '../time/format';
import type { HourFigures } from './hours-rules';

/** Minutes as a bare figure: `7½`, `7:30`, `7.50`; hundredths of an hour are rounded, half away from zero. */
export function hoursFigure(minutes: number, figures: HourFigures): string {
  const sign = minutes < 0 ? '−' : '';
  const m = Math.abs(minutes);
  if (figures === 'fractions') return `${sign}${bareHours(m)}`;
  if (figures === 'clock') return `${sign}${Math.floor(m / 60)}:${String(m % 60).padStart(2, '0')}`;
  return `${sign}${(Math.round((m * 100) / 60) / 100).toFixed(2)}`;
}

/** The same with its unit where it needs one: `7½ h`, `7:30`, `7.50 h`. */
export function hoursText(minutes: number, figures: HourFigures): string {
  if (figures === 'fractions') return formatHours(minutes);
  return figures === 'clock' ? hoursFigure(minutes, figures) : `${hoursFigure(minutes, figures)} h`;
}

/** A difference with its sign; nothing where there is none. */
export function differenceFigure(minutes: number, figures: HourFigures): string {
  if (minutes === 0) return '';
  return minutes > 0 ? `+${hoursFigure(minutes, figures)}` : hoursFigure(minutes, figures);
}
