import { expect, it } from '@jest/globals';
import { fireEvent, render, screen } from '@testing-library/react';
import { later } from './later';

it('a part that can’t be loaded says so, leaves the rest alone, and comes when it is asked for again', async () => {
  let there = false;
  let asked = 0;
  const Part = later(
    () => {
      asked += 1;
      return there
        ? Promise.resolve(({ name }: { readonly name: string }) => <p>Hello {name}</p>)
        : Promise.reject(new Error('gone'));
    },
    { what: 'The talk', meanwhile: <p>Coming</p> },
  );
  const { unmount } = render(
    <>
      <p>The verdict</p>
      <Part name="Ines" />
    </>,
  );
  expect(screen.getByText('Coming')).toBeTruthy();
  expect(await screen.findByText('The talk couldn’t be loaded')).toBeTruthy();
  expect(screen.getByText('The verdict')).toBeTruthy();
  there = true;
  fireEvent.click(screen.getByRole('button', { name: 'Try again' }));
  expect(await screen.findByText('Hello Ines')).toBeTruthy();
  unmount();
  // The second time it is there at once.
  render(<Part name="Tomas" />);
  expect(screen.getByText('Hello Tomas')).toBeTruthy();
  expect(asked).toBe(2);
});
