import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from '@jest/globals';
import { useState } from 'react';
import { NumberField } from './NumberField';

function Field({ start, whole = false }: { readonly start: number | null; readonly whole?: boolean }) {
  const [value, setValue] = useState(start);
  return (
    <>
      <NumberField label="Length" value={value} least={1} most={50_000} whole={whole} onNumber={setValue} />
      <output>{value === null ? 'nothing' : value}</output>
      <button onClick={() => setValue(7)}>Seven</button>
    </>
  );
}

const field = () => screen.getByLabelText<HTMLInputElement>('Length');
const value = () => screen.getByRole('status').textContent;

describe('a number field', () => {
  it.each([
    ['31,250', true, '31250'],
    ['31 250', true, '31250'],
    ['1,5', false, '1.5'],
    ['1.5', false, '1.5'],
    ['0', false, 'nothing'],
    ['50001', true, 'nothing'],
    ['1.5', true, 'nothing'],
    ['about ten', true, 'nothing'],
  ])('takes “%s” (whole: %s) as %s', async (typed, whole, wanted) => {
    render(<Field start={null} whole={whole} />);
    await userEvent.type(field(), typed);
    expect(value()).toBe(wanted);
    expect(field().value).toBe(typed);
    expect(field().getAttribute('aria-invalid')).toBe(String(wanted === 'nothing'));
  });

  it('says how a number with a separator was read', async () => {
    render(<Field start={null} whole />);
    await userEvent.type(field(), '31,250');
    expect(screen.getByText(/^Read as 31.250$/)).toBeTruthy();
  });

  it('shows what something else changed in place of what was typed', async () => {
    render(<Field start={3} />);
    await userEvent.clear(field());
    await userEvent.type(field(), '4');
    await userEvent.click(screen.getByText('Seven'));
    expect(field().value).toBe('7');
  });
});
