/**
 * The name in one of two of a field of the other. Of a draft, lines that were left empty are not sent, so those after
 * them stand earlier in what is. Lines are known by being the same or having the same id. Null: it is not there.
 *
 * @example
 * nameIn({ areas: [bar] }, { areas: [{ id: null, name: '' }, bar] }, 'areas.1.name'); // 'areas.0.name'
 */
export function nameIn(other: unknown, one: unknown, name: string): string | null {
  const steps: string[] = [];
  let [from, to] = [one, other];
  for (const step of name.split('.')) {
    const item = stepInto(from, step);
    const at: string | number =
      Array.isArray(from) && Array.isArray(to) ? placeOf(to, item, Number(step)) : step;
    if (at === -1) return null;
    steps.push(String(at));
    [from, to] = [item, stepInto(to, String(at))];
  }
  return steps.join('.');
}

function placeOf(list: readonly unknown[], item: unknown, usual: number): number {
  const id = idOf(item);
  if (typeof item !== 'object' || item === null) return usual;
  return list.findIndex((one) => one === item || (id !== null && idOf(one) === id));
}

function idOf(item: unknown): unknown {
  return stepInto(item, 'id') ?? null;
}

function stepInto(value: unknown, step: string): unknown {
  return typeof value === 'object' && value !== null ? (value as Record<string, unknown>)[step] : undefined;
}

/** The path of a problem as the name of a field: `input.site.areas[2].name` is `site.areas.2.name`. */
export function fieldName(path: string): string {
  return path.replace(/^input\.?/, '').replace(/\[(\d+)\]/g, '.$1');
}
