import { useEffect, useState } from 'react';

/**
 * What an address answers as JSON; null until it has. Asked anew when the address or `again` changes: what was
 * answered before stands until then. `failed`: the last asking had no good answer. `rest`: how many milliseconds to
 * wait before asking anew.
 */
export function useAnswer<T>(
  address: string,
  again: unknown = null,
  rest = 0,
): { readonly answer: T | null; readonly failed: boolean } {
  const [state, setState] = useState<{ answer: T | null; failed: boolean }>({ answer: null, failed: false });
  const isFirst = state.answer === null;
  useEffect(() => {
    let gone = false;
    const ask = () =>
      fetch(address)
        .then((response) => (response.ok ? response.json() : Promise.reject(new Error(response.statusText))))
        .then((answer: T) => !gone && setState({ answer, failed: false }))
        .catch(() => !gone && setState(({ answer }) => ({ answer, failed: true })));
    const timer = setTimeout(() => void ask(), isFirst ? 0 : rest);
    return () => {
      gone = true;
      clearTimeout(timer);
    };
    // That there was an answer only says how long to wait.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [address, again, rest]);
  return state;
}
