import { readFileSync } from 'node:fs';
import { act, fireEvent, render, renderHook, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, jest } from '@jest/globals';
import { MemoryRouter, useSearchParams } from 'react-router';
import { layOut, readCourse, readYardVehicle, sampleAt, findPlan, type Sample } from '../../../core/yard';
import { AreasLayer, HeadButtons, projectionNear, projectionOf, SeatView, type Head } from '../../parts/yard';
import { insetPlace } from '../../parts/yard/seat/insetPlace';
import { lookWords } from '../../parts/yard/seat/SeatView';
import { ConeList, UnseenNote } from './Cones';
import { Lesson } from './Lesson';
import { settingWords } from './SeatPanel';
import { useSeat } from './useSeat';

const read = (file: string): string =>
  readFileSync(new URL(`../../../data/${file}`, import.meta.url), 'utf8');
const vehicleOf = (id: string) => {
  const parsed = readYardVehicle(read(`vehicles/${id}.vehicle.json`));
  if (!parsed.ok) throw new Error(id);
  return parsed.value;
};
const car = vehicleOf('small-hatchback');
const laid = (id: string) => {
  const course = readCourse(read(`courses/${id}.course.json`));
  const layout = course.ok ? layOut(course.value, car) : course;
  if (!layout.ok) throw new Error(id);
  return layout.value;
};
const pose: Sample = { t: 0, x: 0, y: 0, heading: 0, hitch: null, steer: 0, v: 0 };

describe('the view from the seat', () => {
  beforeEach(() => {
    // A browser without WebGL.
    HTMLCanvasElement.prototype.getContext = () => null;
  });

  it('says so where the browser can’t draw it, and shows what stands in for it', async () => {
    render(
      <SeatView
        layout={laid('garage-bay')}
        vehicle={car}
        pose={pose}
        head={{ yaw: 0, pitch: 0 }}
        onHead={() => undefined}
        instead={<p>the plan</p>}
      />,
    );
    expect(await screen.findByText(/can’t draw the view from the seat/)).toBeTruthy();
    expect(screen.getByText('the plan')).toBeTruthy();
  });

  it('turns the head by letters, but not those of a field, and never further than a neck', async () => {
    const heads: Head[] = [];
    let head: Head = { yaw: 0, pitch: 0 };
    const view = () => (
      <>
        <input aria-label="a field" />
        <SeatView
          layout={laid('garage-bay')}
          vehicle={car}
          pose={pose}
          head={head}
          onHead={(next) => {
            head = next;
            heads.push(next);
          }}
        />
      </>
    );
    const { rerender } = render(view());
    await screen.findByText(/can’t draw the view/);
    const press = (key: string, on: Element | Window = window): void => {
      fireEvent.keyDown(on, { key });
      rerender(view());
    };
    press('q');
    expect(head.yaw).toBeGreaterThan(0);
    press('e');
    expect(head.yaw).toBe(0);
    press('q', screen.getByLabelText('a field'));
    expect(head.yaw).toBe(0);
    for (let n = 0; n < 80; n += 1) press('q');
    expect(head.yaw).toBeLessThan(180);
    for (let n = 0; n < 20; n += 1) press('f');
    expect(head.pitch).toBeGreaterThanOrEqual(-45);
    press('z');
    expect(head.yaw).toBe(0);
    expect(heads.length).toBeGreaterThan(80);
  });

  it('turns the head by buttons, to the mirrors’ sides and over the shoulders', () => {
    const heads: Head[] = [];
    render(<HeadButtons vehicle={car} onHead={(head) => heads.push(head)} />);
    for (const name of ['Left shoulder', 'Ahead', 'Right shoulder', 'Back'])
      fireEvent.click(screen.getByRole('button', { name }));
    expect(heads.map(lookWords)).toEqual([
      'over the left shoulder',
      'ahead',
      'over the right shoulder',
      'back',
    ]);
    expect([30, -30, 90, -90].map((yaw) => lookWords({ yaw, pitch: 0 }))).toEqual([
      'half left',
      'half right',
      'left',
      'right',
    ]);
  });

  it('has its mirrors’ pictures inside it and apart, on a tablet and on a phone, upright ones too', () => {
    for (const vehicle of [car, vehicleOf('rigid-truck')])
      for (const [width, height] of [
        [800, 380],
        [358, 260],
      ] as const) {
        const places = vehicle.mirrors.map((mirror) => ({ mirror, ...insetPlace(mirror, width, height) }));
        for (const { mirror, left, top, wide, tall } of places) {
          expect(left).toBeGreaterThanOrEqual(0);
          expect(left + wide).toBeLessThanOrEqual(width);
          expect(top + tall + 24).toBeLessThanOrEqual(height);
          expect(wide / tall).toBeCloseTo(mirror.width / mirror.height, 6);
        }
        const spans = places
          .map(({ left, wide }) => [left, left + wide] as const)
          .sort((a, b) => a[0] - b[0]);
        for (const [n, [from]] of spans.entries()) expect(from).toBeGreaterThan(spans[n - 1]?.[1] ?? -1);
      }
  });
});

