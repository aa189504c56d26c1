import type { Plan } from '@zarnel/core/plan';
import type { Draft, DraftStore } from './drafts.ts';
import { InTurn } from '../in-turn.ts';

export type SaveState =
  | { readonly kind: 'saved' }
  | { readonly kind: 'saving' }
  /** `isKept` says whether the browser’s own store has them; where it has not, only this page does. */
  | {
      readonly kind: 'offline';
      readonly why: Away;
      /** What something in between answered; null where nothing did. */
      readonly status: number | null;
      readonly editCount: number;
      readonly isKept: boolean;
    }
  | { readonly kind: 'conflict'; readonly current: number; readonly kept: number }
  /** It is tried again: the cause may be over, or be in what was edited. */
  | {
      readonly kind: 'refused';
      readonly status: number;
      readonly message: string;
      readonly editCount: number;
      readonly isKept: boolean;
    };

/** Why nothing is saved just now: the server does not answer, has no room left, or something before it asks who one is. */
export type Away = 'unreachable' | 'disk-full' | 'sign-in';

/** What came of sending a plan; `retryAfterMs` where it was said when to come again. */
export type SaveAnswer =
  | { readonly kind: 'saved'; readonly revision: number }
  | { readonly kind: 'stale'; readonly current: number; readonly kept: number }
  | { readonly kind: Away; readonly status: number | null; readonly retryAfterMs: number | null }
  | {
      readonly kind: 'refused';
      readonly status: number;
      readonly message: string;
      readonly retryAfterMs: number | null;
    };

/** What is sent: a plan, the revision it was made from, and its place in the line of edits. */
export type Save = Pick<Draft, 'jobId' | 'madeFrom' | 'plan' | 'line' | 'secret' | 'order'>;

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
  /** The same after a refusal, whose cause is over by itself more slowly, or by another edit. */
  readonly retryRefusedMs: number;
  /** The same for a store of the browser that took nothing. */
  readonly retryStoreMs: number;
};

/** The name of a line of edits, and what only the page that began it knows. */
export type Line = { readonly line: string; readonly secret: string };

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
  private away: { readonly why: Away; readonly status: number | null } | null = null;
  private refusal: { readonly status: number; readonly message: string } | null = null;
  /** The server asked not to be asked before then. */
  private notBeforeMs = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;
  /** By when what is unsent is sent, however steadily it is edited. */
  private dueMs: number | null = null;
  /** Draft writes and removals in the order they were asked for; one that fails holds up none after it. */
  private readonly draftWork = new InTurn();
  /** Whether the newest draft is in the store; where not, it is tried again. */
  private isKept = true;
  private storeTimer: ReturnType<typeof setTimeout> | undefined;
  private readonly own: Line;
  private state: SaveState = { kind: 'saved' };

  /** `own` names the line of edits, through reloads; `revision` is the one it goes on from. */
  constructor(
    private readonly jobId: string,
    private revision: number,
    { line, secret }: Line,
    private readonly parts: AutosaverParts,
  ) {
    // These two alone, whatever else was given with them: they go into every save.
    this.own = { line, secret };
  }

  /** Where in its line of edits the plan on the screen is. */
  get place(): { readonly line: string; readonly order: number } {
    return { line: this.own.line, order: this.order };
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
    const now = Date.now();
    // While the server asked to be left alone, nothing is on its way.
    if (now < this.notBeforeMs) this.tellUnsaved();
    else {
      this.away = null;
      this.refusal = null;
      if (this.beside === null) this.tell({ kind: 'saving' });
    }
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

  /** The page shows a later revision, of another tab, and goes on from there. False where it has edits of its own. */
  follow(revision: number): boolean {
    if (this.unsent !== null || this.sending !== null || this.isHalted) return false;
    this.revision = revision;
    return true;
  }

  /** Something changed that may let it through: the network is back, somebody came back to the page, perhaps signed in. */
  wake(): void {
    if (this.unsent !== null && (this.away !== null || this.refusal !== null)) this.schedule(0);
  }

  /** Sends at once what is unsent, unless the server asked to be left alone; ends when the server has answered. */
  async flush(): Promise<void> {
    if (this.sending !== null) await this.sending;
    clearTimeout(this.timer);
    const plan = this.unsent;
    if (plan !== null && !this.isHalted && Date.now() < this.notBeforeMs) {
      this.schedule(0);
      return;
    }
    if (plan === null || this.sending !== null || this.isHalted || this.beside?.plan === plan) return;
    this.sending = this.sendNow(plan).finally(() => (this.sending = null));
    await this.sending;
  }

  private async sendNow(plan: Plan): Promise<void> {
    this.dueMs = null;
    const { jobId, revision: madeFrom, own, order } = this;
    const answer = await this.parts
      .send({ jobId, madeFrom, plan, ...own, order })
      .catch((error: unknown): SaveAnswer => {
        // Whatever broke on the way, nothing was acknowledged: it is tried again.
        this.parts.onError(error);
        return { kind: 'unreachable', status: null, retryAfterMs: null };
      });
    const waitMs = 'retryAfterMs' in answer ? answer.retryAfterMs : null;
    this.notBeforeMs = waitMs === null ? 0 : Date.now() + waitMs;
    this.refusal = null;
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
      case 'sign-in':
        this.away = { why: answer.kind, status: answer.status };
        this.tellUnsaved();
        this.schedule(this.parts.retryMs);
        return;
      case 'stale':
        this.away = null;
        this.beside = { plan, current: answer.current, kept: answer.kept };
        this.tell({ kind: 'conflict', current: answer.current, kept: answer.kept });
        if (this.unsent !== plan) this.schedule(this.parts.settleMs);
        return;
      case 'refused':
        this.away = null;
        this.refusal = { status: answer.status, message: answer.message };
        this.tellUnsaved();
        this.schedule(this.parts.retryRefusedMs);
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
    clearTimeout(this.storeTimer);
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
    const { jobId, revision: madeFrom, unsent: plan, editCount, own, order } = this;
    clearTimeout(this.storeTimer);
    if (plan === null) return;
    const draft = { jobId, madeFrom, plan, editCount, ...own, order };
    void this.draftWork.doNewest('write', () => this.tellHow(this.parts.drafts.write(draft)));
  }

  private async removeDraft(order: number): Promise<void> {
    await this.draftWork.do(() => this.tellHow(this.parts.drafts.remove(this.jobId, this.own.line, order)));
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
      // The store may work again: then what is not kept is written at once.
      clearTimeout(this.storeTimer);
      this.storeTimer = setTimeout(() => {
        if (this.unsent === null) void this.removeDraft(this.order);
        else this.keepDraft();
      }, this.parts.retryStoreMs);
    }
    if (wasKept !== this.isKept) this.tellUnsaved();
  }

  /** Why the newest is not saved; nothing where nothing is wrong, or where two versions are told of. */
  private tellUnsaved(): void {
    if (this.beside !== null) return;
    const { editCount, isKept, away, refusal } = this;
    if (refusal !== null) this.tell({ kind: 'refused', ...refusal, editCount, isKept });
    else if (away !== null) this.tell({ kind: 'offline', ...away, editCount, isKept });
  }

  private schedule(afterMs: number): void {
    clearTimeout(this.timer);
    const waitMs = Math.max(afterMs, this.notBeforeMs - Date.now());
    this.timer = setTimeout(() => void this.flush(), waitMs);
  }
}
