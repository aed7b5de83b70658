import { describe, expect, it } from '@jest/globals';
import { keptAnswers } from './kept';
import { WorkProblem } from './pool';

/** Work that ends when it is told to, and can be ended. */
function works() {
  const begun: { readonly end: (answer: string) => void; readonly fail: () => void; ended: boolean }[] = [];
  const workOut = (signal: AbortSignal) =>
    new Promise<string>((resolve, reject) => {
      const own = { end: resolve, fail: () => reject(new Error('failed')), ended: false };
      begun.push(own);
      signal.addEventListener('abort', () => {
        own.ended = true;
        reject(new WorkProblem('ended'));
      });
    });
  return { begun, workOut };
}

const soon = () => new Promise((resolve) => setImmediate(resolve));
const stays = () => new AbortController().signal;

describe('kept answers', () => {
  it('are worked out once for all who ask, and again when something has changed', async () => {
    const ask = keptAnswers(4);
    const { begun, workOut } = works();
    const two = [ask('q', '1', stays(), workOut), ask('q', '1', stays(), workOut)];
    await soon();
    expect(begun).toHaveLength(1);
    begun[0]?.end('a');
    expect(await Promise.all(two)).toEqual(['a', 'a']);
    expect(await ask('q', '1', stays(), workOut)).toBe('a');
    const later = ask('q', '2', stays(), workOut);
    await soon();
    begun[1]?.end('b');
    expect([await later, begun.length]).toEqual(['b', 2]);
  });

  it('of one question one is worked out and one waits, however often things change', async () => {
    const ask = keptAnswers(4);
    const { begun, workOut } = works();
    const all = Array.from({ length: 30 }, (_, n) => ask('q', String(n), stays(), workOut));
    await soon();
    expect(begun).toHaveLength(1);
    begun[0]?.end('old');
    await soon();
    await soon();
    expect(begun).toHaveLength(2);
    begun[1]?.end('new');
    expect(new Set(await Promise.all(all.slice(1)))).toEqual(new Set(['new']));
    expect(await all[0]).toBe('old');
    // What waited read what was so at its beginning: the last state.
    expect(await ask('q', '29', stays(), workOut)).toBe('new');
    expect(begun).toHaveLength(2);
  });

  it('are ended when nobody waits any more, and begun anew for who comes then', async () => {
    const ask = keptAnswers(4);
    const { begun, workOut } = works();
    const gone = [new AbortController(), new AbortController()];
    const two = gone.map(({ signal }) => ask('q', '1', signal, workOut).catch(String));
    await soon();
    gone[0]?.abort();
    expect(begun[0]?.ended).toBe(false);
    gone[1]?.abort();
    expect(begun[0]?.ended).toBe(true);
    const third = ask('q', '1', stays(), workOut);
    expect((await Promise.all(two)).every((told) => /ended/.test(told))).toBe(true);
    await soon();
    expect(begun).toHaveLength(2);
    begun[1]?.end('again');
    expect(await third).toBe('again');
  });

  it('that failed are tried again', async () => {
    const ask = keptAnswers(4);
    const { begun, workOut } = works();
    const first = ask('q', '1', stays(), workOut).catch(String);
    await soon();
    begun[0]?.fail();
    expect(await first).toMatch(/failed/);
    const second = ask('q', '1', stays(), workOut);
    await soon();
    begun[1]?.end('now');
    expect(await second).toBe('now');
  });

  it('are kept for so many questions', async () => {
    const ask = keptAnswers(2);
    const { begun, workOut } = works();
    for (const question of ['a', 'b', 'c']) {
      const asked = ask(question, '1', stays(), workOut);
      await soon();
      begun.at(-1)?.end(question);
      await asked;
    }
    expect(await ask('c', '1', stays(), workOut)).toBe('c');
    void ask('a', '1', stays(), workOut);
    await soon();
    expect(begun).toHaveLength(4);
  });
});
