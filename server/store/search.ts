import { nameKey } from '../../core/names';

/** A pattern for `like … escape '!'` that finds part of a name. */
export const likePattern = (search: string): string =>
  `%${nameKey(search).replace(/[!%_]/g, (character) => `!${character}`)}%`;
