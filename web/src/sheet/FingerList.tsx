import { useEffect, useRef } from 'react';
import { useKeys } from '../ui/use-keys.ts';
import type { Pressable } from './near-finger.ts';
import type { PointPx } from './viewport.ts';

type Props = {
  readonly at: PointPx;
  readonly things: readonly Pressable[];
  readonly widthPx: number;
  readonly heightPx: number;
  readonly onTake: (thing: Pressable) => void;
  readonly onClose: () => void;
};

const WIDTH_PX = 208;
const ROW_PX = 44;
/** Beside the finger, not under it. */
const ASIDE_PX = 28;

/** What a finger may have meant, beside it. */
export function FingerList({ at, things, widthPx, heightPx, onTake, onClose }: Props) {
  const list = useRef<HTMLUListElement>(null);
  useEffect(() => list.current?.querySelector('button')?.focus(), []);
  useKeys({ Escape: onClose });
  const [x, y] = at;
  const [width, height] = [Math.min(WIDTH_PX, widthPx), things.length * ROW_PX];
  const [isRight, isLeft] = [x + ASIDE_PX + width <= widthPx, x - ASIDE_PX - width >= 0];
  const left = isRight ? x + ASIDE_PX : isLeft ? x - ASIDE_PX - width : Math.max(0, widthPx - width);
  // Where neither side has room, below or above it: never under the finger that is just being lifted.
  const beside = Math.max(0, Math.min(y - ROW_PX / 2, heightPx - height));
  const below = y + ASIDE_PX;
  const top =
    isRight || isLeft ? beside : below + height <= heightPx ? below : Math.max(0, y - ASIDE_PX - height);
  return (
    <ul
      ref={list}
      aria-label="Which of these"
      className="absolute z-10 max-h-full overflow-auto border border-pencil bg-paper shadow-lg"
      style={{ left, top, width: WIDTH_PX }}
    >
      {things.map((thing) => (
        <li key={`${thing.ref.kind} ${thing.ref.id}`} className="border-b border-faint last:border-b-0">
          <button
            type="button"
            className="min-h-11 w-full px-3 text-left hover:bg-tape"
            onClick={() => onTake(thing)}
          >
            {thing.name}
          </button>
        </li>
      ))}
    </ul>
  );
}
