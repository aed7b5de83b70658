import { readdirSync, readFileSync } from 'node:fs';
import { readStandard, type Standard } from '../standard';

const FOLDER = new URL('../../data/standards/', import.meta.url);

/** Every standard that ships, in its newest version. */
export const shippedStandards = (): readonly Standard[] =>
  readdirSync(FOLDER)
    .filter((name) => name.endsWith('.standard.json'))
    .map((name) => {
      const read = readStandard(readFileSync(new URL(name, FOLDER), 'utf8'));
      if (!read.ok) throw new Error(name);
      return read.value;
    });
