import * as z from 'zod';
import type { ChangeKind, ChangeView } from '../../contract';
import { checkShape } from '../../core/problems';
import type { Database } from './database';
import { readColumn } from './readable';

/** Who did something, and when. */
export interface Deed {
  /** Null on the command line. */
  readonly by: { readonly id: string } | null;
  readonly at: Date;
}

const partsKept = z.array(
  z.object({ part: z.string(), from: z.string().optional(), to: z.string().optional() }),
);

const readParts = (text: string): ChangeView['parts'] =>
  (readColumn(text, (input) => checkShape(partsKept, input)) as ChangeView['parts'] | null) ?? [];

/** Adds a line to the record of changes; in the same transaction as the change itself. */
export async function recordChange(
  db: Database,
  { by, at }: Deed,
  kind: ChangeKind,
  about: Pick<ChangeView, 'name'> & Partial<Pick<ChangeView, 'subject' | 'parts'>>,
): Promise<void> {
  await db
    .insertInto('changes')
    .values({
      at: at.toISOString(),
      instructor: by?.id ?? null,
      kind,
      name: about.name,
      subject_kind: about.subject?.kind ?? null,
      subject: about.subject?.id ?? null,
      parts: JSON.stringify(about.parts ?? []),
    })
    .execute();
}

/** Of what was changed, which parts: text as it was and is, of everything longer only that it was. */
export function partsChanged<T extends object>(before: T, after: T): ChangeView['parts'] {
  return Object.keys(after).flatMap((part) => {
    const [from, to] = [before[part as keyof T], after[part as keyof T]] as readonly unknown[];
    if (JSON.stringify(from) === JSON.stringify(to)) return [];
    if ([from, to].some((value) => typeof value === 'object' && value !== null)) return [{ part }];
    return [{ part, from: shown(from), to: shown(to) }];
  });
}

const shown = (value: unknown): string =>
  value === null || value === undefined ? '' : String(value).slice(0, 200);

/** The record of changes, newest first, from before a position. @param of only what was done to this record */
export async function listChanges(
  db: Database,
  {
    limit,
    before,
    by,
    of,
  }: {
    readonly limit: number;
    readonly before: number | null;
    readonly by: string | null;
    readonly of: string | null;
  },
): Promise<ChangeView[]> {
  let query = db
    .selectFrom('changes')
    .leftJoin('instructors', 'instructors.id', 'changes.instructor')
    .select([
      'changes.position',
      'changes.at',
      'changes.kind',
      'changes.name',
      'changes.subject_kind as subjectKind',
      'changes.subject',
      'changes.parts',
      'instructors.id as byId',
      'instructors.name as byName',
    ])
    .orderBy('changes.position', 'desc')
    .limit(limit);
  if (before !== null) query = query.where('changes.position', '<', before);
  if (by !== null) query = query.where('changes.instructor', '=', by);
  if (of !== null) query = query.where('changes.subject', '=', of);
  return (await query.execute()).map(({ subjectKind, subject, parts, byId, byName, ...rest }) => ({
    ...rest,
    by: byId === null ? null : { id: byId, name: byName ?? '' },
    subject: subjectKind === null || subject === null ? null : { kind: subjectKind, id: subject },
    parts: readParts(parts),
  }));
}
