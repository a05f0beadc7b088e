import { createContext, useContext, useId } from 'react';
import { FieldError, useField } from './field';

/** What is wrong with the field of a form, by its name (`person.pay.0.rate`); null: nothing. */
export type FaultOf = (name: string) => string | null;

const FaultsContext = createContext<FaultOf>(() => null);

/** Around the fields of a form: each of them that has a name shows what is wrong with it. */
export const FaultsProvider = FaultsContext.Provider;

/**
 * What a control of a name shows where something is wrong with it: the attributes of its element, and the words under
 * it. `own`: what it finds wrong itself, which goes first.
 */
export function useFault(name: string | undefined, own: string | null = null) {
  const id = useId();
  const faultOf = useContext(FaultsContext);
  const field = useField();
  const wrong = own ?? (name === undefined ? null : faultOf(name));
  return {
    wrong,
    aria: {
      id: field?.id,
      'aria-invalid': wrong !== null || undefined,
      'aria-describedby': [wrong === null ? null : id, field?.hint].filter(Boolean).join(' ') || undefined,
    },
    words: wrong === null ? null : <FieldError id={id}>{wrong}</FieldError>,
  };
}
