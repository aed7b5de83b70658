import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { driveOf } from './drive';
import { eventsOf, standardWith } from '../testing';
import { featureAhead, habitsOf, likelyItems, noHabits, placePads, type Moment } from './likely';

const items = (moment: Partial<Moment>) =>
  likelyItems(standard, {
    stage: 'drive',
    feature: null,
    soFar: [],
    learner: noHabits,
    school: noHabits,
    ...moment,
  }).map(({ item }) => item.id);

const severities = ['minor'];
const standard = standardWith({
  sections: [
    {
      id: 'all',
      title: 'All',
      items: [
        { id: 'papers', label: 'Papers', skill: 'papers', severities },
        { id: 'answer', label: 'Answer', skill: 'vehicle-safety', severities },
        { id: 'bay', label: 'Bay', skill: 'bay-park.accuracy', severities },
        { id: 'gears', label: 'Gears', skill: 'gears', severities },
        { id: 'signs', label: 'Signs', skill: 'signs', severities },
        { id: 'mirrors', label: 'Mirrors', skill: 'mirrors-routine', severities },
      ],
    },
  ],
});

describe('the items that are likely now', () => {
  it('belong to the stage', () => {
    expect(items({ stage: 'papers' })[0]).toBe('papers');
    expect(items({ stage: 'question' })[0]).toBe('papers');
    expect(items({ stage: 'manoeuvre' })[0]).toBe('bay');
    expect(items({ stage: 'drive' }).slice(0, 3)).toEqual(['gears', 'signs', 'mirrors']);
  });

  it('are the learner’s own habits first, however the school goes wrong', () => {
    const school = { drives: 200, marks: { gears: 150, signs: 40 } };
    expect(items({ school })[0]).toBe('gears');
    expect(items({ school, learner: { drives: 5, marks: { 'mirrors-routine': 9 } } })[0]).toBe('mirrors');
  });

  it('lean on the school while there is little of the learner', () => {
    const school = { drives: 200, marks: { signs: 300 } };
    expect(items({ school, learner: { drives: 1, marks: { gears: 1 } } })[0]).toBe('signs');
  });

  it('come again when they were marked today', () => {
    expect(items({ soFar: [{ item: 'signs' }, { item: 'signs' }] })[0]).toBe('signs');
  });
});

describe('the feature ahead', () => {
  it('brings the skills that it asks for to the front, also a manoeuvre on the open road', () => {
    expect(items({ feature: 'hidden-sign' })[0]).toBe('signs');
    expect(items({ feature: 'hill-up' })[0]).toBe('gears');
    expect(items({ feature: 'bay-park' })[0]).toBe('bay');
    expect(items({ feature: 'unheard-of' })).toEqual(items({}));
  });

  it('gives way to what this learner does again and again', () => {
    const learner = { drives: 10, marks: { 'mirrors-routine': 60 } };
    expect(items({ feature: 'hidden-sign', learner })[0]).toBe('mirrors');
  });

  const ahead = (...bodies: Parameters<typeof eventsOf>[0]) =>
    featureAhead(driveOf(standard, eventsOf(bodies)));
  const pullUp = { kind: 'said', feature: { kind: 'pull-up' }, text: 'Pull up' } as const;

  it('is the one asked for last, until the next stage', () => {
    expect(ahead()).toBeNull();
    expect(ahead(pullUp)).toBe('pull-up');
    expect(ahead(pullUp, { ...pullUp, feature: { kind: 'roundabout', id: 'r' } })).toBe('roundabout');
    expect(ahead(pullUp, { kind: 'fault', item: 'gears', severity: 'minor' })).toBe('pull-up');
    expect(ahead(pullUp, { kind: 'stage', stage: 'independent' })).toBeNull();
  });

  it('is forgotten with the first mark that comes long after', () => {
    const late = eventsOf([pullUp, { kind: 'fault', item: 'gears', severity: 'minor' }]).map((event) =>
      event.kind === 'fault' ? { ...event, at: '2030-01-01T00:00:00.000Z' } : event,
    );
    expect(featureAhead(driveOf(standard, late))).toBeNull();
  });
});

describe('habits', () => {
  it('are counted by skill, after retracts', () => {
    const fault = (item: string) => ({ kind: 'fault', item, severity: 'minor' }) as const;
    const events = eventsOf([fault('gears'), fault('gears'), fault('signs'), { kind: 'retract', of: 'e3' }]);
    expect(habitsOf([{ standard, events }])).toEqual({ drives: 1, marks: { gears: 2 } });
  });
});

describe('the places of the pads', () => {
  it('change as little as they must', () => {
    expect(placePads([], ['a', 'b', 'c', 'd'], 3, null)).toEqual(['a', 'b', 'c']);
    expect(placePads(['a', 'b', 'c'], ['c', 'd', 'a', 'b'], 3, null)).toEqual(['a', 'd', 'c']);
    expect(placePads(['a', 'b', 'c'], ['d', 'e', 'f'], 3, 'b')).toEqual(['d', 'b', 'e']);
  });

  it('never move a pad that stays, nor the one just used, and show none twice', () => {
    const ids = fc.uniqueArray(fc.constantFrom(...'abcdefghij'), { maxLength: 8 });
    fc.assert(
      fc.property(ids, ids, fc.integer({ min: 1, max: 6 }), (before, likely, most) => {
        const shown = before.slice(0, most);
        const used = shown[0] ?? null;
        const after = placePads(shown, likely, most, used);
        expect(new Set(after).size).toBe(after.length);
        expect(after.length).toBeLessThanOrEqual(most);
        const enough = likely.length >= most;
        if (enough) {
          expect(after).toHaveLength(most);
          for (const [n, id] of shown.entries())
            if (id === used || likely.slice(0, most).includes(id)) expect(after[n]).toBe(id);
        }
      }),
    );
  });
});
