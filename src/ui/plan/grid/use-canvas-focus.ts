import { type RefObject, useEffect } from 'react';
import { useView } from '../state/controller';

/** Puts the focus on the canvas when it comes and when typing ends, unless something else has it by then. */
export function useCanvasFocus(canvas: RefObject<HTMLElement | null>): void {
  const editing = useView((view) => view.editing !== null);
  useEffect(() => {
    const has = document.activeElement;
    if (!editing && (has === null || has === document.body)) canvas.current?.focus({ preventScroll: true });
  }, [editing, canvas]);
}
