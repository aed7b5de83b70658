import type { NewVehicle, VehicleView } from '../../contract';
import {
  parseCard,
  noRecord,
  parseCheckup,
  recordSchema,
  type Checkup,
  type ControlId,
} from '../../core/vehicle';
import { checkShape } from '../../core/problems';
import type { Database } from './database';
import { readColumn } from './readable';

export const readCard = (text: string): VehicleView['card'] | null => readColumn(text, parseCard);
export const readRecord = (text: string): VehicleView['record'] | null =>
  readColumn(text, (input) => checkShape(recordSchema, input));
export const readCheckup = (text: string): Checkup | null => readColumn(text, parseCheckup);

/** All vehicles of the school by name; a school has few. */
export async function listVehicles(db: Database): Promise<VehicleView[]> {
  const rows = await db.selectFrom('vehicles').selectAll().orderBy('name').execute();
  const photos = await db.selectFrom('photos').select(['vehicle', 'control']).orderBy('control').execute();
  return Promise.all(
    rows.map(async ({ id, name, plate, card, record, retired, revision }) => ({
      id,
      name,
      plate,
      card: readCard(card) ?? {},
      record: readRecord(record) ?? noRecord,
      checkup: (await checkupsOf(db, id, 1))[0] ?? null,
      retired: retired === 1,
      photos: photos.flatMap(({ vehicle, control }) => (vehicle === id ? [control as ControlId] : [])),
      revision,
    })),
  );
}

export const vehicleById = async (db: Database, id: string): Promise<VehicleView | null> =>
  (await listVehicles(db)).find((vehicle) => vehicle.id === id) ?? null;

/** Adds a vehicle; false when the id is taken. */
export async function addVehicle(db: Database, { id, name, plate }: NewVehicle): Promise<boolean> {
  const { numInsertedOrUpdatedRows } = await db
    .insertInto('vehicles')
    .values({
      id,
      name: name.trim(),
      plate: plate.trim(),
      card: '{}',
      record: JSON.stringify(noRecord),
      retired: 0,
      revision: 1,
    })
    .onConflict((conflict) => conflict.doNothing())
    .executeTakeFirstOrThrow();
  return numInsertedOrUpdatedRows === 1n;
}

/** Changes a vehicle if nobody has since `revision`; false when somebody has. */
export async function changeVehicle(
  db: Database,
  id: string,
  revision: number,
  { name, plate, card, record, retired }: Pick<VehicleView, 'name' | 'plate' | 'card' | 'record' | 'retired'>,
): Promise<boolean> {
  const { numUpdatedRows } = await db
    .updateTable('vehicles')
    .set({
      name: name.trim(),
      plate: plate.trim(),
      card: JSON.stringify(card),
      record: JSON.stringify(record),
      retired: retired ? 1 : 0,
      revision: revision + 1,
    })
    .where('id', '=', id)
    .where('revision', '=', revision)
    .executeTakeFirstOrThrow();
  return numUpdatedRows === 1n;
}

/** Vehicle checks of a vehicle, the newest first. */
export async function checkupsOf(db: Database, vehicle: string, most: number): Promise<Checkup[]> {
  const rows = await db
    .selectFrom('checkups')
    .select('body')
    .where('vehicle', '=', vehicle)
    .orderBy('at', 'desc')
    .orderBy('id')
    .limit(most)
    .execute();
  return rows.flatMap(({ body }) => readCheckup(body) ?? []);
}

/** Keeps a going-over; false when its id is there already, which changes nothing. */
export async function addCheckup(db: Database, vehicle: string, checkup: Checkup): Promise<boolean> {
  const { numInsertedOrUpdatedRows } = await db
    .insertInto('checkups')
    .values({ id: checkup.id, vehicle, at: checkup.at, body: JSON.stringify(checkup) })
    .onConflict((conflict) => conflict.doNothing())
    .executeTakeFirstOrThrow();
  return numInsertedOrUpdatedRows === 1n;
}

export async function photoOf(db: Database, vehicle: string, control: ControlId): Promise<Buffer | null> {
  const row = await db
    .selectFrom('photos')
    .select('jpeg')
    .where('vehicle', '=', vehicle)
    .where('control', '=', control)
    .executeTakeFirst();
  return row?.jpeg ?? null;
}

export async function keepPhoto(
  db: Database,
  vehicle: string,
  control: ControlId,
  jpeg: Buffer,
): Promise<void> {
  await db
    .insertInto('photos')
    .values({ vehicle, control, jpeg })
    .onConflict((conflict) => conflict.columns(['vehicle', 'control']).doUpdateSet({ jpeg }))
    .execute();
}

export async function removePhoto(db: Database, vehicle: string, control: ControlId): Promise<void> {
  await db.deleteFrom('photos').where('vehicle', '=', vehicle).where('control', '=', control).execute();
}
