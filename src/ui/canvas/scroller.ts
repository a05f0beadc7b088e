/** What scrolls an element: on narrow pages all of the work does. */
export function scrollerOf(element: HTMLElement | null): HTMLElement | null {
  let parent = element?.parentElement ?? null;
  while (parent && getComputedStyle(parent).overflowY !== 'auto') parent = parent.parentElement;
  return parent;
}
