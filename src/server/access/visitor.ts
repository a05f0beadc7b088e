/** From where a request comes: for the list of sessions, and to count guesses. */
export interface Visitor {
  readonly address: string;
  readonly device: string;
}

/**
 * Where a request comes from. The address is what the server in front of the application wrote down of the connection:
 * what a request says of itself is not believed.
 */
export function visitorOf(headers: { get(name: string): string | null }): Visitor {
  return {
    address: headers.get('x-vicenda-address') ?? 'unknown',
    device: (headers.get('user-agent') ?? '').slice(0, 300),
  };
}
