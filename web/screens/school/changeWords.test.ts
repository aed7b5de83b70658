import { expect, it } from '@jest/globals';
import type { ChangeKind, ChangeView } from '../../../contract';
import { changeText, partsText } from './changeWords';

const change = (kind: ChangeKind, parts: ChangeView['parts'] = [], name = 'Ines Tavarro'): ChangeView => ({
  position: 1,
  at: '2026-11-18T10:00:00.000Z',
  by: { id: 'i', name: 'Maren Holtby' },
  kind,
  name,
  subject: null,
  parts,
});

it.each([
  [change('learner handed over'), 'handed Ines Tavarro over'],
  [change('mock deleted'), 'put a mock of Ines Tavarro into the bin'],
  [
    change('learners imported', [{ part: 'count', to: '12' }], 'old.csv'),
    'imported 12 learners from old.csv',
  ],
] as const)('a change is a sentence that begins with who did it', (of, words) => {
  expect(changeText(of)).toBe(words);
});

it('its parts are told from what to what, in the words of the screens', () => {
  const text = (parts: ChangeView['parts']) => partsText({ parts });
  expect(text([{ part: 'role', from: 'trainee', to: 'instructor' }])).toBe(
    'role: Trainee instructor to Instructor',
  );
  expect(text([{ part: 'active', from: 'true', to: 'false' }])).toBe('access: allowed to stopped');
  expect(text([{ part: 'instructor', from: '', to: 'Ifor Quennell' }])).toBe(
    'taught by: none to Ifor Quennell',
  );
  expect(text([{ part: 'details' }, { part: 'papers' }])).toBe('details; documents');
  expect(text([{ part: 'passed', to: 'false' }])).toBe('result: failed');
  expect(text([{ part: 'count', to: '3' }])).toBe('');
});
