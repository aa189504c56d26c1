import type { ComponentType } from 'react';
import type { Ref } from '@zarnel/core/checks';
import type { Evaluation, Prepared } from '@zarnel/core/figures';
import type { Plan } from '@zarnel/core/plan';
import type { Reader } from '@zarnel/core/words';

/** What the work of a step and every panel are given. */
export type RoomProps = {
  readonly plan: Plan;
  readonly prepared: Prepared;
  /** Of the plan as it is now; null while it is worked out. */
  readonly current: Evaluation | null;
  readonly reader: Reader;
};

/** A panel of one thing, by its id. It is shown only while there is such a thing. */
export type PanelProps = RoomProps & { readonly id: string };

/** One kind of thing at the bench: whether there is still one of an id, and what shows it. */
export type RoomPanel = {
  /** By the plan alone: what is selected stays at the bench while it is worked out. */
  readonly isThere: (of: Pick<PanelProps, 'id' | 'prepared'>) => boolean;
  readonly Panel: ComponentType<PanelProps>;
};

/** A room of the bench, as it announces itself: what is done at its step, and what shows the things that are worked on there. */
export type Room = {
  /** What stands above the findings, and below them. */
  readonly above?: ComponentType<RoomProps>;
  readonly below?: ComponentType<RoomProps>;
  /** Which findings are listed with it. */
  readonly lists: 'all' | 'of-step' | 'none';
  /** Whether what is worked on here is paper: nothing on the walls is looked for or worked on. */
  readonly isPaper?: true;
  /** What the way back from a panel is called, where it leads to more than findings. */
  readonly backTo?: string;
  readonly panels: Readonly<Partial<Record<Ref['kind'], RoomPanel>>>;
};
