import type { default as Router, RouterContext } from '@koa/router';
import { NewVehicle, VehicleChange, vehicleSorts, type Page, type VehicleView } from '../../contract';
import { nameKey } from '../../core/names';
import { checkShape, type Parsed } from '../../core/problems';
import { cardSchema, controlIds, parseCheckup, recordSchema, type ControlId } from '../../core/vehicle';
import {
  answerPicture,
  badInput,
  bodyAs,
  changedMeanwhile,
  conflict,
  etagOf,
  notFound,
  pageOfList,
  pictureBody,
  wantedRevision,
} from '../http';
import {
  addCheckup,
  addVehicle,
  changeVehicle,
  checkupsOf,
  keepPhoto,
  listVehicles,
  photoOf,
  removePhoto,
  vehicleById,
  type Database,
} from '../store';
import type { Parts } from './parts';

/** Vehicle checks that are handed out: years of them. */
const CHECKUPS = 200;

export function vehicleRoutes(router: Router, { db }: Parts): void {
  const answer = async (ctx: RouterContext) => {
    const vehicle = await vehicleHeld(db, ctx);
    ctx.set('ETag', etagOf(vehicle.revision));
    ctx.body = vehicle;
  };

  router.get('/vehicles', async (ctx) => {
    ctx.body = pageOfList(ctx, await listVehicles(db), {
      id: ({ id }) => id,
      words: ({ name, plate }) => `${name} ${plate}`,
      sorts: vehicleSorts,
      // Those that were never checked first, then those whose check is longest ago.
      key: ({ name, retired, checkup }, sort) =>
        `${retired ? 1 : 0} ${sort === 'checked' ? (checkup?.at ?? '') : nameKey(name)}`,
    }) satisfies Page<VehicleView>;
  });

  router.post('/vehicles', async (ctx) => {
    const vehicle = bodyAs(ctx, NewVehicle);
    const added = await addVehicle(db, vehicle);
    const held = await vehicleById(db, vehicle.id);
    if (!held || (!added && held.name !== vehicle.name.trim()))
      throw conflict('Another vehicle has this id.');
    ctx.status = added ? 201 : 200;
    ctx.set('ETag', etagOf(held.revision));
    ctx.body = held;
  });

  router.get('/vehicles/:id', async (ctx) => {
    await answer(ctx);
  });

  router.patch('/vehicles/:id', async (ctx) => {
    const change = bodyAs(ctx, VehicleChange);
    const revision = wantedRevision(ctx);
    const held = await vehicleHeld(db, ctx);
    const card = change.card ? checkShape(cardSchema, change.card) : null;
    const record = change.record ? checkShape(recordSchema, change.record) : null;
    const problems = [...problemsIn('card', card), ...problemsIn('record', record)];
    if (problems.length > 0) throw badInput('The vehicle has problems; nothing was stored.', problems);
    const changed = await changeVehicle(db, held.id, revision, {
      name: change.name ?? held.name,
      plate: change.plate ?? held.plate,
      card: card?.ok ? card.value : held.card,
      record: record?.ok ? record.value : held.record,
      retired: change.retired ?? held.retired,
    });
    if (!changed) throw changedMeanwhile('vehicle');
    await answer(ctx);
  });

  router.get('/vehicles/:id/checkups', async (ctx) => {
    const { id } = await vehicleHeld(db, ctx);
    ctx.body = { items: await checkupsOf(db, id, CHECKUPS), next: null };
  });

  router.post('/vehicles/:id/checkups', async (ctx) => {
    const { id } = await vehicleHeld(db, ctx);
    const checkup = parseCheckup(ctx.request.body);
    if (!checkup.ok) throw badInput('The vehicle check has problems; nothing was stored.', checkup.problems);
    ctx.status = (await addCheckup(db, id, checkup.value)) ? 201 : 200;
    await answer(ctx);
  });

  router.get('/vehicles/:id/photos/:control', async (ctx) => {
    const jpeg = await photoOf(db, String(ctx.params.id), controlIn(ctx));
    if (!jpeg) throw notFound('such picture');
    answerPicture(ctx, jpeg);
  });

  router.put('/vehicles/:id/photos/:control', async (ctx) => {
    const { id } = await vehicleHeld(db, ctx);
    const control = controlIn(ctx);
    await keepPhoto(db, id, control, await pictureBody(ctx));
    await answer(ctx);
  });

  router.delete('/vehicles/:id/photos/:control', async (ctx) => {
    const { id } = await vehicleHeld(db, ctx);
    await removePhoto(db, id, controlIn(ctx));
    await answer(ctx);
  });
}

async function vehicleHeld(db: Database, ctx: RouterContext): Promise<VehicleView> {
  const vehicle = await vehicleById(db, String(ctx.params.id));
  if (!vehicle) throw notFound('such vehicle');
  return vehicle;
}

function controlIn(ctx: RouterContext): ControlId {
  const control = controlIds.find((id) => id === ctx.params.control);
  if (!control) throw notFound('such control');
  return control;
}

const problemsIn = (under: string, result: Parsed<unknown> | null) =>
  result && !result.ok
    ? result.problems.map(({ path, message }) => ({ path: path ? `${under}.${path}` : under, message }))
    : [];
