import { useEffect } from 'react';

const FOCUSABLE =
  'button:not([disabled]), a[href], input:not([disabled]), select, textarea, summary, [tabindex="0"]';

/**
 * Keeps the focus within an element: where what had it goes away by its own act, a fix that clears its finding say, the
 * focus goes to the first thing that can take it in the nearest surroundings that stay; to the
 * element itself where all of it is new.
 */
export function useKeptFocus(element: HTMLElement | null): void {
  useEffect(() => {
    if (element === null) return undefined;
    // Where the focus was, from within outwards.
    let chain: Element[] = [];
    const onFocus = ({ target }: FocusEvent) => {
      chain = [];
      for (let at = target instanceof Element ? target : null; at !== null; at = at.parentElement) {
        chain.push(at);
        if (at === element) break;
      }
    };
    const observer = new MutationObserver(() => {
      const [last] = chain;
      if (last === undefined || last.isConnected || document.activeElement !== document.body) return;
      const stays = chain.find((each) => each.isConnected) ?? element;
      chain = [];
      const next = stays === element ? null : stays.querySelector<HTMLElement>(FOCUSABLE);
      if (next === null) element.tabIndex = -1;
      (next ?? element).focus({ preventScroll: true });
    });
    element.addEventListener('focusin', onFocus);
    observer.observe(element, { childList: true, subtree: true });
    return () => {
      element.removeEventListener('focusin', onFocus);
      observer.disconnect();
    };
  }, [element]);
}
