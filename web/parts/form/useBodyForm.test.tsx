import 'reflect-metadata';
import { describe, expect, it } from '@jest/globals';
import { render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Type } from 'class-transformer';
import { IsInt, Length, Matches, Max, Min, ValidateNested } from 'class-validator';
import { typedNumber } from '../../../core/numbers';
import { useBodyForm } from './useBodyForm';

class Body {
  @Length(1, 5)
  @Matches(/\S/, { message: 'must not be blank' })
  name!: string;

  @IsInt()
  @Min(5)
  @Max(10)
  times!: number;
}

function Form({ onSend }: { readonly onSend: (body: Body) => void }) {
  const { field, handleSubmit, isDirty } = useBodyForm<Body>(Body, { name: '', times: 7 });
  const shown = (name: 'name' | 'times', { error, helperText, ...input }: ReturnType<typeof field>) => (
    <label>
      {name}
      <input {...input} aria-invalid={error} />
      <span data-testid={`under ${name}`}>{helperText}</span>
    </label>
  );
  return (
    <form onSubmit={(event) => void handleSubmit(onSend)(event)}>
      {shown('name', field('name', { help: 'As on the card.' }))}
      {shown(
        'times',
        field('times', {
          problem: 'Whole times, from 5 to 10.',
          setValueAs: (typed: string | number) =>
            typeof typed === 'number' ? typed : (typedNumber(typed, 'whole') ?? typed),
        }),
      )}
      <button type="submit">{isDirty ? 'Send what changed' : 'Send'}</button>
    </form>
  );
}

describe('a form of a body', () => {
  it('sends nothing that the rules refuse, and says each problem at its field until it is put right', async () => {
    const sent: Body[] = [];
    const user = userEvent.setup();
    render(<Form onSend={(body) => sent.push(body)} />);
    const under = (name: string) => screen.getByTestId(`under ${name}`).textContent;
    expect(under('name')).toBe('As on the card.');
    await user.type(screen.getByLabelText(/^name/), '  ');
    await user.clear(screen.getByLabelText(/^times/));
    await user.type(screen.getByLabelText(/^times/), '12,5');
    // Nothing is said before it was tried.
    expect(under('name')).toBe('As on the card.');
    await user.click(screen.getByRole('button', { name: 'Send what changed' }));
    await waitFor(() => expect(under('name')).toBe('Must not be blank.'));
    expect(under('times')).toBe('Whole times, from 5 to 10.');
    expect(sent).toEqual([]);

    await user.type(screen.getByLabelText(/^name/), 'Ada');
    await waitFor(() => expect(under('name')).toBe('As on the card.'));
    await user.clear(screen.getByLabelText(/^times/));
    await user.type(screen.getByLabelText(/^times/), '9');
    await user.click(screen.getByRole('button', { name: 'Send what changed' }));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({ name: '  Ada', times: 9 });
  });

  it('says the problem of a field within a part of the body at that field', async () => {
    class Inner {
      @Matches(/@/, { message: 'must be an address' })
      email!: string;
    }
    class Outer {
      @ValidateNested()
      @Type(() => Inner)
      inner!: Inner;
    }
    function Nested() {
      const { field, handleSubmit } = useBodyForm<Outer>(Outer, { inner: { email: 'nowhere' } });
      const { error, helperText, ...input } = field('inner.email');
      return (
        <form onSubmit={(event) => void handleSubmit(() => undefined)(event)}>
          <input {...input} aria-invalid={error} />
          <p>{helperText}</p>
          <button type="submit">Send</button>
        </form>
      );
    }
    render(<Nested />);
    await userEvent.setup().click(screen.getByRole('button', { name: 'Send' }));
    await waitFor(() => expect(screen.getByText('Must be an address.')).toBeTruthy());
  });
});
