import { ProblemError } from './problem.ts';

const UUID = /^[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}$/u;

/** The id in the path; what is no id is of nothing that exists. */
export function idOf(
  ctx: { readonly params: Readonly<Record<string, string | undefined>> },
  what: string,
): string {
  const { id = '' } = ctx.params;
  if (!UUID.test(id)) throw new ProblemError(404, `There is no such ${what}.`);
  return id;
}

export function found<T>(value: T | null, what: string): T {
  if (value === null) throw new ProblemError(404, `There is no such ${what}.`);
  return value;
}
