import type Router from '@koa/router';
import type { YardView } from '../../contract';
import type { Parts } from './parts';

export function yardRoutes(router: Router, { yard }: Pick<Parts, 'yard'>): void {
  router.get('/yard', (ctx) => {
    ctx.body = yard satisfies YardView;
  });
}
