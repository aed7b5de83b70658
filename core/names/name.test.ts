import { describe, expect, it } from '@jest/globals';
import { nameKey, plainName } from './name';

describe('the key of a name', () => {
  it.each([
    ['Siân O’Rourke', "SIAN O'ROURKE"],
    ['Siân O`Rourke', 'Sia\u0302n O\u02bcRourke'],
    ['Anne‑Marie Łoś', 'anne-marie łoś'],
    ['  Maren   Holtby ', 'maren\u00a0holtby'],
    ['Zoë\u200b Quist', 'zoe quist'],
    ['ＭＡＲＥＮ', 'maren'],
  ])('is the same for %s and %s', (a, b) => {
    expect(nameKey(a)).toBe(nameKey(b));
  });

  it('keeps different names apart, also of other scripts', () => {
    const names = ['Ana Li', 'Anna Li', 'Ann Ali', 'Мария', 'Марина', '李雷', '李蕾', 'محمد'];
    expect(new Set(names.map(nameKey)).size).toBe(names.length);
  });

  it.each(['', '   ', '\u200b\u200d', '\t\n'])('is empty where nothing can be read: %j', (name) => {
    expect(nameKey(name)).toBe('');
  });
});

it('a name is kept as it was typed, without what cannot be seen', () => {
  expect(plainName('  Siân \u202eO’Rourke\u0000 ')).toBe('Siân O’Rourke');
});
