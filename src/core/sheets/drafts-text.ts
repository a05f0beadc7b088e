import { counted, formatCount } from '../time/format';

/** How many of a sheet's shifts may still change, and how they are drawn; null where none may. */
export function draftsText(drafts: number, of: number, drawn: string): string | null {
  if (drafts === 0) return null;
  const are = drafts === 1 ? 'is a draft' : 'are drafts';
  return `${formatCount(drafts)} of ${counted(of, 'shift')} ${are}, ${drawn}: what is a draft may still change.`;
}
