import { standardWith } from '../../core/testing';
import type { MockView } from '../../contract';

export const smallStandard = standardWith();

export const mockView = (id = 'test-1'): MockView => ({
  id,
  learner: { id: 'learner-1', name: 'Ines Tavarro' },
  instructor: { id: 'instructor-1', name: 'Maren Holtby', role: 'owner' },
  vehicle: null,
  route: null,
  standard: { id: 'small', version: '1.0.0', title: 'Small' },
  retest: false,
  startedAt: '2026-09-14T08:00:00.000Z',
  zone: 'Europe/London',
  ready: [],
  note: '',
  revision: 1,
  source: 'car',
  beside: null,
});

/** Waits for what goes on in the background, however busy the machine is. */
export async function until(done: () => boolean): Promise<void> {
  for (let times = 0; !done(); times += 1) {
    if (times > 900) throw new Error('it did not come');
    await new Promise((resolve) => setTimeout(resolve, 5));
  }
}
