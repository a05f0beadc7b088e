/** Expected trouble, as a value: what is wrong and where. */
export interface Problem {
  readonly code: string;
  readonly message: string;
  /** The field it is about, as a path such as `changes[0].shift.role`. */
  readonly path: string;
}

/** What failed. `problem` is what is told first; `problems` all there are, where several fields are wrong. */
export interface Failed {
  readonly ok: false;
  readonly problem: Problem;
  readonly problems?: readonly Problem[];
}

export type Result<T> = ({ readonly ok: true } & T) | Failed;

/** A failed result. */
export function fail(code: string, message: string, path = ''): { ok: false; problem: Problem } {
  return { ok: false, problem: { code, message, path } };
}

/** A failed result of all faults that were found, below a path; null: none was found. */
export function failAll(problems: readonly Problem[], root = ''): Failed | null {
  if (problems.length === 0) return null;
  const placed = problems.map((one) => ({ ...one, path: joined(root, one.path) }));
  return { ok: false, problem: placed[0], problems: placed };
}

/** A failed result with the places of its problems below a path. */
export function failedAt({ problem, problems = [problem] }: Failed, root: string): Failed {
  return failAll(problems, root)!;
}

function joined(root: string, path: string): string {
  return root === '' || path === '' || path.startsWith('[') ? `${root}${path}` : `${root}.${path}`;
}
