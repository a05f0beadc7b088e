import { QueryClient } from '@tanstack/react-query';

/**
 * What has been asked of the server in this tab. Handed to each query by name, so that a component needs nothing around
 * it; on the server no query is ever asked, so nothing is shared between people there.
 */
export const queryClient = new QueryClient({
  defaultOptions: {
    queries: {
      retry: false,
      refetchOnWindowFocus: false,
      refetchOnReconnect: true,
      // Whoever asks says by the key what the answer depends on.
      staleTime: Infinity,
    },
  },
});
