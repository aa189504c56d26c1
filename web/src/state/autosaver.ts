import type { Plan } from '@zarnel/core/plan';
import type { Draft, DraftStore } from './drafts.ts';
import { InTurn } from '../in-turn.ts';

export type SaveState =
  | { readonly kind: 'saved' }
  | { readonly kind: 'saving' }
  /** `isKept` says whether the browser’s own store has them; where it has not, only this page does. */
  | { readonly kind: 'offline'; readonly why: Away; readonly editCount: number; readonly isKept: boolean }
  | { readonly kind: 'conflict'; readonly current: number; readonly kept: number }
  | { readonly kind: 'refused'; readonly message: string };

/** Why nothing is saved just now: the server does not answer, or has no room left. */
export type Away = 'unreachable' | 'disk-full';

/** What came of sending a plan. */
export type SaveAnswer =
  | { readonly kind: 'saved'; readonly revision: number }
  | { readonly kind: 'stale'; readonly current: number; readonly kept: number }
  | { readonly kind: Away }
  | { readonly kind: 'refused'; readonly message: string };

/** What is sent: a plan, the revision it was made from, and its place in the line of edits. */
export type Save = Pick<Draft, 'jobId' | 'madeFrom' | 'plan' | 'line' | 'order'>;

export type AutosaverParts = {
  readonly send: (save: Save) => Promise<SaveAnswer>;
  readonly drafts: DraftStore;
  readonly onState: (state: SaveState) => void;
  /** Something broke that the person is told of by the state; here for whoever looks for why. */
  readonly onError: (error: unknown) => void;
  /** Edits within this time of each other are sent together, but none waits longer than `mostMs`. */
  readonly settleMs: number;
  readonly mostMs: number;
  /** How long to wait before trying an unreachable server again. */
  readonly retryMs: number;
};

/**
 * Sends a job’s plan after each edit, one save at a time: the only one of its job in this page. Until the server
 * acknowledges an edit it stays in the draft store, and only the save that contained a draft removes it. Where another
 * saved first, both go on: what is edited here is kept beside the other until the person decides.
 */
export class Autosaver {
  private unsent: Plan | null = null;
  private editCount = 0;
  /** Grows with every edit of this line, through reloads. */
  private order = 0;
  private sending: Promise<void> | null = null;
  private isHalted = false;
  /** What the server kept beside another’s newest, while nobody has decided. */
  private beside: { readonly plan: Plan; readonly current: number; readonly kept: number } | null = null;
  /** Why the last try came to nothing. */
  private away: Away | null = null;
  private timer: ReturnType<typeof setTimeout> | undefined;
  /** By when what is unsent is sent, however steadily it is edited. */
  private dueMs: number | null = null;
  /** Draft writes and removals in the order they were asked for; one that fails holds up none after it. */
  private readonly draftWork = new InTurn();
  /** Whether the newest draft is in the store. */
  private isKept = true;
  private state: SaveState = { kind: 'saved' };

  /** `line` names the line of edits, through reloads; `revision` is the one it goes on from. */
  constructor(
    private readonly jobId: string,
    private revision: number,
    private readonly line: string,
    private readonly parts: AutosaverParts,
  ) {}

  /** Where in its line of edits the plan on the screen is. */
  get place(): { readonly line: string; readonly order: number } {
    const { line, order } = this;
    return { line, order };
  }

  /** The revision that the plan on the screen is; null while it is not saved. */
  get savedRevision(): number | null {
    return this.unsent === null ? this.revision : null;
  }

  /** The newest plan, while the server has not acknowledged it; null when nothing is unsent. */
  get unsentPlan(): Plan | null {
    return this.unsent;
  }

  /** An edit was made; the plan is now this. */
  changed(plan: Plan): void {
    this.unsent = plan;
    this.editCount++;
    this.order++;
    this.keepDraft();
    if (this.isHalted) return;
    this.away = null;
    if (this.beside === null) this.tell({ kind: 'saving' });
    const now = Date.now();
    this.dueMs ??= now + this.parts.mostMs;
    this.schedule(Math.max(0, Math.min(this.parts.settleMs, this.dueMs - now)));
  }

