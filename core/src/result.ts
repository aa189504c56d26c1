/** An expected outcome: either a value or a fault that says what is wrong. Never thrown. */
export type Result<T, F> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly fault: F };

export function ok<T>(value: T): { readonly ok: true; readonly value: T } {
  return { ok: true, value };
}

export function fail<F>(fault: F): { readonly ok: false; readonly fault: F } {
  return { ok: false, fault };
}

/** Ends a switch over a tagged union: the compiler proves that no kind was forgotten. */
export function assertNever(value: never): never {
  throw new Error(`Unhandled kind: ${JSON.stringify(value)}`);
}
