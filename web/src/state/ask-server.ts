/** What is asked of the server, as the page asks for anything. */
export type Asked = {
  readonly path: string;
  readonly method?: string;
  readonly headers?: Readonly<Record<string, string>>;
  readonly body?: string;
};

/**
 * What came of asking. An answer is one of Zarnel’s own: JSON, or nothing where nothing is to be said. All else was answered by
 * something in between, or by nobody: the server was not reached, and may or may not have heard.
 */
export type Heard =
  | {
      readonly kind: 'answer';
      readonly status: number;
      readonly headers: Headers;
      /** Parsed; null for an answer without a body. */
      readonly body: unknown;
      readonly retryAfterMs: number | null;
    }
  | {
      readonly kind: 'not-reached';
      /** `sign-in`: something in between asks who one is. */
      readonly why: 'no-answer' | 'sign-in';
      readonly status: number | null;
      readonly retryAfterMs: number | null;
    };

/** So long nothing may come, before the answer and within it. */
const QUIET_MS = 20_000;
/** A slow line sends so much each second: a large job is given the time that it takes. */
const SLOWEST_BYTES_PER_S = 20_000;
/** No answer takes longer, however it trickles. */
const MOST_MS = 300_000;
/** Nothing waits longer than this for a server that asked to be left alone. */
const MOST_RETRY_MS = 3_600_000;

/** Asks the server. Every question has an end; never throws. */
export async function askServer(
  { path, method = 'GET', headers = {}, body }: Asked,
  ask: typeof fetch = fetch,
  most = { quietMs: QUIET_MS, mostMs: MOST_MS },
): Promise<Heard> {
  const limits = new Limits(most, ((body?.length ?? 0) / SLOWEST_BYTES_PER_S) * 1000);
  try {
    const response = await ask(path, {
      method,
      headers,
      ...(body === undefined ? {} : { body }),
      cache: 'no-store',
      // Zarnel sends nobody elsewhere; what does is in between, and wants to know who one is.
      redirect: 'manual',
      signal: limits.signal,
    });
    if (response.type === 'opaqueredirect')
      return { kind: 'not-reached', why: 'sign-in', status: null, retryAfterMs: null };
    const { status } = response;
    const retryAfterMs = retryAfterOf(response.headers.get('Retry-After'));
    const text = await textOf(response, limits);
    const parsed = bodyOf(response, text);
    if (parsed === 'not-ours') {
      const asksWho = status === 401 || status === 403 || status === 407 || status === 511;
      return { kind: 'not-reached', why: asksWho ? 'sign-in' : 'no-answer', status, retryAfterMs };
    }
    return { kind: 'answer', status, headers: response.headers, body: parsed.value, retryAfterMs };
  } catch (error) {
    // Whatever broke on the way, nothing was heard.
    if (!(error instanceof TypeError) && !(error instanceof DOMException)) console.error(error);
    return { kind: 'not-reached', why: 'no-answer', status: null, retryAfterMs: null };
  } finally {
    limits.end();
  }
}

/** Ends a question that was quiet for too long, or took too long in all. */
class Limits {
  private readonly controller = new AbortController();
  private readonly whole: ReturnType<typeof setTimeout>;
  private quiet: ReturnType<typeof setTimeout>;

  constructor(
    private readonly most: { readonly quietMs: number; readonly mostMs: number },
    sendingMs: number,
  ) {
    this.whole = setTimeout(() => this.controller.abort(), most.mostMs + sendingMs);
    this.quiet = setTimeout(() => this.controller.abort(), most.quietMs + sendingMs);
  }

  get signal(): AbortSignal {
    return this.controller.signal;
  }

  heard(): void {
    clearTimeout(this.quiet);
    this.quiet = setTimeout(() => this.controller.abort(), this.most.quietMs);
  }

  end(): void {
    clearTimeout(this.whole);
    clearTimeout(this.quiet);
  }
}

async function textOf(response: Response, limits: Limits): Promise<string> {
  if (response.body === null) return '';
  const reader = response.body.getReader();
  const decoder = new TextDecoder();
  let text = '';
  for (;;) {
    limits.heard();
    const { done, value } = await reader.read();
    if (done) return text + decoder.decode();
    text += decoder.decode(value, { stream: true });
  }
}

/** The parsed body of an answer of Zarnel’s own. What says to be a page, is no JSON or was cut off came from elsewhere. */
function bodyOf(response: Response, text: string): { readonly value: unknown } | 'not-ours' {
  const { status } = response;
  if (text === '') return status === 204 || status === 304 ? { value: null } : 'not-ours';
  const type = response.headers.get('Content-Type') ?? '';
  const isOurs = status < 400 ? /^application\/json\b/u : /^application\/problem\+json\b/u;
  if (!isOurs.test(type)) return 'not-ours';
  try {
    return { value: JSON.parse(text) as unknown };
  } catch {
    return 'not-ours';
  }
}

/** Seconds, or a date (RFC 9110, 10.2.3). */
function retryAfterOf(header: string | null): number | null {
  if (header === null || header.trim() === '') return null;
  const seconds = /^\d+$/u.test(header.trim()) ? Number(header) : (Date.parse(header) - Date.now()) / 1000;
  return Number.isFinite(seconds) ? Math.min(MOST_RETRY_MS, Math.max(0, seconds * 1000)) : null;
}
