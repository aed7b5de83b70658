import type { PlacedItem, Standard } from '../../../core/standard';
import { skillOf } from '../../../core/standard';

/**
 * Items in which every typed word begins some word, typed in any order. Words of the label go before those
 * of the section, and labels that begin with the letters before the rest.
 */
export function searchItems(standard: Standard, letters: string, most = 12): readonly PlacedItem[] {
  const wanted = wordsOf(letters);
  if (wanted.length === 0) return [];
  const found = standard.sections.flatMap((section) =>
    section.items.flatMap((item) => {
      const label = wordsOf(item.label);
      const all = [...label, ...wordsOf(skillOf(item.skill)?.title ?? ''), ...wordsOf(section.title)];
      const begins = (words: readonly string[]) => (start: string) =>
        words.some((word) => word.startsWith(start));
      if (!wanted.every(begins(all))) return [];
      const first = wanted.some(begins(label.slice(0, 1))) ? 0.5 : 0;
      return [{ item, section, rank: wanted.filter(begins(label)).length + first }];
    }),
  );
  return found.sort((a, b) => b.rank - a.rank).slice(0, most);
}

const wordsOf = (text: string): string[] =>
  text
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter((word) => word !== '');
