import { sql, type RawBuilder } from 'kysely';
import { nameKey } from '../../core/names';

/** Whether a learner's name has these letters in it; letters of which nothing can be read are in every name. */
export const nameHas = (letters: string): RawBuilder<boolean> => {
  const pattern = `%${nameKey(letters).replace(/[!%_]/g, (character) => `!${character}`)}%`;
  return sql<boolean>`learners.name_key like ${pattern} escape '!'`;
};
