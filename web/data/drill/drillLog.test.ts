import 'fake-indexeddb/auto';
import { describe, expect, it, jest } from '@jest/globals';
import type { DrillEvent } from '../../../core/questions';
import type { Answer } from '../log';
import { until } from '../../testing';
import { createDrillLog, openDrillKeep, type DrillKeep } from './drillLog';

const answer = (question: string) => ({ kind: 'answer', question, grade: 'good', by: 'learner' }) as const;

function school(name: string, keep: Promise<DrillKeep | null> = openDrillKeep(name)) {
  const held: DrillEvent[] = [];
  const server = { answers: true, refuses: false };
  const retries: (() => void)[] = [];
  const log = createDrillLog({
    keep,
    now: () => new Date('2026-11-23T08:00:00.000Z'),
    later: (_wait, run) => retries.push(run),
    send: (_learner, events): Promise<Answer<unknown>> => {
      if (!server.answers) return Promise.resolve({ ok: false, why: 'silent' });
      if (server.refuses) return Promise.resolve({ ok: false, why: 'refused', detail: 'No.' });
      held.push(...events);
      return Promise.resolve({ ok: true, value: null });
    },
  });
  return { log, held, server, retries };
}

describe('the drill log of a page', () => {
  it('shows an answer at once and sends it', async () => {
    const { log, held } = school('sends');
    const listener = jest.fn();
    log.subscribe(listener);
    log.record('l1', answer('horn'));
    expect(log.state().events.l1?.[0]).toMatchObject({ question: 'horn', seq: 1 });
    expect(listener).toHaveBeenCalled();
    await until(() => held.length > 0 && log.state().waiting === 0);
    expect(held).toEqual(log.state().events.l1);
    expect(log.state().waiting).toBe(0);
  });

  it('keeps answers through a reload while the server is away, and sends each once', async () => {
    const first = school('reload');
    first.server.answers = false;
    first.log.record('l1', answer('horn'));
    first.log.record('l2', answer('oil'));
    await until(() => first.log.state().waiting === 2 && first.retries.length > 0);

    const second = school('reload');
    await second.log.push();
    expect(second.log.state().events.l2).toHaveLength(1);
    expect(second.held).toHaveLength(2);
    const third = school('reload');
    await third.log.push();
    expect(third.held).toEqual([]);
  });

  it('tries again by itself when the server was silent', async () => {
    const { log, held, server, retries } = school('again');
    server.answers = false;
    log.record('l1', answer('horn'));
    await until(() => retries.length > 0);
    server.answers = true;
    retries[0]?.();
    await until(() => held.length > 0);
    expect(held).toHaveLength(1);
  });

  it('says when the browser does not store, and what the server refuses', async () => {
    const { log, held, server } = school('none', Promise.resolve(null));
    log.record('l1', answer('horn'));
    await until(() => held.length > 0);
    expect(log.state().stores).toBe(false);
    expect(held).toHaveLength(1);
    server.refuses = true;
    log.record('l1', answer('oil'));
    await until(() => log.state().refusal !== null);
    expect(log.state()).toMatchObject({ refusal: 'No.', waiting: 1 });
  });
});
