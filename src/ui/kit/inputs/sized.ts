/** Classes with a width: the one they name, else `usual`. A control is not as wide as there is room for. */
export function sized(className: string | undefined, usual: string): string {
  if (className === undefined || className === '') return usual;
  return /(^|\s)(w-|flex-1|grow)/.test(className) ? className : `${usual} ${className}`;
}
