import { useEffect, useRef } from 'react';

type Keys = Readonly<Record<string, (event: KeyboardEvent) => void>>;

/**
 * Keys for the whole page, while nothing that has the focus takes them itself. Keys with Ctrl are written `Ctrl-z`,
 * `Ctrl-Shift-z`.
 */
export function useKeys(keys: Keys): void {
  const latest = useRef(keys);
  useEffect(() => {
    latest.current = keys;
  });
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      if (event.defaultPrevented || isTaken(event)) return;
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

const roles = (...names: readonly string[]) => names.map((name) => `[role="${name}"]`).join(', ');

/** Text is typed here, or a dialog stands over the page: every key is theirs. */
const TAKES_ALL = `input, select, textarea, [contenteditable="true"], ${roles('dialog', 'alertdialog', 'textbox', 'searchbox', 'spinbutton')}`;
/** Lists: letters and digits find an entry, arrows walk, Escape closes. With Ctrl they take nothing. */
const TAKES_PLAIN = roles('listbox', 'combobox', 'menu', 'menubar', 'tree', 'grid');
/** These walk by arrows and the like alone. */
const TAKES_ARROWS = roles('slider', 'radiogroup', 'tablist', 'scrollbar', 'toolbar');
const ARROWS: ReadonlySet<string> = new Set([
  'ArrowLeft',
  'ArrowRight',
  'ArrowUp',
  'ArrowDown',
  'Home',
  'End',
  'PageUp',
  'PageDown',
]);

/** Whether what has the focus takes a key itself. */
function isTaken(event: KeyboardEvent): boolean {
  const { target } = event;
  if (!(target instanceof Element)) return false;
  const isIn = (selector: string) => target.closest(selector) !== null;
  if (isIn(TAKES_ALL)) return true;
  if (!event.ctrlKey && !event.metaKey && isIn(TAKES_PLAIN)) return true;
  return ARROWS.has(event.key) && isIn(TAKES_ARROWS);
}
