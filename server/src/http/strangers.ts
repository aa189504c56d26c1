import type Koa from 'koa';
import { ProblemError } from './problem.ts';

const LOOPBACK = /^(?:127\.0\.0\.1|localhost|\[::1\])(?::\d+)?$/u;
const CHANGES_NOTHING = new Set(['GET', 'HEAD', 'OPTIONS']);

/** Answers only to its own address, and changes nothing for a page from another. */
export function refuseStrangers(publicOrigin: string | null): Koa.Middleware {
  const publicHost = publicOrigin === null ? null : new URL(publicOrigin).host;
  return async (ctx, next) => {
    // As it was sent: of two, or of a list, others before us may have read another than we do.
    const hosts = ctx.req.rawHeaders.filter((_, index, all) => index % 2 === 1 && isHost(all[index - 1]));
    const [host = ''] = hosts;
    if (hosts.length > 1) throw new ProblemError(400, 'The request names several hosts.');
    const isPublic = host === publicHost;
    if (!isPublic && !LOOPBACK.test(host))
      throw new ProblemError(403, 'This server answers on the loopback address only.');
    const origin = ctx.get('Origin');
    if (origin !== '' && origin !== (isPublic ? publicOrigin : `http://${host}`))
      throw new ProblemError(403, 'Pages from other addresses may not use this server.');
    // Browsers say this of themselves even where they say no origin; `none` is a person’s own doing.
    const site = ctx.get('Sec-Fetch-Site');
    if (!CHANGES_NOTHING.has(ctx.method) && site !== '' && site !== 'same-origin' && site !== 'none')
      throw new ProblemError(403, 'Pages from other addresses may not change anything on this server.');
    await next();
  };
}

function isHost(name: string | undefined): boolean {
  return name?.toLowerCase() === 'host';
}
