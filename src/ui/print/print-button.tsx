'use client';
import { Button } from '../kit/button';

/** Prints the page. */
export function PrintButton() {
  return (
    <Button kind="primary" onClick={() => window.print()}>
      Print
    </Button>
  );
}
