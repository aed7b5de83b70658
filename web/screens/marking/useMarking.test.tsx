import { ThemeProvider } from '@mui/material';
import { configureStore } from '@reduxjs/toolkit';
import { act as settle, fireEvent, render, screen } from '@testing-library/react';
import { expect, it } from '@jest/globals';
import { SnackbarProvider } from 'notistack';
import { useState } from 'react';
import { Provider } from 'react-redux';
import { compileStandard } from '../../../core/standard';
import { beginDrive, logSlice, useDrive, type DriveOnScreen } from '../../data/log';
import { smallStandard, mockView } from '../../testing';
import { theme } from '../../parts/ui';
import { useMarking } from './useMarking';

const { itemOf, severities } = compileStandard(smallStandard);
const position = { lat: 52.1, lon: -2.1 };

/** The least that marks: a button for each thing that the hook can do. */
function Bench({ onScreen }: { readonly onScreen: Extract<DriveOnScreen, { status: 'open' }> }) {
  const [said, say] = useState('');
  const { mark, undoLast, flag } = useMarking({
    standard: smallStandard,
    judgementNow: () => onScreen.judgement,
    act: onScreen.act,
    say,
    positionNow: () => position,
    featureNow: () => null,
  });
  const minor = severities.get('minor');
  return (
    <>
      <p role="status">{said}</p>
      <p data-testid="marks">{onScreen.judgement.marks.length}</p>
      <button onClick={() => (minor ? mark(itemOf('look').item, minor) : undefined)}>Mark</button>
      <button onClick={undoLast}>Undo</button>
      <button onClick={flag}>Flag</button>
    </>
  );
}

function Screen() {
  const onScreen = useDrive('test-1');
  return onScreen.status === 'open' ? <Bench onScreen={onScreen} /> : null;
}

function open() {
  const store = configureStore({ reducer: { log: logSlice.reducer } });
  store.dispatch(beginDrive({ mock: mockView(), standard: smallStandard }));
  render(
    <Provider store={store}>
      <ThemeProvider theme={theme}>
        <SnackbarProvider>
          <Screen />
        </SnackbarProvider>
      </ThemeProvider>
    </Provider>,
  );
  const events = () => store.getState().log.drives['test-1']?.events ?? [];
  const touch = (name: string) => settle(() => void fireEvent.click(screen.getByText(name)));
  const said = () => screen.getAllByRole('status')[0]?.textContent;
  return { events, touch, said };
}

it('marks where the car is, says so, undoes and restores', () => {
  const { events, touch, said } = open();
  touch('Mark');
  expect(said()).toMatch(/^Marked: Look/);
  expect(events().at(-1)).toMatchObject({ kind: 'fault', item: 'look', place: position });
  touch('Undo');
  expect(said()).toBe('Undone: Look, minor');
  expect(screen.getByTestId('marks').textContent).toBe('0');
  touch('Restore');
  expect(screen.getByTestId('marks').textContent).toBe('1');
});

it('says that there is nothing to undo, and records nothing', () => {
  const { events, touch, said } = open();
  touch('Undo');
  expect(said()).toBe('Nothing to undo.');
  expect(events()).toEqual([]);
  touch('Flag');
  expect(said()).toBe('Flagged');
  expect(events().map(({ kind }) => kind)).toEqual(['peg']);
});

it('asks at the third small mark on one skill whether it is a habit', () => {
  const { touch } = open();
  touch('Mark');
  touch('Mark');
  expect(screen.queryByText(/A habit\?/)).toBeNull();
  touch('Mark');
  expect(screen.getByText('The third time today: Look. A habit?')).toBeTruthy();
});
