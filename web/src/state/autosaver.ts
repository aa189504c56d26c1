import type { Plan } from '@zarnel/core';
import type { DraftStore } from './drafts.ts';

export type SaveState =
  | { readonly kind: 'saved' }
  | { readonly kind: 'saving' }
  /** `isKept` says whether the browser’s own store has them; where it has not, only this page does. */
  | { readonly kind: 'offline'; readonly editCount: number; readonly isKept: boolean }
  | { readonly kind: 'conflict'; readonly current: number; readonly kept: number }
  | { readonly kind: 'refused'; readonly message: string };

/** What came of sending a plan. */
export type SaveAnswer =
  | { readonly kind: 'saved'; readonly revision: number }
  | { readonly kind: 'stale'; readonly current: number; readonly kept: number }
  | { readonly kind: 'unreachable' }
  | { readonly kind: 'refused'; readonly message: string };

export type AutosaverParts = {
  readonly send: (jobId: string, madeFrom: number, plan: Plan) => Promise<SaveAnswer>;
  readonly drafts: DraftStore;
  readonly onState: (state: SaveState) => void;
  /** Something broke that the person is told of by the state; here for whoever looks for why. */
  readonly onError: (error: unknown) => void;
  /** Edits within this time of each other are sent together. */
  readonly settleMs: number;
  /** How long to wait before trying an unreachable server again. */
  readonly retryMs: number;
};

/**
 * Sends a job’s plan after each edit, one save at a time. Until the server acknowledges an edit it stays in
 * the draft store; a stale save stops and waits for a decision.
 */
export class Autosaver {
  private unsent: Plan | null = null;
  private editCount = 0;
  private isSending = false;
  private isHalted = false;
  /** Whether the last try did not reach the server. */
  private isAway = false;
  private timer: ReturnType<typeof setTimeout> | undefined;
  /** Draft writes and removals in the order they were asked for; one that fails holds up none after it. */
  private draftWork: Promise<void> = Promise.resolve();
  /** Whether the newest draft is in the store. */
  private isKept = true;

  constructor(
    private readonly jobId: string,
    private revision: number,
    private readonly parts: AutosaverParts,
  ) {}

  /** An edit was made; the plan is now this. */
  changed(plan: Plan): void {
    this.unsent = plan;
    this.editCount++;
    this.keepDraft();
    if (this.isHalted) return;
    this.parts.onState({ kind: 'saving' });
    this.isAway = false;
    this.schedule(this.parts.settleMs);
  }

  /** Edits found in the draft store from before, made from an older or the present revision. */
  resume(plan: Plan, madeFrom: number, editCount: number): void {
    this.unsent = plan;
    this.editCount = editCount;
    this.revision = madeFrom;
    this.parts.onState({ kind: 'saving' });
    this.schedule(0);
  }

  /** After a conflict: what is here is to stand, over revision `current`. */
  overwrite(current: number): void {
    this.revision = current;
    this.isHalted = false;
    this.parts.onState({ kind: 'saving' });
    this.schedule(0);
  }

  /** Sends at once what is unsent; ends when the server has answered. */
  async flush(): Promise<void> {
    clearTimeout(this.timer);
    const plan = this.unsent;
    if (plan === null || this.isSending || this.isHalted) return;
    this.isSending = true;
    const answer = await this.parts
      .send(this.jobId, this.revision, plan)
      .catch((error: unknown): SaveAnswer => {
        // Whatever broke on the way, nothing was acknowledged: it is tried again.
        this.parts.onError(error);
        return { kind: 'unreachable' };
      });
    this.isSending = false;
    switch (answer.kind) {
      case 'saved':
        this.isAway = false;
        this.revision = answer.revision;
        if (this.unsent === plan) {
          this.unsent = null;
          this.editCount = 0;
          this.doOnDrafts(() => this.parts.drafts.remove(this.jobId));
          this.parts.onState({ kind: 'saved' });
        } else {
          this.keepDraft();
          this.schedule(0);
        }
        return;
      case 'unreachable':
        this.isAway = true;
        this.tellOffline();
        this.schedule(this.parts.retryMs);
        return;
      case 'stale':
        this.isHalted = true;
        this.parts.onState({ kind: 'conflict', current: answer.current, kept: answer.kept });
        return;
      case 'refused':
        this.isHalted = true;
        this.parts.onState({ kind: 'refused', message: answer.message });
        return;
    }
  }

  /** Forgets what is unsent: the decision was to take the server’s version. */
  async discard(): Promise<void> {
    this.stop();
    this.unsent = null;
    this.doOnDrafts(() => this.parts.drafts.remove(this.jobId));
    await this.draftWork;
  }

  /** Ends the timers; drafts stay. */
  stop(): void {
    clearTimeout(this.timer);
    this.isHalted = true;
  }

  private keepDraft(): void {
    if (this.unsent === null) return;
    const draft = {
      jobId: this.jobId,
      madeFrom: this.revision,
      plan: this.unsent,
      editCount: this.editCount,
    };
    this.doOnDrafts(() => this.parts.drafts.write(draft));
  }

  /** One thing after the other; whether the newest of them worked is told, and the next is tried in any case. */
  private doOnDrafts(work: () => Promise<void>): void {
    this.draftWork = this.draftWork.then(async () => {
      const wasKept = this.isKept;
      try {
        await work();
        this.isKept = true;
      } catch (error) {
        this.isKept = false;
        if (wasKept) this.parts.onError(error);
      }
      if (wasKept !== this.isKept && this.isAway) this.tellOffline();
    });
  }

  private tellOffline(): void {
    this.parts.onState({ kind: 'offline', editCount: this.editCount, isKept: this.isKept });
  }

  private schedule(afterMs: number): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.flush(), afterMs);
  }
}
