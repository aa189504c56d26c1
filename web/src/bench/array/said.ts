/** Without what nobody said: a part that may be left out is left out, not kept as nothing. */
export function said<Thing extends object>(thing: Thing): Thing {
  return Object.fromEntries(Object.entries(thing).filter(([, value]) => value !== undefined)) as Thing;
}
