import { readFileSync } from 'node:fs';
import { act, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, jest } from '@jest/globals';
import {
  layOut,
  pointTitle,
  readCourse,
  readSettings,
  readYardVehicle,
  settingsText,
} from '../../../core/yard';
import { projectionOf, runLine, slipTitle, usePlayback, wheelWords } from '../../parts/yard';
import { drivingOf, useDriving } from './useDriving';

const read = (file: string): string =>
  readFileSync(new URL(`../../../data/${file}`, import.meta.url), 'utf8');
const vehicle = (() => {
  const parsed = readYardVehicle(read('vehicles/small-hatchback.vehicle.json'));
  if (!parsed.ok) throw new Error('vehicle');
  return parsed.value;
})();
const laid = (id: string) => {
  const course = readCourse(read(`courses/${id}.course.json`));
  const layout = course.ok ? layOut(course.value, vehicle) : course;
  if (!layout.ok) throw new Error('course');
  return layout.value;
};

describe('words of the yard', () => {
  it('name points, the wheel, a run and a mistake', () => {
    expect(pointTitle('bay-left-from')).toBe('Bay left, start');
    expect(pointTitle('middle')).toBe('Middle');
    expect([0, 0.5, 1, -1].map(wheelWords)).toEqual([
      'straight',
      '50% left lock',
      'full left lock',
      'full right lock',
    ]);
    expect(
      runLine({ movements: [{ gear: 'reverse', from: 0, to: 9, shunt: false }], slips: [], seconds: 9 }),
    ).toBe('1 movement, 0 shunts, 9 s, nothing touched');
    const layout = laid('garage-bay');
    expect(slipTitle({ kind: 'line', of: 'bay-left' }, layout)).toBe('A tyre crossed the line bay left');
    expect(slipTitle({ kind: 'goal', of: 'reverse-in' }, layout)).toBe(
      'It didn’t end where it should: reverse into the bay and stop between the lines',
    );
  });

  it('keep settings in the address, and leave out what isn’t one', () => {
    expect(settingsText(readSettings('gap:6.2,lane:7'))).toBe('gap:6.2,lane:7');
    expect(readSettings('gap:wide,:3,lane')).toEqual({});
  });
});

describe('the drawing', () => {
  it('keeps its scale both ways, lies a long course on its side, and keeps everything inside', () => {
    for (const id of ['garage-bay', 'long-reversing-area']) {
      const layout = laid(id);
      const { at, scale, width, height } = projectionOf(layout, vehicle, { width: 800, height: 460 });
      const [a, b, c] = [at([0, 0]), at([1, 0]), at([0, 1])];
      expect(Math.hypot(b[0] - a[0], b[1] - a[1])).toBeCloseTo(scale, 9);
      expect(Math.hypot(c[0] - a[0], c[1] - a[1])).toBeCloseTo(scale, 9);
      // Turned, never mirrored: left of x stays left of it.
      expect((b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])).toBeLessThan(0);
      for (const { from, to } of [...layout.lines, ...layout.kerbs])
        for (const [x, y] of [at(from), at(to)]) {
          expect(x).toBeGreaterThanOrEqual(0);
          expect(x).toBeLessThanOrEqual(width);
          expect(y).toBeGreaterThanOrEqual(0);
          expect(y).toBeLessThanOrEqual(height);
        }
    }
    const { at } = projectionOf(laid('long-reversing-area'), vehicle, { width: 800, height: 460 });
    expect(Math.abs(at([0, 66])[0] - at([0, 0])[0])).toBeGreaterThan(500);
  });
});

describe('what is held at the wheel', () => {
  it('becomes pace and wheel: keys before the slider, two keys against each other nothing', () => {
    const none = { forward: false, reverse: false, left: false, right: false, wheel: null };
    expect(drivingOf(none)).toEqual({ pace: 0, wheel: null });
    expect(drivingOf({ ...none, reverse: true, left: true, wheel: -0.4 })).toEqual({ pace: -1, wheel: 1 });
    expect(drivingOf({ ...none, forward: true, reverse: true, wheel: 0.3 })).toEqual({ pace: 0, wheel: 0.3 });
    expect(drivingOf({ ...none, left: true, right: true })).toEqual({ pace: 0, wheel: null });
  });
});

describe('clocks', () => {
  beforeEach(() => {
    jest.useFakeTimers();
  });
  afterEach(() => {
    jest.useRealTimers();
  });

  it('a playback runs to its end, stops, and begins again', () => {
    const { result } = renderHook(() => usePlayback(2));
    act(() => result.current.setSpeed(2));
    act(() => result.current.toggle());
    expect(result.current.playing).toBe(true);
    act(() => {
      jest.advanceTimersByTime(600);
    });
    expect(result.current.t).toBeGreaterThan(0.8);
    act(() => {
      jest.advanceTimersByTime(2_000);
    });
    expect([result.current.t, result.current.playing]).toEqual([2, false]);
    // Back from its end, to look at a moment: it stands there.
    act(() => result.current.seek(1));
    act(() => {
      jest.advanceTimersByTime(400);
    });
    expect([result.current.t, result.current.playing]).toEqual([1, false]);
    act(() => result.current.seek(2));
    act(() => result.current.toggle());
    expect([result.current.t, result.current.playing]).toEqual([0, true]);
    act(() => result.current.seek(9));
    expect(result.current.t).toBe(2);
  });

  it('a drive goes by keys, keeps twenty samples a second, and stands when it is stopped', () => {
    const layout = laid('straight-reverse');
    const { result } = renderHook(() => useDriving(vehicle, layout, { x: 0, y: 0, heading: 0, hitch: null }));
    act(() => result.current.start());
    act(() => {
      window.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowDown' }));
      jest.advanceTimersByTime(2_000);
    });
    expect(result.current.now.x).toBeLessThan(-0.8);
    const kept = result.current.path.length;
    expect(kept).toBeGreaterThan(30);
    expect(kept).toBeLessThan(45);
    act(() => result.current.stop());
    act(() => {
      jest.advanceTimersByTime(500);
    });
    expect(result.current.path).toHaveLength(kept);
    act(() => result.current.reset());
    expect(result.current.now).toMatchObject({ t: 0, x: 0, v: 0 });
    expect(result.current.path).toEqual([]);
  });
});
