import { useLayoutEffect, useRef, useState, type RefObject } from 'react';

export type SizePx = { readonly width: number; readonly height: number };

/** The size of an element, kept up to date; null until it is on the screen. */
export function useSize<Element extends HTMLElement>(): [RefObject<Element | null>, SizePx | null] {
  const ref = useRef<Element>(null);
  const [size, setSize] = useState<SizePx | null>(null);
  useLayoutEffect(() => {
    const element = ref.current;
    if (element === null) return undefined;
    const observer = new ResizeObserver(([entry]) => {
      if (entry !== undefined) setSize({ width: entry.contentRect.width, height: entry.contentRect.height });
    });
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return [ref, size];
}
