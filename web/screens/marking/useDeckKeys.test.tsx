import { fireEvent, render, screen } from '@testing-library/react';
import { describe, expect, it } from '@jest/globals';
import { keysHelp, shortcutOf, shortcuts, type Pressed, type ShortcutId } from './shortcuts';
import { useDeckKeys } from './useDeckKeys';

const press = (key: string, changes: Partial<Pressed> = {}): Pressed => ({
  key,
  code: '',
  ctrlKey: false,
  metaKey: false,
  altKey: false,
  shiftKey: false,
  ...changes,
});

describe('a key', () => {
  it.each<[string, Pressed, boolean, ShortcutId | null]>([
    ['a letter finds a mark', press('m'), false, 'letter'],
    ['a letter with accents too', press('é'), false, 'letter'],
    ['a space flags', press(' '), false, 'flag'],
    ['a space is a letter while one types', press(' '), true, 'letter'],
    ['Enter marks while one types', press('Enter'), true, 'mark'],
    ['Enter is the button’s own otherwise', press('Enter'), false, null],
    ['arrows choose while one types', press('ArrowUp'), true, 'move'],
    ['arrows scroll otherwise', press('ArrowUp'), false, null],
    ['Backspace erases while one types', press('Backspace'), true, 'erase'],
    ['Ctrl Z undoes, also while one types', press('z', { ctrlKey: true }), true, 'undo'],
    ['Cmd Z undoes', press('Z', { metaKey: true }), false, 'undo'],
    ['Ctrl with other keys is the browser’s', press('p', { ctrlKey: true }), false, null],
    ['Alt P pauses, whatever it writes', press('π', { altKey: true, code: 'KeyP' }), false, 'pause'],
    ['Alt T is the clock', press('†', { altKey: true, code: 'KeyT' }), true, 'clock'],
    ['Alt N goes on', press('n', { altKey: true, code: 'KeyN' }), false, 'next'],
    ['Esc clears', press('Escape'), false, 'clear'],
    ['? shows the keys', press('?', { shiftKey: true }), true, 'help'],
    ['F5 is the browser’s', press('F5'), false, null],
  ])('%s', (_what, pressed, typing, shortcut) => {
    expect(shortcutOf(pressed, typing)).toBe(shortcut);
  });

  it('is told in the help, each once', () => {
    expect(keysHelp).toHaveLength(new Set(keysHelp.map(([keys]) => keys)).size);
    expect(keysHelp.map(([keys]) => keys)).toEqual(expect.arrayContaining(['Space', 'Ctrl Z', 'Alt P', '?']));
  });
});

function Bench({ enabled, done }: { readonly enabled: boolean; readonly done: string[] }) {
  const ids = Object.keys(shortcuts) as ShortcutId[];
  const does = Object.fromEntries(ids.map((id) => [id, () => done.push(id)])) as unknown as Record<
    ShortcutId,
    () => void
  >;
  useDeckKeys({ does, typing: false, enabled });
  return (
    <>
      <input aria-label="A note" />
      <input aria-label="Search" data-deck-search />
    </>
  );
}

it('keys work wherever the focus is but where one writes, and rest while a dialog is open', () => {
  const done: string[] = [];
  const { rerender } = render(<Bench enabled done={done} />);
  fireEvent.keyDown(document.body, { key: ' ' });
  fireEvent.keyDown(screen.getByLabelText('A note'), { key: ' ' });
  fireEvent.keyDown(screen.getByLabelText('Search'), { key: 'm' });
  fireEvent.keyDown(screen.getByLabelText('Search'), { key: 'z', ctrlKey: true });
  expect(done).toEqual(['flag', 'undo']);
  rerender(<Bench enabled={false} done={done} />);
  fireEvent.keyDown(document.body, { key: ' ' });
  expect(done).toHaveLength(2);
});
