import { useLayoutEffect, useRef, type ReactNode } from 'react';

type Props = { readonly isOfNow: boolean; readonly children: ReactNode };

/** After longer than an answer usually takes, so that nothing flickers, and before anyone has read and marked. */
const GOES = 'invisible transition-[visibility] delay-200 duration-0';

/**
 * Figures that were worked out of the plan before go out of sight until they are of the plan as it is: their room is kept, so
 * that nothing jumps; what was open in it stays open, and what had the focus has it again.
 */
export function OfNow({ isOfNow, children }: Props) {
  const room = useRef<HTMLDivElement>(null);
  const hadFocus = useRef<HTMLElement | null>(null);
  useLayoutEffect(() => {
    const { activeElement } = document;
    if (!isOfNow) {
      // What goes out of sight loses the focus only when it is painted so.
      const isWithin = activeElement instanceof HTMLElement && room.current?.contains(activeElement) === true;
      hadFocus.current = isWithin ? activeElement : null;
      return;
    }
    if (activeElement === document.body) hadFocus.current?.focus({ preventScroll: true });
    hadFocus.current = null;
  }, [isOfNow]);
  return (
    <div ref={room} aria-busy={!isOfNow} className={isOfNow ? '' : GOES}>
      {children}
    </div>
  );
}
