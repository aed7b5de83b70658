import type { OwnYardFile, YardView } from '../../contract';
import { parseCourse, parseYardVehicle, type Course, type YardVehicle } from '../../core/yard';
import type { Database } from './database';
import { readColumn } from './readable';

export const readOwnCourse = (text: string): Course | null => readColumn(text, parseCourse);
export const readOwnVehicle = (text: string): YardVehicle | null => readColumn(text, parseYardVehicle);

/** What ships and the school's own by title. */
export async function yardHeld(db: Database, shipped: Omit<YardView, 'own'>): Promise<YardView> {
  const rows = await db.selectFrom('yard_files').selectAll().orderBy('title').orderBy('id').execute();
  const courses: Course[] = [];
  const vehicles: YardVehicle[] = [];
  const own: OwnYardFile[] = [];
  for (const { id, kind, vehicle, body, revision } of rows) {
    const course = kind === 'course' ? readOwnCourse(body) : null;
    const other = kind === 'vehicle' ? readOwnVehicle(body) : null;
    if (course) courses.push(course);
    if (other) vehicles.push(other);
    if (course ?? other) own.push({ kind, id, of: vehicle, revision });
  }
  return { courses: [...shipped.courses, ...courses], vehicles: [...shipped.vehicles, ...vehicles], own };
}

/**
 * Keeps a course or a vehicle of the school's own.
 *
 * @param revision what it was read at; null for a new one
 * @returns false when somebody else changed or added it meanwhile
 */
export async function keepYardFile(
  db: Database,
  { kind, of, revision }: Pick<OwnYardFile, 'kind' | 'of'> & { readonly revision: number | null },
  file: Course | YardVehicle,
): Promise<boolean> {
  const values = { title: file.title, vehicle: of, body: JSON.stringify(file) };
  if (revision === null) {
    const { numInsertedOrUpdatedRows } = await db
      .insertInto('yard_files')
      .values({ id: file.id, kind, ...values, revision: 1 })
      .onConflict((conflict) => conflict.doNothing())
      .executeTakeFirstOrThrow();
    return numInsertedOrUpdatedRows === 1n;
  }
  const { numUpdatedRows } = await db
    .updateTable('yard_files')
    .set({ ...values, revision: revision + 1 })
    .where('id', '=', file.id)
    .where('kind', '=', kind)
    .where('revision', '=', revision)
    .executeTakeFirstOrThrow();
  return numUpdatedRows === 1n;
}

/** Removes one; false when somebody changed it meanwhile. Runs that were driven on it keep a copy. */
export async function removeYardFile(
  db: Database,
  { kind, id, revision }: Pick<OwnYardFile, 'kind' | 'id' | 'revision'>,
): Promise<boolean> {
  const { numDeletedRows } = await db
    .deleteFrom('yard_files')
    .where('id', '=', id)
    .where('kind', '=', kind)
    .where('revision', '=', revision)
    .executeTakeFirstOrThrow();
  return numDeletedRows === 1n;
}
