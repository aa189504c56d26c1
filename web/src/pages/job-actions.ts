export const GROUPS = ['Go to', 'Do', 'Look at', 'Take in hand'] as const;

/** What can be done with an open job from anywhere, by its name, and by a key where it has one. */
export type JobAction = {
  readonly id: string;
  readonly group: (typeof GROUPS)[number];
  readonly name: string;
  readonly keys: string | null;
  readonly isOff?: boolean;
  readonly run: () => void;
};

/** Keys and presses that are no action of their own. */
export const GESTURES = [
  ['Arrows', 'Nudge what is selected by one mark'],
  ['Shift and arrows', 'Nudge by 1″ or 10 mm'],
  ['Shift and press', 'Select gear together with what is selected, or let go of it'],
  ['Alt while dragging', 'Neither stick nor round'],
  ['Escape', 'Stop a drag as if it never was; let go of the selection'],
] as const;
