import type Router from '@koa/router';
import type { YardView } from '../../contract';
import { layOut, namedBase, readSettings } from '../../core/yard';
import { badInput, notFound } from '../http';
import type { Parts } from './parts';

export function yardRoutes(router: Router, { yard }: Pick<Parts, 'yard'>): void {
  router.get('/yard/setting-out.pdf', async (ctx) => {
    const asked = (key: string): string => {
      const value = ctx.query[key];
      return typeof value === 'string' ? value : '';
    };
    const named = <T extends { readonly id: string }>(list: readonly T[], key: string): T | undefined =>
      asked(key) === '' ? list[0] : list.find(({ id }) => id === asked(key));
    const course = named(yard.courses, 'course');
    const vehicle = named(yard.vehicles, 'vehicle');
    if (!course) throw notFound(`course ${asked('course')}`);
    if (!vehicle) throw notFound(`vehicle ${asked('vehicle')}`);
    const layout = layOut(course, vehicle, readSettings(asked('set')));
    if (!layout.ok) throw badInput('The course can’t be laid out like this.', layout.problems);
    const { setOutPdf } = await import('../report/setOutPdf');
    ctx.type = 'application/pdf';
    ctx.attachment(`${course.id}-${vehicle.id}.pdf`, { type: 'inline' });
    ctx.body = await setOutPdf(layout.value, vehicle, namedBase(layout.value, asked('a'), asked('b')));
  });

  router.get('/yard', (ctx) => {
    ctx.body = yard satisfies YardView;
  });
}
