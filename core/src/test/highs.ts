import load, { type Highs } from 'highs';

/** The package’s types describe another module format than it ships: its default is the loader itself. */
const loader = load as unknown as () => Promise<Highs>;
let loaded: Promise<Highs> | null = null;

/** The reference library for linear and mixed-integer programs, loaded once. */
export function loadHighs(): Promise<Highs> {
  loaded ??= loader();
  return loaded;
}
