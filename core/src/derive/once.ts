/** What a pure function gives, worked out when it is first asked for. */
export function once<Value>(work: () => Value): () => Value {
  let known: { readonly value: Value } | null = null;
  return () => (known ??= { value: work() }).value;
}
