import type { default as Router, RouterContext } from '@koa/router';
import { CourseToKeep, YardVehicleToKeep, type OwnYardFile, type YardView } from '../../contract';
import { within, type Parsed } from '../../core/problems';
import {
  layOut,
  namedBase,
  parseCourse,
  parseYardVehicle,
  readSettings,
  type Course,
  type YardVehicle,
} from '../../core/yard';
import { badInput, bodyAs, changedMeanwhile, conflict, etagOf, notFound, wantedRevision } from '../http';
import { keepYardFile, removeYardFile, vehicleById, yardHeld } from '../store';
import type { Parts } from './parts';

export function yardRoutes(router: Router, { db, yard: shipped }: Parts): void {
  router.get('/yard/setting-out.pdf', async (ctx) => {
    const asked = (key: string): string => {
      const value = ctx.query[key];
      return typeof value === 'string' ? value : '';
    };
    const { courses, vehicles } = await yardHeld(db, shipped);
    const named = <T extends { readonly id: string }>(list: readonly T[], key: string): T | undefined =>
      asked(key) === '' ? list[0] : list.find(({ id }) => id === asked(key));
    const course = named(courses, 'course');
    const vehicle = named(vehicles, 'vehicle');
    if (!course) throw notFound(`course ${asked('course')}`);
    if (!vehicle) throw notFound(`vehicle ${asked('vehicle')}`);
    const layout = layOut(course, vehicle, readSettings(asked('set')));
    if (!layout.ok) throw badInput('The course can’t be laid out like this.', layout.problems);
    const { setOutPdf } = await import('../report/setOutPdf');
    ctx.type = 'application/pdf';
    ctx.attachment(`${course.id}-${vehicle.id}.pdf`, { type: 'inline' });
    ctx.body = await setOutPdf(layout.value, vehicle, namedBase(layout.value, asked('a'), asked('b')));
  });

  router.get('/yard', async (ctx) => {
    ctx.body = (await yardHeld(db, shipped)) satisfies YardView;
  });

  /** Keeps what was read, or says what is wrong with it. */
  const keep = async (
    ctx: RouterContext,
    kind: OwnYardFile['kind'],
    read: Parsed<Course | YardVehicle>,
    of: string | null,
  ): Promise<void> => {
    if (!read.ok)
      throw badInput(
        `The ${kind} has problems; nothing was stored.`,
        read.problems.map((one) => within(kind, one)),
      );
    const id = String(ctx.params.id);
    if (read.value.id !== id)
      throw badInput(`The ${kind} has another id than its address.`, [
        { path: `${kind}.id`, message: `must be ${id}` },
      ]);
    const list = kind === 'course' ? shipped.courses : shipped.vehicles;
    if (list.some((one) => one.id === id))
      throw conflict(`${id} ships with Jasperwren. Keep a copy under another id.`);
    if (of !== null && !(await vehicleById(db, of)))
      throw badInput('There is no such vehicle.', [{ path: 'of', message: 'is no vehicle here' }]);
    const isNew = ctx.get('If-Match') === '';
    const revision = isNew ? null : wantedRevision(ctx);
    if (!(await keepYardFile(db, { kind, of, revision }, read.value)))
      throw isNew ? conflict(`Another ${kind} has this id.`) : changedMeanwhile(kind);
    const next = (revision ?? 0) + 1;
    ctx.status = isNew ? 201 : 200;
    ctx.set('ETag', etagOf(next));
    ctx.body = { kind, id, of, revision: next } satisfies OwnYardFile;
  };

  const remove = async (ctx: RouterContext, kind: OwnYardFile['kind']): Promise<void> => {
    const id = String(ctx.params.id);
    const held = (await yardHeld(db, shipped)).own.find((one) => one.kind === kind && one.id === id);
    if (!held) throw notFound(`such ${kind} of the school’s own`);
    if (!(await removeYardFile(db, { kind, id, revision: wantedRevision(ctx) })))
      throw changedMeanwhile(kind);
    ctx.status = 204;
  };

  router.put('/yard/courses/:id', async (ctx) => {
    await keep(ctx, 'course', parseCourse(bodyAs(ctx, CourseToKeep).course), null);
  });
  router.delete('/yard/courses/:id', async (ctx) => {
    await remove(ctx, 'course');
  });
  router.put('/yard/vehicles/:id', async (ctx) => {
    const { vehicle, of } = bodyAs(ctx, YardVehicleToKeep);
    await keep(ctx, 'vehicle', parseYardVehicle(vehicle), of ?? null);
  });
  router.delete('/yard/vehicles/:id', async (ctx) => {
    await remove(ctx, 'vehicle');
  });
}
