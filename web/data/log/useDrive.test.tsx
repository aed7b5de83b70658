import { configureStore } from '@reduxjs/toolkit';
import { act as settle, render, screen } from '@testing-library/react';
import { expect, it } from '@jest/globals';
import { Provider } from 'react-redux';
import { isPaused } from '../../../core/marking';
import { mockView, smallStandard } from '../../testing';
import { beginDrive, logSlice } from './slice';
import { useDriveHeld, useJudged, useJudgementNow, type DriveHere } from './useDrive';
import type { DoAction } from './act';

const drawn = { held: 0, paused: 0, marks: 0 };
let act: DoAction;
let countNow: () => number;

function Held() {
  const held = useDriveHeld('test-1');
  drawn.held += 1;
  if (held.status !== 'open') return <p>{held.status}</p>;
  ({ act } = held);
  return (
    <>
      <p data-testid="learner">{held.drive.mock.learner.name}</p>
      <Paused drive={held.drive} />
      <Marks drive={held.drive} />
    </>
  );
}

function Paused({ drive }: { readonly drive: DriveHere }) {
  drawn.paused += 1;
  return (
    <p data-testid="paused">{useJudged(drive, (judgement) => isPaused(judgement.drive)) ? 'yes' : 'no'}</p>
  );
}

function Marks({ drive }: { readonly drive: DriveHere }) {
  drawn.marks += 1;
  const now = useJudgementNow(drive);
  countNow = () => now().marks.length;
  return <p data-testid="marks">{useJudged(drive, ({ marks }) => marks.length)}</p>;
}

it('draws for a mark only what shows it, and for a new learner all', () => {
  const store = configureStore({ reducer: { log: logSlice.reducer } });
  store.dispatch(beginDrive({ mock: mockView(), standard: smallStandard }));
  render(
    <Provider store={store}>
      <Held />
    </Provider>,
  );
  const shown = (id: string) => screen.getByTestId(id).textContent;
  const before = { ...drawn };
  settle(() => void act({ do: 'mark', item: 'look', severity: 'minor', where: {} }));
  expect(shown('marks')).toBe('1');
  expect(countNow()).toBe(1);
  expect(drawn).toEqual({ ...before, marks: before.marks + 1 });

  settle(() => void act({ do: 'pause' }));
  expect([shown('paused'), shown('marks')]).toEqual(['yes', '1']);
  expect(drawn).toMatchObject({ held: before.held, paused: before.paused + 1 });

  const mock = { ...mockView(), learner: { id: 'l-2', name: 'Somebody else' } };
  settle(() => void store.dispatch(logSlice.actions.mockChanged(mock)));
  expect(shown('learner')).toBe('Somebody else');
});
