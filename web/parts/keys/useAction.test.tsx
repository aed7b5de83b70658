import { fireEvent, render, screen } from '@testing-library/react';
import { expect, it } from '@jest/globals';
import { useAction, useActionsOnScreen, type KeyAction } from './useAction';

const undo: KeyAction = { keys: 'mod+z', named: 'Ctrl Z', does: 'Undo the last change' };
const find: KeyAction = { keys: 'mod+k', named: 'Ctrl K', does: 'Find', whileTyping: true };
let done: string[] = [];

function Editor({ enabled }: { readonly enabled: boolean }) {
  useAction(undo, () => done.push('undo'), enabled);
  return <input aria-label="Title" />;
}
function Frame({ editor, enabled = true }: { readonly editor: boolean; readonly enabled?: boolean }) {
  useAction(find, () => done.push('find'));
  const actions = useActionsOnScreen();
  return (
    <>
      {editor ? <Editor enabled={enabled} /> : null}
      <p data-testid="help">{actions.map(({ named }) => named).join(', ')}</p>
    </>
  );
}

it('does what its keys say while it is shown, and stands in the help as long', () => {
  done = [];
  const { rerender } = render(<Frame editor />);
  const help = () => screen.getByTestId('help').textContent;
  expect(help()).toBe('Ctrl Z, Ctrl K');
  const press = (on: Element, key: string) =>
    fireEvent.keyDown(on, { key, code: `Key${key.toUpperCase()}`, ctrlKey: true });
  press(document.body, 'z');
  expect(done).toEqual(['undo']);
  // While typing, the field's own undo is meant; finding is meant everywhere.
  press(screen.getByLabelText('Title'), 'z');
  press(screen.getByLabelText('Title'), 'k');
  expect(done).toEqual(['undo', 'find']);
  rerender(<Frame editor enabled={false} />);
  press(document.body, 'z');
  expect(done).toEqual(['undo', 'find']);
  rerender(<Frame editor={false} />);
  expect(help()).toBe('Ctrl K');
});
