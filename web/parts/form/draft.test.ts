import { describe, expect, it } from '@jest/globals';
import { standardWith } from '../../../core/testing';
import { freeId, valueAt, withEntry, withMoved, withoutEntry, withValue } from './draft';

const draft = standardWith();

describe('a draft', () => {
  it('changes one place and shares all the rest', () => {
    const changed = withValue(draft, ['limits', 0, 'max'], 3);
    expect(valueAt(changed, ['limits', 0, 'max'])).toBe(3);
    expect(valueAt(draft, ['limits', 0, 'max'])).toBe(0);
    expect(changed.sections).toBe(draft.sections);
  });

  it('makes the objects on the way, and takes them away again when they are left empty', () => {
    const given = withValue(draft, ['limits', 0, 'where', 'tags'], ['observation']);
    const both = withValue(given, ['limits', 0, 'where', 'severities'], undefined);
    expect(valueAt(both, ['limits', 0, 'where'])).toEqual({ tags: ['observation'] });
    const none = withValue(both, ['limits', 0, 'where', 'tags'], undefined);
    expect('where' in (valueAt(none, ['limits', 0]) as object)).toBe(false);
    expect(valueAt(none, ['limits', 0, 'id'])).toBe('grave');
  });

  it('leaves a list in place when it is emptied', () => {
    expect(valueAt(withoutEntry(draft, ['limits'], 0), ['limits'])).toEqual([]);
  });

  it('adds, moves and takes away entries of a list, also of one not there yet', () => {
    const ids = (changed: typeof draft) => changed.measures.map(({ id }) => id);
    expect(ids(withMoved(draft, ['measures'], 0, 1))).toEqual(['stalls', 'rollBack']);
    expect(ids(withoutEntry(draft, ['measures'], 0))).toEqual(['stalls']);
    expect(valueAt(withEntry(draft, ['drive', 'list'], 'x'), ['drive', 'list'])).toEqual(['x']);
  });

  it('finds an id that nothing has', () => {
    expect(freeId('cap', ['cap-1', 'cap-3'])).toBe('cap-2');
  });
});
