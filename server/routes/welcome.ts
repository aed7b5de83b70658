import type Router from '@koa/router';
import type { Context } from 'koa';
import { Welcome, type SessionView, type WelcomeView } from '../../contract';
import { nameKey, plainName } from '../../core/names';
import { badInput, bodyAs, conflict, deviceOf, gone, setSession } from '../http';
import {
  addPerson,
  hashPassphrase,
  instructorNamed,
  inTransaction,
  invitationOf,
  keepPassphrase,
  keepSettings,
  newestStandard,
  newestStandards,
  openSession,
  personById,
  recordChange,
  SCHOOL,
  schoolHeld,
  useInvitation,
  type Database,
  type Instructor,
} from '../store';
import type { Parts } from './parts';

type Invited = NonNullable<Awaited<ReturnType<typeof invitationOf>>>;

/** One-time links: the first person makes the school, others join it, and somebody chooses a new passphrase. */
export function welcomeRoutes(router: Router, { db, now }: Parts): void {
  // Nobody guesses 256 bits: tries are not counted, and whoever opens an old link twice is not shut out.
  const invited = async (ctx: Context & { readonly params: Record<string, string> }): Promise<Invited> => {
    const found = await invitationOf(db, String(ctx.params.token), now());
    if (!found) throw gone('way in');
    return found;
  };

  router.get('/welcome/:token', async (ctx) => {
    const { kind, name, role } = await invited(ctx);
    const standards = kind === 'first' ? await choosable(db) : [];
    ctx.set('Referrer-Policy', 'no-referrer');
    ctx.body = {
      kind,
      name,
      role,
      school: (await schoolHeld(db)).name,
      standards,
    } satisfies WelcomeView;
  });

  router.post('/welcome/:token', async (ctx) => {
    const link = await invited(ctx);
    const given = bodyAs(ctx, Welcome);
    await checkName(db, link, given);
    if (given.standard != null && !(await newestStandard(db, given.standard)))
      throw badInput('The standard isn’t here.', [{ path: 'standard', message: 'is no standard here' }]);
    const hash = await hashPassphrase(given.passphrase);
    const instructor = await inTransaction(db, async (all) => {
      // Twice at once is once: the second finds the link used.
      if (!(await useInvitation(all, link.id, now()))) throw gone('way in');
      return accept(all, link, given, hash, now());
    });
    setSession(ctx, await openSession(db, instructor.id, now(), deviceOf(ctx)));
    ctx.status = 201;
    ctx.body = { instructor } satisfies SessionView;
  });
}

async function choosable(db: Database): Promise<WelcomeView['standards']> {
  const newest = await newestStandards(db);
  return newest.map(({ id, title, summary, drivingSide, units }) => ({
    id,
    title,
    summary: summary ?? null,
    drivingSide,
    units,
  }));
}

/** Somebody who joins has a name that nobody has here. */
async function checkName(db: Database, { kind, name: invitedAs }: Invited, { name }: Welcome): Promise<void> {
  if (kind === 'passphrase') return;
  const own = name ?? invitedAs;
  if (nameKey(own) === '')
    throw badInput('Give your name.', [{ path: 'name', message: 'must not be blank' }]);
  if (await instructorNamed(db, own))
    throw conflict(`Somebody called ${plainName(own)} is here already: add something that tells you apart.`);
}

async function accept(
  db: Database,
  { kind, name: invitedAs, role, instructor }: Invited,
  given: Welcome,
  hash: string,
  at: Date,
): Promise<Instructor> {
  if (kind === 'passphrase') {
    const person = instructor === null ? null : await personById(db, instructor);
    if (!person?.active) throw gone('way in');
    const { active: _, ...who } = person;
    await keepPassphrase(db, who.id, hash);
    await recordChange(db, { by: who, at }, 'passphrase changed', {
      name: who.name,
      subject: { kind: 'person', id: who.id },
    });
    return who;
  }
  const person = await addPerson(db, { name: given.name ?? invitedAs, hash, demo: false, role });
  const subject = { kind: 'person', id: person.id } as const;
  await recordChange(db, { by: person, at }, 'person joined', {
    name: person.name,
    subject,
    parts: [{ part: 'role', to: role }],
  });
  if (kind === 'first') {
    const { revision, name: _, standard: __, units, drivingSide, ...kept } = await schoolHeld(db);
    await keepSettings(db, SCHOOL, revision, {
      ...kept,
      name: plainName(given.school ?? ''),
      units: given.units ?? units,
      drivingSide: given.drivingSide ?? drivingSide,
      standard: given.standard ?? null,
    });
    await recordChange(db, { by: person, at }, 'school made', { name: plainName(given.school ?? '') });
  }
  return person;
}
