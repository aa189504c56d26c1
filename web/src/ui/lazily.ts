import { lazy, type ComponentType, type LazyExoticComponent } from 'react';

/** A view that comes with its own part of the program, once it is first shown. */
export function lazily<Props>(
  load: () => Promise<ComponentType<Props>>,
): LazyExoticComponent<ComponentType<Props>> {
  return lazy(async () => ({ default: await load() }));
}
