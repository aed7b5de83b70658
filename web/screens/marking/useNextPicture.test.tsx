import { act, renderHook, waitFor } from '@testing-library/react';
import { expect, it } from '@jest/globals';
import { useNextPicture } from './useNextPicture';

it('comes one picture late, and then is the latest of all', async () => {
  const { result, rerender } = renderHook(({ value }) => useNextPicture(value), {
    initialProps: { value: 1 },
  });
  expect(result.current).toBe(1);
  rerender({ value: 2 });
  expect(result.current).toBe(1);
  rerender({ value: 3 });
  expect(result.current).toBe(1);
  const seen: number[] = [];
  await act(async () => {
    await new Promise((resolve) => requestAnimationFrame(resolve));
    seen.push(result.current);
  });
  await waitFor(() => expect(result.current).toBe(3));
  expect(seen).toEqual([1]);
});
