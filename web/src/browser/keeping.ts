/** What this browser keeps for a person, by what it is. */
export const KEPT_THINGS = ['edits', 'readings', 'steps', 'choices'] as const;
export type KeptThing = (typeof KEPT_THINGS)[number];

type Listener = () => void;

/** What the browser does not keep just now, as whoever tried has found. */
export class Keeping {
  private lost: ReadonlySet<KeptThing> = new Set();
  private readonly listeners = new Set<Listener>();

  /** Whether the newest of something could be kept. */
  tell(thing: KeptThing, isKept: boolean): void {
    if (this.lost.has(thing) !== isKept) return;
    const lost = new Set(this.lost);
    if (isKept) lost.delete(thing);
    else lost.add(thing);
    this.lost = lost;
    for (const listen of this.listeners) listen();
  }

  /** Another set for another answer. */
  readonly notKept = (): ReadonlySet<KeptThing> => this.lost;

  readonly subscribe = (listener: Listener): (() => void) => {
    this.listeners.add(listener);
    return () => void this.listeners.delete(listener);
  };
}

export const keeping = new Keeping();

/**
 * Tries something until it works: what could not be kept is written as soon as the browser keeps things again. One that comes later
 * takes the place of one that is still tried.
 */
export class UntilKept {
  private timer: ReturnType<typeof setTimeout> | undefined;
  private newest: (() => Promise<void>) | null = null;

  constructor(
    private readonly retryMs: number,
    private readonly onKept: (isKept: boolean, error?: unknown) => void,
  ) {}

  async try(work: () => Promise<void>): Promise<void> {
    clearTimeout(this.timer);
    this.newest = work;
    try {
      await work();
      if (this.newest === work) this.onKept(true);
    } catch (error) {
      // One that is older than what was tried since is not wanted any more.
      if (this.newest !== work) return;
      this.onKept(false, error);
      this.timer = setTimeout(() => void this.try(work), this.retryMs);
    }
  }
}

/** How often it is tried whether a store of the browser works again. */
export const RETRY_STORE_MS = 4000;
