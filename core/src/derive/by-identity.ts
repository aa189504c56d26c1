/** Remembers what a pure function made of an object that never changes: for shapes that many look at. */
export function byIdentity<Of extends object, Value>(work: (of: Of) => Value): (of: Of) => Value {
  const known = new WeakMap<Of, { readonly value: Value }>();
  return (of) => {
    const before = known.get(of);
    if (before !== undefined) return before.value;
    const value = work(of);
    known.set(of, { value });
    return value;
  };
}
