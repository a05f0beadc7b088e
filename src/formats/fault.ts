/** Something wrong in an input, and where: `$.people[0].name`. */
export interface Fault {
  readonly path: string;
  readonly message: string;
}

/** A place in a JSON document, as steps from its root. */
export type Steps = readonly (string | number)[];

/** Writes a place as `$.people[0].roles[1].role`; names that are not plain words go in brackets. */
export function formatPath(steps: Steps): string {
  let path = '$';
  for (const step of steps)
    if (typeof step === 'number') path += `[${step}]`;
    else path += /^[A-Za-z_$][\w$]*$/.test(step) ? `.${step}` : `[${JSON.stringify(step)}]`;
  return path;
}
