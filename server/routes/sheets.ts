import { randomUUID } from 'node:crypto';
import type Router from '@koa/router';
import { SheetToKeep } from '../../contract';
import type { DriveEvent } from '../../core/marking';
import { sheetEvents, sheetProblems } from '../../core/session';
import { badInput, bodyAs, conflict, instructorOf, notFound, uuidOf, whenGone } from '../http';
import {
  addEvents,
  addMock,
  dayIn,
  inTransaction,
  keepResult,
  mockOrBinned,
  recordChange,
  standardOf,
  stateOfEvidence,
} from '../store';
import { foretold } from '../work';
import { checkReferences } from './mocks';
import type { Parts } from './parts';

/** Sheets of paper, entered afterwards: each becomes a mock with an ordinary log, all of it or nothing. */
export function sheetRoutes(router: Router, { db, databaseFile, now }: Parts): void {
  router.put('/sheets/:id', async (ctx) => {
    const id = uuidOf(ctx);
    const body = bodyAs(ctx, SheetToKeep);
    const sheet = { ...body, runs: body.runs ?? [], readings: body.readings ?? [] };
    const instructor = instructorOf(ctx);
    const mock = { ...sheet, id, ready: [] };
    await checkReferences(db, mock);
    const standard = await standardOf(db, sheet.standard);
    if (!standard) throw notFound('such standard');
    const problems = [...sheetProblems(standard, sheet)];
    if (Date.parse(sheet.startedAt) > now().getTime())
      problems.push({ path: 'startedAt', message: 'must not be in the future' });
    if (problems.length > 0) throw badInput('The sheet has problems; nothing was stored.', problems);
    const { learner, passed, startedAt } = sheet;
    const day = dayIn(startedAt, sheet.zone);
    // The forecast as it stood before: the sheet must not be in it.
    const said =
      passed === undefined
        ? null
        : await foretold(
            { databaseFile, state: await stateOfEvidence(db), signal: whenGone(ctx) },
            { learner, standard: standard.id, day },
          );
    const added = await inTransaction(db, async (all) => {
      const fresh = await addMock(all, mock, instructor.id, { source: 'paper', note: sheet.note });
      if (fresh === 'known') return false;
      await addEvents(
        all,
        id,
        sheetEvents(standard, { ...sheet, startedAt: new Date(startedAt).toISOString() }).map(
          (event, n) =>
            ({
              at: startedAt,
              ...event,
              id: randomUUID(),
              test: id,
              device: 'sheet',
              seq: n + 1,
              person: instructor.id,
            }) as DriveEvent,
        ),
      );
      if (passed !== undefined) {
        await keepResult(all, id, { learner, day, standard: standard.id, passed }, said, now());
        const held = await mockOrBinned(all, id);
        await recordChange(all, { by: instructor, at: now() }, 'result entered', {
          name: held?.learner.name ?? '',
          subject: { kind: 'learner', id: learner },
          parts: [
            { part: 'day', to: day },
            { part: 'passed', to: String(passed) },
          ],
        });
      }
      return true;
    });
    const kept = await mockOrBinned(db, id);
    // A browser that got no answer asks again.
    if (kept?.learner.id !== learner || kept.source !== 'paper') throw conflict('Another mock has this id.');
    ctx.status = added ? 201 : 200;
    ctx.body = kept;
  });
}
