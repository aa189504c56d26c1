import { lockManager, newId } from '../../browser/facilities.ts';
import { tabChannel } from '../../state/tab.ts';

/** What is listened to: an item of a job by its instrument, from a line on. */
export type Wanted = {
  readonly jobId: string;
  readonly instrument: string;
  readonly item: string;
  readonly from: number;
};

/** A line of an instrument, or why there is none. */
export type Heard =
  { readonly kind: 'line'; readonly text: string } | { readonly kind: 'fault'; readonly text: string };

type Message =
  | { readonly kind: 'want'; readonly tab: string; readonly wanted: readonly Wanted[] }
  | { readonly kind: 'who wants' }
  | { readonly kind: 'heard'; readonly of: string; readonly heard: Heard };

const OUT_OF_REACH =
  'The instrument is out of reach, or this edit is not saved yet. It is tried again; or type the reading.';
const NO_STREAMS = 'This browser does not listen to instruments: type the reading.';
/** Tabs say this often what they want; one that is silent for some of these is gone. */
const TELL_EVERY_MS = 4000;
const GONE_MS = 4 * TELL_EVERY_MS;
const RETRY_MS = 3000;

const keyOf = ({ jobId, instrument, item }: Wanted) => `${jobId} ${instrument} ${item}`;

/**
 * Lines of instruments for all tabs of a browser over one connection: a browser has six in all for a server, and streams would take
 * them from whatever else is asked. One tab that measures listens for all; when it is done the next one does. Where a browser has no
 * locks or channels, each tab listens for itself.
 */
class SharedLines {
  private readonly tab = newId();
  private readonly own = new Map<
    string,
    { readonly wanted: Wanted; readonly hear: Set<(heard: Heard) => void> }
  >();
  private readonly others = new Map<string, { readonly wanted: readonly Wanted[]; readonly atMs: number }>();
  /** Of what is listened to, the number of the next line. */
  private readonly next = new Map<string, number>();
  private source: { readonly events: EventSource; readonly keys: readonly string[] } | null = null;
  private retry: ReturnType<typeof setTimeout> | undefined;
  private telling: ReturnType<typeof setInterval> | undefined;
  private isLeading = false;
  private isWaiting = false;
  private stepDown: (() => void) | null = null;
  private readonly send = tabChannel<Message>('instruments', (message) => this.told(message));

  /** Hears an item until what is given back is called. */
  listen(wanted: Wanted, hear: (heard: Heard) => void): () => void {
    const key = keyOf(wanted);
    const known = this.own.get(key) ?? { wanted, hear: new Set() };
    known.hear.add(hear);
    this.own.set(key, known);
    this.wantsChanged();
    return () => {
      known.hear.delete(hear);
      if (known.hear.size === 0 && this.own.get(key) === known) this.own.delete(key);
      this.wantsChanged();
    };
  }

  private wantsChanged(): void {
    const wanted = [...this.own.values()].map((each) => each.wanted);
    this.send({ kind: 'want', tab: this.tab, wanted });
    clearInterval(this.telling);
    if (wanted.length > 0) {
      this.telling = setInterval(() => {
        this.send({ kind: 'want', tab: this.tab, wanted: [...this.own.values()].map((each) => each.wanted) });
        this.listenNow();
      }, TELL_EVERY_MS);
      this.lead();
    } else this.stepDown?.();
    this.listenNow();
  }

  /** Takes the lead when no other tab has it, until nothing is measured here. */
  private lead(): void {
    if (this.isLeading || this.isWaiting) return;
    const locks = lockManager();
    const alone = () => {
      this.isWaiting = false;
      this.isLeading = true;
      this.stepDown = () => this.end();
      this.listenNow();
    };
    if (locks === null) {
      alone();
      return;
    }
    this.isWaiting = true;
    const led = (): Promise<void> =>
      new Promise((done) => {
        this.isWaiting = false;
        if (this.own.size === 0) {
          done();
          return;
        }
        this.isLeading = true;
        this.stepDown = () => {
          this.end();
          done();
        };
        this.send({ kind: 'who wants' });
        this.listenNow();
      });
    try {
      locks.request('zarnel-instruments', led).catch(alone);
    } catch {
      alone();
    }
  }

