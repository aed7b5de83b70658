import {
  backUp,
  changePassphrase,
  checkSchool,
  exportSchool,
  importSchool,
  instructorNamed,
  makeInvitation,
  openDatabase,
  rebuildWorkedOut,
  recordChange,
  restore,
} from '../store';
import { done, type Outcome } from './io';

export const backUpTo = async (database: string, to: string): Promise<Outcome> =>
  done(`${JSON.stringify(await backUp(database, to))}\n`);

export async function restoreFrom(from: string, database: string): Promise<Outcome> {
  const { counts, kept } = await restore(from, database, new Date());
  return done(
    `${JSON.stringify(counts)}\n`,
    kept === null ? '' : `The school that was there is kept as ${kept}.\n`,
  );
}

export const exportTo = async (database: string, to: string): Promise<Outcome> =>
  done(`${JSON.stringify(await exportSchool(database, to, new Date()))}\n`);

export const importFrom = async (from: string, database: string): Promise<Outcome> =>
  done(
    `${JSON.stringify(await importSchool(from, database))}\n`,
    'An export holds no passphrases: give each instructor one with reset-passphrase before they sign in.\n',
  );

/** Gives somebody a new passphrase. */
export async function resetPassphrase(database: string, name: string, passphrase: string): Promise<Outcome> {
  const db = await openDatabase(database);
  try {
    const somebody = await instructorNamed(db, name);
    if (!somebody) return nobody(name);
    const signedOut = await changePassphrase(db, somebody.id, passphrase);
    await recordChange(db, { by: null, at: new Date() }, 'passphrase changed', aboutPerson(somebody));
    return done(`${JSON.stringify({ instructors: 1, signedOut })}\n`);
  } finally {
    await db.destroy();
  }
}

/** Makes a one-time link by which somebody chooses a new passphrase; it is opened at the address of the school. */
export async function passphraseLink(database: string, name: string): Promise<Outcome> {
  const db = await openDatabase(database);
  try {
    const somebody = await instructorNamed(db, name);
    if (!somebody) return nobody(name);
    const { id, role } = somebody;
    const link = { kind: 'passphrase', name: somebody.name, role, instructor: id } as const;
    const { token, expiresAt } = await makeInvitation(db, link, new Date());
    await recordChange(db, { by: null, at: new Date() }, 'passphrase link made', aboutPerson(somebody));
    return done(
      `${JSON.stringify({ instructors: 1, path: `/welcome/${token}`, expiresAt })}\n`,
      'Put the path behind the address of the school, such as http://127.0.0.1:4820, and open it in a browser.\n',
    );
  } finally {
    await db.destroy();
  }
}

const nobody = (name: string): Outcome => ({
  code: 2,
  out: '',
  err: `There is no instructor called ${name}; nothing was changed.\n`,
});

const aboutPerson = ({ id, name }: { readonly id: string; readonly name: string }) =>
  ({ name, subject: { kind: 'person', id } }) as const;

/** Works out again what is kept beside the logs; what was different is told, and is put right. */
export async function rebuild(database: string): Promise<Outcome> {
  const db = await openDatabase(database);
  try {
    const rebuilt = await rebuildWorkedOut(db, true);
    return {
      code: rebuilt.different.length === 0 ? 0 : 2,
      out: `${JSON.stringify(rebuilt)}\n`,
      err: rebuilt.different.map((mock) => `${mock}: was kept differently; now corrected\n`).join(''),
    };
  } finally {
    await db.destroy();
  }
}

/** One line of JSON; what is wrong is told on the other channel too, and makes it bad input. */
export async function check(database: string): Promise<Outcome> {
  const { counts, integrity, unreadable, differences, outcomes } = await checkSchool(database);
  const out = `${JSON.stringify({ ...counts, integrity, outcomes, unreadable, differences })}\n`;
  const wrong = [
    ...(integrity === 'ok' ? [] : [`The file is damaged: ${integrity}`]),
    ...unreadable.map(({ kind, name, what }) => `${kind} ${name}: ${what}`),
    ...differences,
  ];
  return { code: wrong.length === 0 ? 0 : 2, out, err: wrong.map((line) => `${line}\n`).join('') };
}
