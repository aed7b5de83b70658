import QRCode from 'qrcode';
import { randomUUID } from 'node:crypto';
import { existsSync, readdirSync, rmSync } from 'node:fs';
import { open, stat } from 'node:fs/promises';
import { basename, dirname, join } from 'node:path';
import type Router from '@koa/router';
import type { Context } from 'koa';
import {
  SchoolToKeep,
  type BackupsView,
  type Page,
  type ReachView,
  type RestoreView,
  type UnreadableRecord,
} from '../../contract';
import { plainName } from '../../core/names';
import {
  badInput,
  bodyAs,
  changedMeanwhile,
  conflict,
  etagOf,
  instructorOf,
  notFound,
  textOf,
  tooLarge,
  wantedRevision,
  whenGone,
} from '../http';
import {
  DatabaseProblem,
  inTransaction,
  keepSettings,
  newestStandard,
  partsChanged,
  recordChange,
  removeCopy,
  restoreInto,
  SCHOOL,
  schoolHeld,
} from '../store';
import { NoRoom } from '../keeping';
import { exporting, work } from '../work';
import { asLines } from './asLines';
import type { Parts } from './parts';

export function schoolRoutes(
  router: Router,
  { db, now, databaseFile, keeper, publicOrigin, trust }: Parts,
): void {
  const exported = passingFiles(databaseFile);

  router.get('/school/reach', async (ctx) => {
    const first = trust?.page ?? publicOrigin;
    ctx.body = {
      address: publicOrigin,
      secure: publicOrigin?.startsWith('https:') ?? false,
      trustPage: trust?.page ?? null,
      fingerprint: trust?.fingerprint ?? null,
      code: first && (await QRCode.toString(first, { type: 'svg', margin: 2 })),
    } satisfies ReachView;
  });

  router.get('/school', async (ctx) => {
    const view = await schoolHeld(db);
    ctx.set('ETag', etagOf(view.revision));
    ctx.body = view;
  });

  router.get('/school/backups', (ctx) => {
    ctx.body = keeper.view() satisfies BackupsView;
  });

  router.post('/school/backups', async (ctx) => {
    // The one that is being made already is the one that is wanted.
    await keeper.backUp();
    await recordChange(db, { by: instructorOf(ctx), at: now() }, 'backup made', { name: '' });
    ctx.body = keeper.view() satisfies BackupsView;
  });

  /** A file of our own beside the school's, for as long as it is worked with. */
  const beside = (what: string): string => `${databaseFile}.${what}-${randomUUID()}`;

  router.post('/school/backups/files', async (ctx) => {
    if (!ctx.is('application/vnd.sqlite3'))
      throw badInput('The body must be a backup, as a file of type application/vnd.sqlite3.');
    const probe = beside('preview');
    try {
      const name = await keeper.takeIn(textOf(ctx, 'name') ?? '', ctx.req, async (file) => {
        const told = await work('ready backup', databaseFile, { backup: file, to: probe });
        // Nobody knows the file by the name that it has here.
        if (told !== null) throw badInput(told.problem.replaceAll(file, 'The file'));
      });
      await recordChange(db, { by: instructorOf(ctx), at: now() }, 'backup file kept', { name });
      ctx.status = 201;
      ctx.body = { name };
    } catch (error) {
      if (error instanceof NoRoom) throw tooLarge(`The file wasn’t kept: ${error.message}.`);
      throw error;
    } finally {
      removeCopy(probe);
    }
  });

  router.delete('/school/backups/files/:name', async (ctx) => {
    const name = String(ctx.params.name);
    if (!keeper.remove(name)) throw notFound('such file');
    await recordChange(db, { by: instructorOf(ctx), at: now() }, 'backup file removed', { name });
    ctx.status = 204;
  });

  const backupAsked = (ctx: Context & { readonly params: Record<string, string> }): string => {
    const file = keeper.fileOf(String(ctx.params.backup));
    if (file === null) throw notFound('such backup');
    return file;
  };
  router.get('/school/backups/:backup', async (ctx) => {
    const asked = { backup: backupAsked(ctx), to: beside('preview') };
    const view = await work('preview restore', databaseFile, asked, { signal: whenGone(ctx) });
    if ('problem' in view) throw conflict(view.problem);
    ctx.body = view satisfies RestoreView;
  });

  router.post('/school/backups/:backup/restore', async (ctx) => {
    const backup = backupAsked(ctx);
    const ready = beside('restoring');
    try {
      const told = await work('ready backup', databaseFile, { backup, to: ready });
      if (told !== null) throw conflict(told.problem);
      // What is there now can be brought back in the same way.
      if (!(await keeper.backUp()))
        throw conflict(
          'The school couldn’t be backed up first, so nothing was restored. See the last backup.',
        );
      await restoreInto(db, ready, { by: instructorOf(ctx), at: now() }, String(ctx.params.backup));
    } catch (error) {
      if (error instanceof DatabaseProblem) throw conflict(error.message);
      throw error;
    } finally {
      removeCopy(ready);
    }
    ctx.body = keeper.view() satisfies BackupsView;
  });

  router.post('/school/export', (ctx) => {
    const at = now().toISOString();
    const to = beside('export');
    const by = instructorOf(ctx);
    asLines(ctx);
    ctx.body = exporting(databaseFile, { to, now: at }, async () => {
      await recordChange(db, { by, at: now() }, 'school exported', { name: '' });
      const { size } = await stat(to);
      return { kind: 'ready', file: exported.keep(to, at), bytes: size };
    });
  });

  router.get('/school/export/:file', async (ctx) => {
    const found = exported.find(String(ctx.params.file));
    if (!found) throw notFound('such file: it is there for some minutes only. Make it again');
    const opened = await open(found.path);
    ctx.type = 'application/zip';
    ctx.attachment(`${found.at.slice(0, 10)}-school.zip`);
    ctx.length = (await opened.stat()).size;
    ctx.compress = false;
    ctx.body = opened.createReadStream();
  });

  router.get('/school/unreadable', async (ctx) => {
    const items = await work('unreadable', databaseFile, {}, { signal: whenGone(ctx) });
    ctx.body = { items, next: null } satisfies Page<UnreadableRecord>;
  });

  router.put('/school', async (ctx) => {
    const given = bodyAs(ctx, SchoolToKeep);
    const { standard = null, units, learnerRoads } = given;
    const revision = wantedRevision(ctx);
    if (standard !== null && !(await newestStandard(db, standard)))
      throw badInput('The standard isn’t here.', [{ path: 'standard', message: 'is no standard here' }]);
    const twice = learnerRoads?.find((rules, n) =>
      learnerRoads.slice(0, n).some(({ licenceClass }) => licenceClass === rules.licenceClass),
    );
    if (twice)
      throw badInput('A licence class may stand there once only.', [
        { path: 'learnerRoads', message: `has ${twice.licenceClass} twice` },
      ]);
    const { revision: _, ...before } = await schoolHeld(db);
    const settings = {
      name: plainName(given.name ?? before.name),
      drivingSide: given.drivingSide === undefined ? before.drivingSide : given.drivingSide,
      standard,
      units,
      learnerRoads: learnerRoads ?? before.learnerRoads,
    };
    await inTransaction(db, async (all) => {
      if (!(await keepSettings(all, SCHOOL, revision, settings))) throw changedMeanwhile('settings');
      const parts = partsChanged(before, settings);
      if (parts.length > 0)
        await recordChange(all, { by: instructorOf(ctx), at: now() }, 'school changed', {
          name: settings.name,
          parts,
        });
    });
    const view = await schoolHeld(db);
    ctx.set('ETag', etagOf(view.revision));
    ctx.body = view;
  });
}

/** So long a file that was made for somebody is there, in milliseconds. */
const THERE_FOR = 600_000;

/** So many are there at once, for as many people. */
const MOST_FILES = 3;

/** Files that somebody asked for, until they have had time to save them. They lie beside the database. */
function passingFiles(databaseFile: string) {
  const folder = dirname(databaseFile);
  // What a server left that was ended meanwhile.
  for (const name of existsSync(folder) ? readdirSync(folder) : [])
    if (name.startsWith(`${basename(databaseFile)}.export-`)) rmSync(join(folder, name), { force: true });
  const files = new Map<string, { readonly path: string; readonly at: string }>();
  const remove = (file: string) => {
    const path = files.get(file)?.path;
    if (path !== undefined) rmSync(path, { force: true });
    files.delete(file);
  };
  return {
    /** @returns by what it is found */
    keep: (path: string, at: string): string => {
      const [oldest] = files.keys();
      if (files.size >= MOST_FILES && oldest !== undefined) remove(oldest);
      const file = randomUUID();
      files.set(file, { path, at });
      setTimeout(() => remove(file), THERE_FOR).unref();
      return file;
    },
    find: (file: string) => files.get(file) ?? null,
  };
}
