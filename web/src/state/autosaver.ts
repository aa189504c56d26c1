import type { Plan } from '@zarnel/core';
import type { DraftStore } from './drafts.ts';

export type SaveState =
  | { readonly kind: 'saved' }
  | { readonly kind: 'saving' }
  | { readonly kind: 'offline'; readonly editCount: number }
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
  private timer: ReturnType<typeof setTimeout> | undefined;
  /** Draft writes and removals in the order they were asked for. */
  private draftWork: Promise<void> = Promise.resolve();

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
    const answer = await this.parts.send(this.jobId, this.revision, plan);
    this.isSending = false;
    switch (answer.kind) {
      case 'saved':
        this.revision = answer.revision;
        if (this.unsent === plan) {
          this.unsent = null;
          this.editCount = 0;
          this.draftWork = this.draftWork.then(() => this.parts.drafts.remove(this.jobId));
          this.parts.onState({ kind: 'saved' });
        } else {
          this.keepDraft();
          this.schedule(0);
        }
        return;
      case 'unreachable':
        this.parts.onState({ kind: 'offline', editCount: this.editCount });
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
    this.draftWork = this.draftWork.then(() => this.parts.drafts.remove(this.jobId));
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
    this.draftWork = this.draftWork.then(() => this.parts.drafts.write(draft));
  }

  private schedule(afterMs: number): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.flush(), afterMs);
  }
}
