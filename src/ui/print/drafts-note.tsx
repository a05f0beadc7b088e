import { draftsText } from '@/core/sheets/drafts-text';

/** Says how many of the shifts may still change; nothing where none may. */
export function DraftsNote({ drafts, of }: { readonly drafts: number; readonly of: number }) {
  const text = draftsText(drafts, of, 'drawn dashed');
  return text === null ? null : <p className="mb-3 font-semibold">{text}</p>;
}
