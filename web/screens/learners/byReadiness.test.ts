import { expect, it } from '@jest/globals';
import type { ReadinessRow } from '../../../contract';
import { byReadiness } from './byReadiness';

const row = (
  name: string,
  word: ReadinessRow['word'],
  pass: number | null,
  override?: ReadinessRow['word'],
) =>
  ({
    learner: { id: name, name },
    word,
    pass,
    overrule: override ? { word: override, reason: '', at: '', by: '' } : null,
  }) as unknown as ReadinessRow;

it('puts the most ready first: by the word that counts, then the chance, then the name', () => {
  const rows = [
    row('Few', 'too little evidence', null),
    row('Zed', 'not yet', 0.4),
    row('Abe', 'not yet', 0.4),
    row('Mia', 'nearly', 0.7),
    row('Best', 'ready', 0.9),
    // The instructor's own word comes before the computed one.
    row('Held back', 'ready', 0.95, 'not yet'),
  ];
  expect(byReadiness(rows).map(({ learner }) => learner.name)).toEqual([
    'Best',
    'Mia',
    'Held back',
    'Abe',
    'Zed',
    'Few',
  ]);
});
