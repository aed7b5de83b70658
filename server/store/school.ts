import type { SchoolView } from '../../contract';
import type { ClassRules } from '../../core/network';
import type { Database } from './database';
import { settingsHeld } from './settings';
import { newestStandard } from './standards';

/** Where what holds for the whole school stands among its settings. */
export const SCHOOL = 'school';

/** The school's own words; units follow the standard of its last mock until somebody says otherwise. */
export async function schoolHeld(db: Database): Promise<SchoolView> {
  const { body, revision } = await settingsHeld(db, SCHOOL);
  const standard = typeof body.standard === 'string' ? body.standard : null;
  const units = body.units === 'metric' || body.units === 'imperial' ? body.units : null;
  return {
    name: typeof body.name === 'string' ? body.name : '',
    drivingSide: body.drivingSide === 'left' || body.drivingSide === 'right' ? body.drivingSide : null,
    standard,
    units: units ?? (await unitsOfLastMock(db)) ?? 'imperial',
    learnerRoads: Array.isArray(body.learnerRoads) ? body.learnerRoads.filter(isRules) : [],
    revision,
  };
}

function isRules(input: unknown): input is ClassRules {
  const rules = input as Partial<ClassRules> | null;
  return (
    typeof rules?.licenceClass === 'string' &&
    typeof rules.motorways === 'boolean' &&
    Array.isArray(rules.closed) &&
    rules.closed.every((road) => typeof road === 'string')
  );
}

async function unitsOfLastMock(db: Database): Promise<SchoolView['units'] | null> {
  const last = await db
    .selectFrom('mocks')
    .select('standard')
    .where('removed_at', 'is', null)
    .orderBy('started_at', 'desc')
    .limit(1)
    .executeTakeFirst();
  return last ? ((await newestStandard(db, last.standard))?.units ?? null) : null;
}
