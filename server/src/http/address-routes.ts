import Router from '@koa/router';
import type { Address } from '@zarnel/contract';

/** Where the server is to be found, for a page that was opened at another address than usual. */
export function addressRoutes(address: () => Address): Router {
  const router = new Router();
  router.get('/api/address', (ctx) => {
    ctx.set('Cache-Control', 'no-store');
    ctx.body = address();
  });
  return router;
}
