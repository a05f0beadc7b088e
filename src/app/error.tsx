'use client';

import { Message } from '@/ui/layout/message';

export default function PageError({
  error,
  reset,
}: {
  error: Error & { digest?: string };
  reset: () => void;
}) {
  return (
    <Message title="This page could not be shown">
      {error.digest ? `It is in the log under ${error.digest}. ` : ''}
      <button type="button" className="link" onClick={reset}>
        Try again
      </button>
    </Message>
  );
}
