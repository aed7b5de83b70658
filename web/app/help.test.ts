import { expect, it } from '@jest/globals';
import { help } from './help';
import { screens } from './screens';

it('every screen in the frame has its help, in a few short sentences, and no other has', () => {
  const framed = screens.filter(({ bare }) => bare === undefined).map(({ path }) => path);
  expect(Object.keys(help).sort()).toEqual([...framed].sort());
  for (const [path, sentences] of Object.entries(help)) {
    expect([path, sentences.length > 0 && sentences.length <= 5]).toEqual([path, true]);
    for (const sentence of sentences) {
      expect(sentence).toMatch(/[.?]$/);
      for (const one of sentence.split(/(?<=[.?])\s/))
        expect([one, one.split(' ').length <= 26]).toEqual([one, true]);
    }
  }
});
