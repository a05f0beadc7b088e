'use client';

/** Prints the page. */
export function PrintButton() {
  return (
    <button type="button" className="solid-button" onClick={() => window.print()}>
      Print
    </button>
  );
}
