import { keeping, RETRY_STORE_MS } from './keeping.ts';

/**
 * What a browser offers, where it does: any of it may be missing, or throw when it is touched (where site data is blocked). The
 * page works without; it keeps what it can, and says what is not kept.
 */

type TextStore = Pick<Storage, 'getItem' | 'setItem'>;

/** A facility that may be missing, or throw when it is looked at. */
function reach<Facility>(look: () => Facility | undefined): Facility | null {
  try {
    return look() ?? null;
  } catch {
    return null;
  }
}

/**
 * Texts kept under keys. What the browser does not take is kept by the page, and tried again until it does; `onKept` hears
 * whether all is kept.
 */
export class KeptTexts implements TextStore {
  private readonly unkept = new Map<string, string>();
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly open: () => TextStore,
    private readonly onKept: (isKept: boolean) => void,
    private readonly retryMs = RETRY_STORE_MS,
  ) {}

  getItem(key: string): string | null {
    const own = this.unkept.get(key);
    if (own !== undefined) return own;
    try {
      return this.open().getItem(key);
    } catch {
      this.onKept(false);
      return null;
    }
  }

  setItem(key: string, text: string): void {
    this.unkept.set(key, text);
    this.write();
  }

  private write(): void {
    clearTimeout(this.timer);
    try {
      for (const [key, text] of this.unkept) {
        this.open().setItem(key, text);
        this.unkept.delete(key);
      }
      this.onKept(true);
    } catch {
      this.onKept(false);
      this.timer = setTimeout(() => this.write(), this.retryMs);
    }
  }
}

/** Kept through everything, for all tabs. */
export const localTexts = new KeptTexts(
  () => localStorage,
  (isKept) => keeping.tell('choices', isKept),
);

/** Kept through a reload, for this tab alone. Without it a tab has another name after a reload, and nothing is lost. */
export const tabTexts = new KeptTexts(
  () => sessionStorage,
  () => undefined,
);

/** Null where there are no locks: in old browsers, and at addresses without TLS that are not this machine’s. */
export function lockManager(): LockManager | null {
  return reach(() => (navigator as { readonly locks?: LockManager }).locks);
}

/** A channel to the other tabs; null where there is none. */
export function channelOf(name: string): BroadcastChannel | null {
  return reach(() => new BroadcastChannel(name));
}

/** A UUID (RFC 9562, version 4), also where the browser makes none by itself. */
export function newId(): string {
  const own = reach(() => (crypto as { readonly randomUUID?: () => string }).randomUUID?.());
  if (own !== null) return own;
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  const digits = Array.from(bytes, (byte, index) =>
    (index === 6 ? (byte & 0x0f) | 0x40 : index === 8 ? (byte & 0x3f) | 0x80 : byte)
      .toString(16)
      .padStart(2, '0'),
  ).join('');
  return digits.replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/u, '$1-$2-$3-$4-$5');
}

/** Prints what is on the screen. False where the browser does not print. */
export function printPage(): boolean {
  const print = reach(() => (window as { readonly print?: () => void }).print?.bind(window));
  if (print === null) return false;
  try {
    print();
    return true;
  } catch {
    return false;
  }
}
