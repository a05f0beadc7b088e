import { QueryClient, type QueryClientConfig } from '@tanstack/react-query';

const OPTIONS: QueryClientConfig = {
  defaultOptions: {
    queries: {
      retry: false,
      refetchOnWindowFocus: false,
      refetchOnReconnect: true,
      // Whoever asks says by the key what the answer depends on.
      staleTime: Infinity,
    },
  },
};

let ofTab: QueryClient | null = null;

/**
 * What has been asked of the server in this tab. Handed to each query by name, so that a component needs nothing around
 * it. On the server each page has one of its own: what one person's page begins with is nobody else's.
 */
export function queryClient(): QueryClient {
  if (typeof window === 'undefined') return new QueryClient(OPTIONS);
  return (ofTab ??= new QueryClient(OPTIONS));
}
