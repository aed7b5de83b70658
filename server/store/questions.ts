import type { QuestionView } from '../../contract';
import { parseQuestion, type Question } from '../../core/questions';
import { sql } from 'kysely';
import { inTransaction, type Database } from './database';
import { readColumn } from './readable';
import type { Tables } from './schema';

export const readQuestion = (text: string): Question | null => readColumn(text, parseQuestion);

/** All questions of the school, in the order in which they came. */
export async function listQuestions(db: Database): Promise<QuestionView[]> {
  const rows = await db
    .selectFrom('questions')
    .selectAll()
    .orderBy(sql`rowid`)
    .execute();
  return rows.flatMap((row) => viewOf(row) ?? []);
}

export async function questionById(db: Database, id: string): Promise<QuestionView | null> {
  const row = await db.selectFrom('questions').selectAll().where('id', '=', id).executeTakeFirst();
  return row ? viewOf(row) : null;
}

function viewOf({ body, shipped, enabled, revision }: Tables['questions']): QuestionView | null {
  const question = readQuestion(body);
  if (!question) return null;
  const origin = shipped === null ? 'own' : shipped === body ? 'shipped' : 'changed';
  return { question, enabled: enabled === 1, origin, revision };
}

/**
 * Keeps one question.
 *
 * @param revision what it was read at; null for a new one
 * @returns false when somebody else changed or added it meanwhile
 */
export async function keepQuestion(
  db: Database,
  question: Question,
  enabled: boolean,
  revision: number | null,
): Promise<boolean> {
  const values = { body: JSON.stringify(question), enabled: enabled ? 1 : 0 };
  if (revision === null) {
    const { numInsertedOrUpdatedRows } = await db
      .insertInto('questions')
      .values({ id: question.id, ...values, shipped: null, revision: 1 })
      .onConflict((conflict) => conflict.doNothing())
      .executeTakeFirstOrThrow();
    return numInsertedOrUpdatedRows === 1n;
  }
  const { numUpdatedRows } = await db
    .updateTable('questions')
    .set({ ...values, revision: revision + 1 })
    .where('id', '=', question.id)
    .where('revision', '=', revision)
    .executeTakeFirstOrThrow();
  return numUpdatedRows === 1n;
}

/** Back to how the question ships; false when somebody changed it meanwhile, or it never shipped. */
export async function unchangeQuestion(db: Database, id: string, revision: number): Promise<boolean> {
  const { numUpdatedRows } = await db
    .updateTable('questions')
    .set(({ ref }) => ({ body: ref('shipped').$notNull(), revision: revision + 1 }))
    .where('id', '=', id)
    .where('revision', '=', revision)
    .where('shipped', 'is not', null)
    .executeTakeFirstOrThrow();
  return numUpdatedRows === 1n;
}

/** Keeps all of them or none: new ones are added, known ones written over, switched on or off as they were. */
export async function keepQuestions(
  db: Database,
  questions: readonly Question[],
): Promise<{ readonly added: number; readonly changed: number; readonly same: number }> {
  return inTransaction(db, async (transaction) => {
    const told = { added: 0, changed: 0, same: 0 };
    for (const question of questions) {
      const held = await questionById(transaction, question.id);
      if (held && JSON.stringify(held.question) === JSON.stringify(question)) told.same += 1;
      else if (held) {
        await keepQuestion(transaction, question, held.enabled, held.revision);
        told.changed += 1;
      } else {
        await keepQuestion(transaction, question, true, null);
        told.added += 1;
      }
    }
    return told;
  });
}

/** Brings what ships up to date; what the school has changed stays as it is, and can still go back. */
export async function keepShippedQuestions(db: Database, questions: readonly Question[]): Promise<void> {
  await inTransaction(db, async (transaction) => {
    for (const question of questions) {
      const body = JSON.stringify(question);
      const held = await transaction
        .selectFrom('questions')
        .select(['body', 'shipped'])
        .where('id', '=', question.id)
        .executeTakeFirst();
      if (!held)
        await transaction
          .insertInto('questions')
          .values({ id: question.id, body, shipped: body, enabled: 1, revision: 1 })
          .execute();
      else if (held.shipped !== body)
        await transaction
          .updateTable('questions')
          .set(held.body === held.shipped ? { body, shipped: body } : { shipped: body })
          .where('id', '=', question.id)
          .execute();
    }
  });
}