describe('blind areas on the plan', () => {
  it('are carried along with the vehicle, in metres', () => {
    const projection = projectionOf(laid('garage-bay'), car, { width: 400, height: 280 });
    const ring = [
      [1, 0],
      [2, 0],
      [2, 1],
    ] as const;
    const { container } = render(
      <svg>
        <AreasLayer
          projection={projection}
          areas={{ hidden: [ring], mirrored: [] }}
          pose={{ ...pose, x: 3, y: 2, heading: Math.PI / 2 }}
        />
      </svg>,
    );
    const [x, y] = projection.at([3, 2]);
    expect(container.querySelector('g')?.getAttribute('transform')).toContain(
      `translate(${x} ${y}) rotate(-90)`,
    );
    expect(container.querySelector('path')?.getAttribute('d')).toBe('M1.00,0.00L2.00,0.00L2.00,1.00Z');
  });

  it('are shown near the vehicle on a course that is large, and whole on a small one', () => {
    const room = { width: 400, height: 280 };
    const long = projectionNear(laid('long-reversing-area'), car, room, [5, 40]);
    expect(long.at([5, 40])).toEqual([200, 140]);
    expect(long.scale).toBeCloseTo(10, 6);
    const small = laid('straight-reverse');
    expect(projectionNear(small, car, room, [0, 0]).scale).toBe(projectionOf(small, car, room).scale);
  });
});

describe('what is told of cones, mirrors, marks and looks', () => {
  it('names each cone where it is seen, and warns of the nearest that is not', () => {
    render(
      <>
        <ConeList
          vehicle={car}
          sight={{ direct: ['top-left'], mirrors: { left: ['middle'], right: [], inner: [] }, hidden: [] }}
        />
        <UnseenNote
          unseen={[
            { cone: 'top-left', metres: 1.2 },
            { cone: 'bay-entry-left', metres: 0.34 },
          ]}
        />
      </>,
    );
    expect(screen.getByRole('region', { name: 'Cones now' }).textContent).toContain(
      'Through the windowstop left',
    );
    expect(screen.getByRole('region', { name: 'Cones now' }).textContent).toContain(
      'In the left door mirrormiddle',
    );
    expect(screen.getByRole('status').textContent).toBe(
      'You can’t see the cone bay entry left, 34 cm away. And 1 more.',
    );
  });

  it('says whether a mirror is set as for driving', () => {
    expect(settingWords({ own: 0.12, horizon: 0.5, met: true })).toBe(
      'Rule for driving met: your own vehicle takes 12% of the width (10 to 15%), the horizon is at 50% of the height (half-way).',
    );
    expect(settingWords({ own: 0.3, horizon: 1, met: false })).toContain('not met');
    expect(settingWords({ own: 0.3, horizon: 1, met: false })).toContain('the horizon is above the glass');
  });

  it('teaches without marks: looks in order, the one of now stands out, each shows itself', () => {
    const layout = laid('alley-dock-left');
    const plan = findPlan(car, layout);
    if (!plan) throw new Error('no plan');
    const looked: string[] = [];
    let without = 0;
    render(
      <MemoryRouter>
        <Lesson
          {...{ layout, plan, t: 0 }}
          vehicle={car}
          card="course=alley-dock-left"
          withMarks={false}
          onWithMarks={() => (without += 1)}
          onMoment={() => undefined}
          onLook={({ say }) => looked.push(say)}
        />
      </MemoryRouter>,
    );
    const [first] = screen.getAllByRole('button');
    if (!first) throw new Error('no look');
    expect(first.textContent).toMatch(/^Before you move: over the left shoulder, in the left mirror/);
    expect(first.getAttribute('aria-current')).toBe('step');
    fireEvent.click(first);
    expect(looked).toEqual([first.textContent]);
    expect(screen.queryByRole('link', { name: 'Card to print' })).toBeNull();
    fireEvent.click(screen.getByLabelText('Teach without marks'));
    expect(without).toBe(1);
    expect(sampleAt(plan.path, 0)).not.toBeNull();
  });
});

describe('a seat in the address', () => {
  beforeEach(() => {
    jest.useFakeTimers();
  });
  afterEach(() => {
    jest.useRealTimers();
  });

  it('is read from it, and written to it once the slider rests', () => {
    const { result } = renderHook(() => ({ seat: useSeat(car), params: useSearchParams()[0] }), {
      wrapper: ({ children }) => (
        <MemoryRouter initialEntries={['/yard/see?seat=1.1,-0.36,1.25']}>{children}</MemoryRouter>
      ),
    });
    expect(result.current.seat.own.eye).toEqual([1.1, -0.36, 1.25]);
    act(() => result.current.seat.set({ eye: [1.1, -0.36, 1.3], turns: { left: { out: 9, down: 2 } } }));
    expect(result.current.seat.own.eye).toEqual([1.1, -0.36, 1.3]);
    expect(result.current.params.get('seat')).toBe('1.1,-0.36,1.25');
    act(() => {
      jest.advanceTimersByTime(400);
    });
    expect(result.current.params.get('seat')).toBe('1.1,-0.36,1.3;left:9,2');
  });
});
