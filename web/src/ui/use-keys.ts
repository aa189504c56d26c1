import { useEffect, useRef } from 'react';

type Keys = Readonly<Record<string, (event: KeyboardEvent) => void>>;

/**
 * Keys for the whole page, while nobody is typing or in a dialog. Keys with Ctrl are written `Ctrl-z`,
 * `Ctrl-Shift-z`.
 */
export function useKeys(keys: Keys): void {
  const latest = useRef(keys);
  useEffect(() => {
    latest.current = keys;
  });
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      if (isElsewhere(event.target)) return;
      latest.current[nameOf(event)]?.(event);
    };
    window.addEventListener('keydown', onKeyDown);
    return () => window.removeEventListener('keydown', onKeyDown);
  }, []);
}

function nameOf(event: KeyboardEvent): string {
  if (!event.ctrlKey && !event.metaKey) return event.key;
  return `Ctrl-${event.shiftKey ? 'Shift-' : ''}${event.key.toLowerCase()}`;
}

function isElsewhere(target: EventTarget | null): boolean {
  return target instanceof Element && target.closest('input, select, textarea, [role="dialog"]') !== null;
}
