import { expect, it } from '@jest/globals';
import { addressOf, screens } from './screens';

it('every screen has an address and a title of its own, and what can be found needs no id', () => {
  expect(new Set(screens.map(({ path }) => path)).size).toBe(screens.length);
  expect(new Set(screens.map(({ title }) => title)).size).toBe(screens.length);
  for (const screen of screens)
    if (screen.find !== undefined || screen.inNavigation) expect(addressOf(screen)).not.toContain(':');
  expect(screens.filter(({ inNavigation }) => inNavigation).every(({ find }) => find)).toBe(true);
});

it('leaves out of an address what may be left out', () => {
  const load = async () => () => null;
  expect(addressOf({ path: '/questions/:view?', title: 'Questions', load })).toBe('/questions');
});