  private end(): void {
    this.isLeading = false;
    this.stepDown = null;
    this.listenNow();
  }

  private told(message: Message): void {
    switch (message.kind) {
      case 'want':
        if (message.wanted.length === 0) this.others.delete(message.tab);
        else this.others.set(message.tab, { wanted: message.wanted, atMs: Date.now() });
        this.listenNow();
        return;
      case 'who wants':
        if (this.own.size > 0)
          this.send({
            kind: 'want',
            tab: this.tab,
            wanted: [...this.own.values()].map((each) => each.wanted),
          });
        return;
      case 'heard':
        this.hear(message.of, message.heard);
    }
  }

  /** Listens to what is wanted now, over one stream; to nothing where another tab does. */
  private listenNow(): void {
    const wanted = new Map<string, Wanted>();
    if (this.isLeading) {
      for (const [tab, { atMs }] of this.others) if (Date.now() - atMs > GONE_MS) this.others.delete(tab);
      const all = [
        ...[...this.own.values()].map((each) => each.wanted),
        ...[...this.others.values()].flatMap((each) => each.wanted),
      ];
      for (const each of all) if (!wanted.has(keyOf(each))) wanted.set(keyOf(each), each);
    }
    const keys = [...wanted.keys()].sort();
    if (JSON.stringify(keys) === JSON.stringify(this.source?.keys ?? [])) return;
    clearTimeout(this.retry);
    this.source?.events.close();
    this.source = null;
    if (keys.length === 0) return;
    const query = new URLSearchParams(
      keys.map((key) => {
        const { jobId, instrument, from, item } = wanted.get(key) as Wanted;
        return ['of', `${jobId} ${instrument} ${Math.max(from, this.next.get(key) ?? 0)} ${item}`];
      }),
    );
    let events: EventSource;
    try {
      events = new EventSource(`/api/instruments/lines?${query.toString()}`);
    } catch {
      for (const key of keys) this.share(key, { kind: 'fault', text: NO_STREAMS });
      return;
    }
    this.source = { events, keys };
    events.onmessage = ({ data }: MessageEvent<string>) => this.line(keys, data);
    events.onerror = () => {
      for (const key of keys) this.share(key, { kind: 'fault', text: OUT_OF_REACH });
      // What was refused is not tried again by the browser itself.
      if (events.readyState !== EventSource.CLOSED) return;
      this.retry = setTimeout(() => {
        this.source = null;
        this.listenNow();
      }, RETRY_MS);
    };
  }

  private line(keys: readonly string[], data: string): void {
    const told = lineOf(data);
    const key = told === null ? undefined : keys[told.of];
    if (told === null || key === undefined) return;
    if (told.fault !== null) {
      this.share(key, { kind: 'fault', text: `${told.fault} ${OUT_OF_REACH}` });
      return;
    }
    this.next.set(key, (this.next.get(key) ?? 0) + 1);
    this.share(key, { kind: 'line', text: told.line });
  }

  private share(key: string, heard: Heard): void {
    this.hear(key, heard);
    this.send({ kind: 'heard', of: key, heard });
  }

  private hear(key: string, heard: Heard): void {
    for (const hear of this.own.get(key)?.hear ?? []) hear(heard);
  }
}

/** One message of the stream; null where it is none. */
function lineOf(
  data: string,
): { readonly of: number; readonly line: string; readonly fault: string | null } | null {
  try {
    const { of, line, fault } = JSON.parse(data) as Record<string, unknown>;
    if (typeof of !== 'number') return null;
    return {
      of,
      line: typeof line === 'string' ? line : '',
      fault: typeof fault === 'string' ? fault : null,
    };
  } catch {
    return null;
  }
}

export const sharedLines = new SharedLines();
