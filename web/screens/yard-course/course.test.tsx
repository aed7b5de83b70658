import { describe, expect, it } from '@jest/globals';
import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { courseIds, courseOf, vehicleOf } from '../../../core/testing';
import { layOut, parseCourse, type Length } from '../../../core/yard';
import { FormulaField } from '../../parts/yard';
import { withKind } from './GroundRows';
import { placeTitle } from './words';

describe('a thing on the ground as another kind', () => {
  it('stays where it is, and the course can still be read, for everything of every course', () => {
    const lists = ['lines', 'kerbs', 'walls', 'guides', 'cones'] as const;
    for (const id of courseIds) {
      const course = courseOf(id);
      for (const list of lists)
        for (const n of course[list].keys())
          for (const kind of lists) {
            const changed = withKind(course, list, n, kind);
            const parsed = parseCourse(changed);
            expect([id, list, n, kind, parsed.ok]).toEqual([id, list, n, kind, true]);
            const count = (of: typeof course) => lists.reduce((sum, one) => sum + of[one].length, 0);
            expect(count(changed)).toBe(count(course));
            expect(changed[kind].some((one) => one.id === course[list][n]?.id)).toBe(true);
          }
    }
  });

  it('a line becomes a cone at its beginning, a cone a line of a metre', () => {
    const course = courseOf('cone-bay');
    const cone = withKind(course, 'lines', 0, 'cones').cones.at(-1);
    expect(cone?.at).toEqual(course.lines[0]?.from);
    const line = withKind(course, 'cones', 0, 'walls');
    const laid = layOut(line, vehicleOf('saloon'));
    const wall = laid.ok ? laid.value.walls.at(-1) : undefined;
    expect((wall?.to[0] ?? NaN) - (wall?.from[0] ?? NaN)).toBeCloseTo(1);
  });
});

describe('where a problem is', () => {
  const course = courseOf('garage-bay');
  it.each([
    ['lines[1].from[0]', 'Line 2 (bay right), from'],
    ['parameters[0].most', 'Size 1 (Width of the bay), most'],
    ['stages[0].goal.x[1]', 'Stage 1 (reverse in), where it ends, along'],
    ['start', 'Start'],
    ['start.y', 'Start, across'],
    ['parameters.lane', 'Size lane'],
    ['cones[7].at', 'Cone 8, place'],
    ['movements', 'Movements'],
    ['', 'The course'],
  ])('%s is said as in the form', (path, words) => expect(placeTitle(course, path)).toBe(words));
});

function Field({ told }: { readonly told: (value: Length) => void }) {
  const [value, setValue] = useState<Length>({ width: 1.5 });
  return (
    <>
      <FormulaField
        label="From x"
        value={value}
        parameters={['bay']}
        onLength={(next) => {
          told(next);
          setValue(next);
        }}
      />
      <button type="button" onClick={() => setValue([{ parameter: 'bay' }, 0.35])}>
        drag
      </button>
    </>
  );
}

describe('a field for a length', () => {
  it('takes what can be read, says what can’t, keeps what was typed, and follows a drag', async () => {
    const told: Length[] = [];
    const user = userEvent.setup();
    render(<Field told={(value) => told.push(value)} />);
    const field = screen.getByLabelText<HTMLInputElement>('From x');
    expect(field.value).toBe('1.5 × vehicle width');
    await user.clear(field);
    await user.type(field, '2 x bay + ');
    // Half a formula changes nothing and stays as it was typed.
    expect(field.value).toBe('2 x bay + ');
    expect(field.getAttribute('aria-invalid')).toBe('true');
    expect(told.at(-1)).toEqual({ parameter: 'bay', times: 2 });
    await user.type(field, '0,5');
    expect(told.at(-1)).toEqual([{ parameter: 'bay', times: 2 }, 0.5]);
    expect(field.value).toBe('2 x bay + 0,5');
    await user.tab();
    expect(field.value).toBe('2 × bay + 0.5');
    await user.click(screen.getByText('drag'));
    expect(field.value).toBe('bay + 0.35');
  });
});
