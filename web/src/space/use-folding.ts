import { useCallback, useEffect, useRef, useState } from 'react';

const FOLD_MS = 240;

/** Starts flat and folds up; later to any part. Someone who wants no motion gets the end at once. */
export function useFolding() {
  const [ratio, setRatio] = useState(0);
  const [isMoving, setMoving] = useState(false);
  const frame = useRef(0);
  const now = useRef(0);
  now.current = ratio;

  const stop = useCallback(() => {
    cancelAnimationFrame(frame.current);
    setMoving(false);
  }, []);
  const foldTo = useCallback(
    (goal: number) => {
      stop();
      if (matchMedia('(prefers-reduced-motion: reduce)').matches) {
        setRatio(goal);
        return;
      }
      const from = now.current;
      const start = performance.now();
      setMoving(true);
      const step = (time: number) => {
        const part = Math.min(1, Math.max(0, (time - start) / FOLD_MS));
        // Slow at both ends.
        setRatio(from + (goal - from) * part * part * (3 - 2 * part));
        if (part < 1) frame.current = requestAnimationFrame(step);
        else setMoving(false);
      };
      frame.current = requestAnimationFrame(step);
    },
    [stop],
  );
  useEffect(() => {
    foldTo(1);
    return stop;
  }, [foldTo, stop]);
  return {
    ratio,
    isMoving,
    foldTo,
    setRatio: (next: number) => {
      stop();
      setRatio(next);
    },
  };
}
