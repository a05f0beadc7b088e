const NAME = 'vicenda plan changed';

/** Says on this page that a plan was changed by something other than an edit. */
export function sayPlanChanged(): void {
  window.dispatchEvent(new Event(NAME));
}

/** Hears of it; returns what ends the listening. */
export function onPlanChanged(hear: () => void): () => void {
  window.addEventListener(NAME, hear);
  return () => window.removeEventListener(NAME, hear);
}
