import { act, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, it, jest } from '@jest/globals';
import { MeasureDialog } from './MeasureDialog';

beforeEach(() => {
  jest.useFakeTimers();
});
afterEach(() => {
  jest.useRealTimers();
});

const opened = (unit: string) => {
  const read: number[] = [];
  render(
    <MeasureDialog
      measure={{ id: 'm', label: 'Full stop held', unit, combine: 'max' }}
      onClose={() => undefined}
      onRead={(value) => read.push(value)}
    />,
  );
  const save = screen.getByRole<HTMLButtonElement>('button', { name: 'Save this reading' });
  return { read, save };
};

it('times what is measured in seconds, from one touch to the next, and keeps it once the clock stands', () => {
  const { read, save } = opened('s');
  fireEvent.click(screen.getByRole('button', { name: 'Start the clock' }));
  act(() => {
    jest.advanceTimersByTime(3_240);
  });
  expect(save.disabled).toBe(true);
  fireEvent.click(screen.getByRole('button', { name: 'Stop the clock' }));
  expect(screen.getByLabelText<HTMLInputElement>('Full stop held').value).toBe('3.2');
  act(() => {
    jest.advanceTimersByTime(2_000);
  });
  fireEvent.click(screen.getByRole('button', { name: '+0.1' }));
  fireEvent.click(save);
  expect(read).toEqual([3.3]);
});

it('has no clock for what is not a time', () => {
  opened('cm');
  expect(screen.queryByRole('button', { name: 'Start the clock' })).toBeNull();
});
