import { MessageChannel as NodeChannel } from 'node:worker_threads';
import { cleanup, render, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, expect, it } from '@jest/globals';
import { expose } from 'comlink';
import { Provider } from 'react-redux';
import { usualSettings, type Readiness, type ReadinessInput } from '../../../core/readiness';
import { smallStandard } from '../../testing';
import { served } from '../../testing/served';
import { useReadiness, type Asked } from './useReadiness';

/** What a worker was asked to work out, and how it is told what came of it. */
interface Work {
  readonly input: ReadinessInput;
  readonly tell: (share: number) => void;
  readonly done: (pass: number) => void;
  readonly fail: () => void;
}

let works: Work[] = [];
let ended = 0;

const box = {
  workOut: (input: ReadinessInput, tell: (share: number) => void) =>
    new Promise((resolve, reject) => {
      works.push({
        input,
        tell,
        done: (pass) => resolve({ forecast: { pass } } as unknown as Readiness),
        fail: () => reject(new Error('it broke')),
      });
    }),
};

/** A worker in a box: it answers when the test says so. */
class BoxedWorker {
  private readonly port: MessagePort;

  constructor() {
    const { port1, port2 } = new MessageChannel();
    expose(box, port1);
    this.port = port2;
    this.port.start();
  }
  postMessage = (message: unknown, transfer: Transferable[] = []) => this.port.postMessage(message, transfer);
  addEventListener: MessagePort['addEventListener'] = (...given: [string, EventListener]) =>
    this.port.addEventListener(...given);
  removeEventListener: MessagePort['removeEventListener'] = (...given: [string, EventListener]) =>
    this.port.removeEventListener(...given);
  terminate = () => {
    ended += 1;
    this.port.close();
  };
}

const before = { Worker: globalThis.Worker, MessageChannel: globalThis.MessageChannel };
let ports: MessagePort[] = [];

/** Channels that are closed in the end: an open one would keep the tests from ending. */
class ClosedChannel extends NodeChannel {
  constructor() {
    super();
    ports.push(...([this.port1, this.port2] as unknown as MessagePort[]));
  }
}

beforeEach(() => {
  ports = [];
  globalThis.MessageChannel = ClosedChannel as unknown as typeof MessageChannel;
  works = [];
  ended = 0;
  globalThis.Worker = BoxedWorker as unknown as typeof Worker;
});
afterEach(() => {
  cleanup();
  for (const port of ports) port.close();
  Object.assign(globalThis, before);
});

const mock = (at: string) => ({ mock: at, at, counts: [] });
const evidence = {
  standard: { id: 'small', version: '1.0.0', title: 'Small' },
  evidence: [mock('2026-11-01T10:00:00.000Z'), mock('2026-11-10T10:00:00.000Z')],
  school: { tests: 0, marks: [], exposures: [] },
  settings: usualSettings,
  answers: [],
  hoursBooked: 4.4,
  papersSeen: null,
  brief: { forecast: { pass: 0.31 } },
};
const answers = () => ({
  '/learners/ada': { id: 'ada', name: 'Ada', testDate: null, papers: [] },
  '/learners/ada/evidence': evidence,
  '/standards/small/1.0.0': smallStandard,
  '/questions': { items: [], next: null },
});

function Shown(asked: Asked) {
  const { readiness, said, done, error, hours } = useReadiness(asked);
  return (
    <>
      <p data-testid="pass">{readiness ? readiness.forecast.pass : 'none'}</p>
      <p data-testid="said">{said ? said.forecast.pass : 'none'}</p>
      <p data-testid="done">{done ?? 'nothing'}</p>
      <p data-testid="error">{error ? 'failed' : 'fine'}</p>
      <p data-testid="hours">{hours}</p>
    </>
  );
}

const text = (id: string) => screen.getByTestId(id).textContent;

function open(given: ReturnType<typeof answers>, asked: Asked) {
  const { store } = served(given);
  const shown = (now: Asked) => (
    <Provider store={store}>
      <Shown {...now} />
    </Provider>
  );
  const { rerender, unmount } = render(shown(asked));
  return { ask: (now: Asked) => rerender(shown(now)), unmount };
}

// Their number only: a matcher that prints them would ask the worker's callbacks how they look.
const worked = (count: number) => waitFor(() => expect(works.length).toBe(count));

it('works out in the worker and tells how far it is', async () => {
  const { unmount } = open(answers(), { learner: 'ada' });
  await worked(1);
  expect(works[0]?.input.evidence).toHaveLength(2);
  // The diary tells the hours up to the booked test.
  expect(works[0]?.input.hours).toBe(4);
  // Until it has worked, what the server said in brief stands.
  expect([text('said'), text('pass')]).toEqual(['0.31', 'none']);
  works[0]?.tell(0.5);
  await waitFor(() => expect(text('done')).toBe('0.5'));
  works[0]?.done(0.7);
  await waitFor(() => expect(text('pass')).toBe('0.7'));
  expect([text('said'), text('done')]).toEqual(['0.7', 'nothing']);
  unmount();
  expect(ended).toBe(1);
});

it('shows what was asked last, whichever answer comes first; a day of its own has usual hours', async () => {
  const { ask } = open(answers(), { learner: 'ada' });
  await worked(1);
  const inFourWeeks = new Date(Date.now() + 28 * 86_400_000).toISOString().slice(0, 10);
  ask({ learner: 'ada', day: inFourWeeks });
  await worked(2);
  expect(works[1]?.input.hours).toBe(4 * usualSettings.weekHours);
  // Of another day the server has said nothing.
  expect(text('said')).toBe('none');
  works[1]?.done(0.9);
  await waitFor(() => expect(text('pass')).toBe('0.9'));
  works[0]?.done(0.1);
  await new Promise((resolve) => setTimeout(resolve, 30));
  expect(text('pass')).toBe('0.9');
  // Before a mock: without it, and without those after it.
  ask({ learner: 'ada', before: '2026-11-10T10:00:00.000Z' });
  await worked(3);
  expect(works[2]?.input.evidence.map(({ at }) => at)).toEqual(['2026-11-01T10:00:00.000Z']);
});

it('says that it failed, and no longer once something else is asked', async () => {
  const { ask } = open(answers(), { learner: 'ada' });
  await worked(1);
  works[0]?.fail();
  await waitFor(() => expect(text('error')).toBe('failed'));
  ask({ learner: 'ada', hours: 9 });
  await worked(2);
  expect(text('error')).toBe('fine');
  works[1]?.done(0.6);
  await waitFor(() => expect(text('pass')).toBe('0.6'));
});

it('says that the server has no such evidence', async () => {
  const { '/learners/ada/evidence': _gone, ...rest } = answers();
  open(rest as ReturnType<typeof answers>, { learner: 'ada' });
  await waitFor(() => expect(text('error')).toBe('failed'));
  expect(works.length).toBe(0);
});
