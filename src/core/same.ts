/**
 * Whether two plain values say the same: parts of objects in whatever order, lists and maps in theirs by place or
 * key. A part left out says the same as null.
 */
export function same(a: unknown, b: unknown): boolean {
  if (a === b || (a ?? null) === (b ?? null)) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  if (Array.isArray(a) || Array.isArray(b))
    return (
      Array.isArray(a) &&
      Array.isArray(b) &&
      a.length === b.length &&
      a.every((part: unknown, i) => same(part, b[i]))
    );
  if (a instanceof Map || b instanceof Map)
    return (
      a instanceof Map &&
      b instanceof Map &&
      a.size === b.size &&
      [...a].every(([key, part]) => b.has(key) && same(part, b.get(key)))
    );
  for (const key in a) if (!same(part(a, key), part(b, key))) return false;
  for (const key in b) if (!(key in a) && !same(null, part(b, key))) return false;
  return true;
}

function part(of: object, key: string): unknown {
  return (of as Readonly<Record<string, unknown>>)[key];
}