  /** A draft found in the store from before, made from an older or the present revision. */
  resume({ plan, madeFrom, editCount, order }: Draft): void {
    this.unsent = plan;
    this.editCount = editCount;
    this.order = order;
    this.revision = madeFrom;
    this.tell({ kind: 'saving' });
    this.schedule(0);
  }

  /** After a conflict: what is here is to stand, over revision `current`. */
  overwrite(current: number): void {
    this.revision = current;
    this.beside = null;
    this.isHalted = false;
    this.tell({ kind: 'saving' });
    this.schedule(0);
  }

  /** Sends at once what is unsent; ends when the server has answered. */
  async flush(): Promise<void> {
    if (this.sending !== null) await this.sending;
    clearTimeout(this.timer);
    const plan = this.unsent;
    if (plan === null || this.sending !== null || this.isHalted || this.beside?.plan === plan) return;
    this.sending = this.sendNow(plan).finally(() => (this.sending = null));
    await this.sending;
  }

  private async sendNow(plan: Plan): Promise<void> {
    this.dueMs = null;
    const { jobId, revision: madeFrom, line, order } = this;
    const answer = await this.parts.send({ jobId, madeFrom, plan, line, order }).catch((error: unknown) => {
      // Whatever broke on the way, nothing was acknowledged: it is tried again.
      this.parts.onError(error);
      return { kind: 'unreachable' } as const;
    });
    switch (answer.kind) {
      case 'saved':
        this.away = null;
        this.beside = null;
        this.revision = answer.revision;
        if (this.unsent === plan) {
          this.unsent = null;
          this.editCount = 0;
          void this.removeDraft(order);
          this.tell({ kind: 'saved' });
        } else {
          this.keepDraft();
          this.schedule(0);
        }
        return;
      case 'unreachable':
      case 'disk-full':
        this.away = answer.kind;
        if (this.beside === null) this.tellOffline();
        this.schedule(this.parts.retryMs);
        return;
      case 'stale':
        this.away = null;
        this.beside = { plan, current: answer.current, kept: answer.kept };
        this.tell({ kind: 'conflict', current: answer.current, kept: answer.kept });
        if (this.unsent !== plan) this.schedule(this.parts.settleMs);
        return;
      case 'refused':
        this.isHalted = true;
        this.tell({ kind: 'refused', message: answer.message });
        return;
    }
  }

  /**
   * Forgets what is unsent, for the decision was to take the server’s version; not before the server has kept it beside.
   * False where that could not be: then nothing has changed.
   */
  async discard(): Promise<boolean> {
    await this.flush();
    if (this.unsent !== null && this.beside?.plan !== this.unsent) return false;
    this.stop();
    this.unsent = null;
    await this.removeDraft(this.order);
    return true;
  }

  /** Ends the timers; drafts stay. */
  stop(): void {
    clearTimeout(this.timer);
    this.isHalted = true;
  }

  /** Says again how it stands, to a page that comes back to the job. */
  tellAgain(): void {
    this.parts.onState(this.state);
  }

  private tell(state: SaveState): void {
    this.state = state;
    this.parts.onState(state);
  }

  /** The newest takes the place of one whose turn has not come: no plan waits in line. */
  private keepDraft(): void {
    const { jobId, revision: madeFrom, unsent: plan, editCount, line, order } = this;
    if (plan === null) return;
    const draft = { jobId, madeFrom, plan, editCount, line, order };
    void this.draftWork.doNewest('write', () => this.tellHow(this.parts.drafts.write(draft)));
  }

  private async removeDraft(order: number): Promise<void> {
    await this.draftWork.do(() => this.tellHow(this.parts.drafts.remove(this.jobId, this.line, order)));
  }

  /** Tells whether the newest thing done with drafts worked. */
  private async tellHow(work: Promise<void>): Promise<void> {
    const wasKept = this.isKept;
    try {
      await work;
      this.isKept = true;
    } catch (error) {
      this.isKept = false;
      if (wasKept) this.parts.onError(error);
    }
    if (wasKept !== this.isKept && this.away !== null && this.beside === null) this.tellOffline();
  }

  private tellOffline(): void {
    const why = this.away ?? 'unreachable';
    this.tell({ kind: 'offline', why, editCount: this.editCount, isKept: this.isKept });
  }

  private schedule(afterMs: number): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.flush(), afterMs);
  }
}
