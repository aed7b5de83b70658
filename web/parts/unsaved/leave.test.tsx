import { render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it } from '@jest/globals';
import { useState } from 'react';
import { createMemoryRouter, Link, Outlet, RouterProvider } from 'react-router';
import { forgetDrafts } from './useKeptDraft';
import { LeaveGuard } from './LeaveGuard';
import { RestoredNote } from './RestoredNote';
import { useKeptHistory } from './useKeptHistory';
import { useUnsaved } from './useUnsaved';

function Typing() {
  const [text, setText] = useState('');
  const [open, setOpen] = useState(true);
  const { close, saved } = useUnsaved(text !== '');
  return open ? (
    <>
      <input aria-label="note" value={text} onChange={(event) => setText(event.target.value)} />
      <button onClick={() => close(() => setOpen(false))}>Cancel</button>
      <Link to="/other" onClick={saved}>
        Save
      </Link>
      <Link to="/other">Elsewhere</Link>
    </>
  ) : (
    <p>closed</p>
  );
}

const START = { text: '' };

function Drafting() {
  const draft = useKeptHistory('a form', START);
  return (
    <>
      {draft.restored ? <RestoredNote onStartAgain={draft.startAgain} /> : null}
      <input
        aria-label="note"
        value={draft.now.text}
        onChange={(event) => draft.change('text', () => ({ text: event.target.value }))}
      />
      <Link to="/other" onClick={draft.done}>
        Save
      </Link>
      <Link to="/other">Elsewhere</Link>
    </>
  );
}

function show(Form: () => React.ReactNode) {
  const router = createMemoryRouter([
    {
      element: (
        <LeaveGuard>
          <Outlet />
        </LeaveGuard>
      ),
      children: [
        { path: '/', element: <Form /> },
        { path: '/other', element: <p>elsewhere</p> },
      ],
    },
  ]);
  return render(<RouterProvider router={router} />);
}

const asked = () => screen.findByRole('dialog', { name: 'Leave without saving?' });
const leave = () => screen.getByRole('button', { name: 'Leave, lose the changes' });
const field = () => screen.getByLabelText<HTMLInputElement>('note');

beforeEach(() => localStorage.clear());

describe('a form with changes', () => {
  it('is left at once while nothing was typed', async () => {
    show(Typing);
    await userEvent.click(screen.getByText('Elsewhere'));
    expect(screen.getByText('elsewhere')).toBeTruthy();
  });

  it('asks before another screen takes its place, and stays as it was', async () => {
    show(Typing);
    await userEvent.type(field(), 'rain');
    await userEvent.click(screen.getByText('Elsewhere'));
    await asked();
    await userEvent.click(screen.getByRole('button', { name: 'Stay' }));
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
    expect(field().value).toBe('rain');
    await userEvent.click(screen.getByText('Elsewhere'));
    await asked();
    await userEvent.click(leave());
    expect(await screen.findByText('elsewhere')).toBeTruthy();
  });

  it('asks before it is closed', async () => {
    show(Typing);
    await userEvent.type(field(), 'rain');
    await userEvent.click(screen.getByText('Cancel'));
    await asked();
    await userEvent.click(leave());
    expect(await screen.findByText('closed')).toBeTruthy();
  });

  it('does not ask once it is saved', async () => {
    show(Typing);
    await userEvent.type(field(), 'rain');
    await userEvent.click(screen.getByText('Save'));
    expect(await screen.findByText('elsewhere')).toBeTruthy();
  });

  it('has the browser warn when the page is closed, unless a draft stays here', async () => {
    const closing = () => {
      const event = new Event('beforeunload', { cancelable: true });
      window.dispatchEvent(event);
      return event.defaultPrevented;
    };
    const first = show(Typing);
    expect(closing()).toBe(false);
    await userEvent.type(field(), 'rain');
    expect(closing()).toBe(true);
    first.unmount();
    expect(closing()).toBe(false);
    show(Drafting);
    await userEvent.type(field(), 'rain');
    expect(closing()).toBe(false);
  });
});

describe('a draft that is kept here', () => {
  it('comes back after a reload, and can be started again', async () => {
    const first = show(Drafting);
    await userEvent.type(field(), 'rain');
    first.unmount();
    show(Drafting);
    expect(field().value).toBe('rain');
    await userEvent.click(screen.getByRole('button', { name: 'Start again' }));
    expect(field().value).toBe('');
    expect(localStorage.length).toBe(0);
  });

  it.each(['Save', 'Elsewhere'])('is forgotten after “%s”', async (way) => {
    const first = show(Drafting);
    await userEvent.type(field(), 'rain');
    expect(localStorage.length).toBe(1);
    await userEvent.click(screen.getByText(way));
    if (way === 'Elsewhere') {
      await asked();
      await userEvent.click(leave());
    }
    expect(await screen.findByText('elsewhere')).toBeTruthy();
    expect(localStorage.length).toBe(0);
    first.unmount();
  });

  it('is forgotten by signing out, and nothing else is', async () => {
    localStorage.setItem('jasperwren-hand', 'right');
    const first = show(Drafting);
    await userEvent.type(field(), 'rain');
    forgetDrafts();
    first.unmount();
    show(Drafting);
    expect(field().value).toBe('');
    expect(localStorage.getItem('jasperwren-hand')).toBe('right');
  });
});
