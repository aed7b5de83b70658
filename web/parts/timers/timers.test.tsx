import { act, fireEvent, render, screen, within } from '@testing-library/react';
import { afterEach, beforeEach, expect, it, jest } from '@jest/globals';
import { Timers } from '.';

beforeEach(() => {
  jest.useFakeTimers();
  render(<Timers />);
});
afterEach(() => {
  jest.useRealTimers();
});

const panel = (name: string) => within(screen.getByRole('region', { name }));
const wait = (seconds: number) =>
  act(() => {
    jest.advanceTimersByTime(1_000 * seconds);
  });
const touch = (name: string, button: RegExp | string) =>
  fireEvent.click(panel(name).getByRole('button', { name: button }));

it('sums up the glances of a straight stretch, the late ones among them', () => {
  touch('Mirror glances', 'First glance');
  for (const seconds of [8, 9, 14]) {
    wait(seconds);
    touch('Mirror glances', 'Glance');
  }
  touch('Mirror glances', 'End of the straight');
  expect(panel('Mirror glances').getByRole('status').textContent).toMatch(
    /^4 glances; 10\.3 s from one to the next, between 8 and 14 s \(spread 3\.\d s\); 1 of them later than 10 s\.$/,
  );
  touch('Mirror glances', 'First glance');
  expect(panel('Mirror glances').getByRole('status').textContent).toBe('One glance so far.');
});

it('goes through the five looks in their order', () => {
  for (const look of [
    'Over one shoulder',
    'Mirror on that side',
    'Rear window',
    'Mirror on the other side',
    'Over the other shoulder',
  ]) {
    touch('Five looks round', look);
    wait(1);
  }
  expect(panel('Five looks round').getByRole('status').textContent).toBe('Five looks in 4.0 s.');
  touch('Five looks round', 'Again');
  expect(panel('Five looks round').getByRole('button', { name: 'Over one shoulder' })).toBeTruthy();
});

it('holds a stop to three or to five, and a signal to five', () => {
  touch('Full stop', 'Start');
  wait(3.4);
  touch('Full stop', 'Stop');
  expect(panel('Full stop').getByText('Held for 3 s; 5 s is what other schools ask')).toBeTruthy();
  touch('Signal before moving off', 'Start');
  wait(4.2);
  touch('Signal before moving off', 'Stop');
  expect(panel('Signal before moving off').getByText('Too short: 5 s are asked')).toBeTruthy();
});
