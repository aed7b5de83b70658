import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from '@jest/globals';
import { cleanSections, judge } from '../marking';
import { manoeuvreOfSkill, skillOf, type Standard } from '../standard';
import { eventsOf, firstTest, instant, limitInput, standardWith } from '../testing';
import {
  adviceFor,
  adviceWith,
  beliefs,
  cleanNow,
  parseAdvice,
  practisedAt,
  prioritiesOf,
  shippedAdvice,
  todayWords,
} from '.';

const standard = standardWith({
  limits: [limitInput({ id: 'minors', where: { severities: ['minor'] }, max: 4 })],
});
const drive = (faults: readonly (readonly [item: string, severity: string])[]) =>
  judge(standard, eventsOf(faults.map(([item, severity]) => ({ kind: 'fault', item, severity }))), firstTest);

describe('advice', () => {
  it('ships for skills that there are, whole, and each can be practised somewhere or is a thing of the yard or the talk', () => {
    for (const { skill, cause, instead, exercise } of shippedAdvice) {
      expect(skillOf(skill)).toBeDefined();
      for (const text of [cause, instead, exercise]) expect(text.length).toBeGreaterThan(5);
    }
    const nowhere = shippedAdvice.filter(
      ({ skill }) => practisedAt(skill).length === 0 && manoeuvreOfSkill(skill) === null,
    );
    expect(nowhere.map(({ skill }) => skill)).toEqual(
      expect.not.arrayContaining(['moving-off-check', 'approach-speed', 'roundabouts', 'junction-check']),
    );
    expect(new Set(beliefs.map(({ id }) => id)).size).toBe(beliefs.length);
  });

  it('ships for every skill that a shipped standard marks', () => {
    const folder = new URL('../../data/standards/', import.meta.url);
    const all = adviceWith([]);
    const marked = readdirSync(folder)
      .filter((file) => file.endsWith('.json'))
      .flatMap((file) => (JSON.parse(readFileSync(new URL(file, folder), 'utf8')) as Standard).sections)
      .flatMap(({ items }) => items.map(({ skill }) => skill));
    expect(new Set(marked).size).toBeGreaterThan(40);
    expect([...new Set(marked)].filter((skill) => adviceFor(all, skill) === null)).toEqual([]);
  });

  it('of a manoeuvre stands for each aspect of it; a school’s own goes first', () => {
    const own = { skill: 'stalling', cause: 'a', instead: 'b', exercise: 'c' };
    const all = adviceWith([own]);
    expect(adviceFor(all, 'stalling')).toBe(own);
    expect(adviceFor(all, 'bay-park.observation')?.skill).toBe('bay-park');
    expect(adviceFor(all, 'no-such-skill')).toBeNull();
    expect(parseAdvice([{ ...own, cause: '' }]).ok).toBe(false);
  });
});

describe('three things to work on', () => {
  it('what was grave today comes first, then what costs most, and no more than three', () => {
    const today = drive([
      ['mirror', 'minor'],
      ['look', 'minor'],
      ['stall', 'grave'],
    ]);
    const gains = [
      { item: 'look', gain: 0.12 },
      { item: 'mirror', gain: 0.03 },
      { item: 'answer', gain: 0.05 },
    ];
    const three = prioritiesOf(standard, today, gains);
    expect(three.map(({ item }) => item)).toEqual(['stall', 'look', 'mirror']);
    expect(three[0]).toMatchObject({ gravity: 3, times: 1 });
  });

  it('each severity is counted apart', () => {
    const today = drive([
      ['look', 'minor'],
      ['look', 'minor'],
      ['look', 'grave'],
      ['look', 'minor'],
    ]);
    const [look] = prioritiesOf(standard, today, []);
    expect(look && todayWords(standard, look)).toBe('1 grave fault and 3 minor faults today');
  });

  it('what is only noted, or gains next to nothing and was not marked, is not named', () => {
    expect(prioritiesOf(standard, drive([['look', 'noted']]), [{ item: 'mirror', gain: 0.001 }])).toEqual([]);
  });

  it('a habit of earlier drives is named though it was clean today', () => {
    expect(prioritiesOf(standard, drive([]), [{ item: 'mirror', gain: 0.2 }])[0]).toMatchObject({
      item: 'mirror',
      times: 0,
    });
  });
});

describe('what was good', () => {
  const road = standardWith({
    drive: { minutes: 40 },
    manoeuvres: [],
    limits: [limitInput({ id: 'minors', where: { severities: ['minor'] }, max: 4 })],
  });
  const setting = { ...firstTest, ready: [] };
  const driven = (faults: readonly (readonly [item: string, severity: string])[], seconds: number) =>
    judge(
      road,
      eventsOf([
        ...faults.map(([item, severity]) => ({ kind: 'fault', item, severity }) as const),
        { kind: 'end', how: 'finished', at: instant(seconds) },
      ]),
      firstTest,
    );
  const earlier = [new Map([['look', 2]]), new Map([['stall', 1]]), new Map(), new Map([['mirror', 9]])];

  it('is an area clean today that was not in the last three drives', () => {
    expect(cleanNow(road, driven([['stall', 'minor']], 2_400), setting, earlier)).toEqual([
      { area: 'observation', title: 'Looking', before: 2 },
    ]);
    expect(
      cleanNow(road, driven([['look', 'minor']], 2_400), setting, earlier).map(({ area }) => area),
    ).toEqual(['control']);
  });

  it('is nothing in a drive that exercised nothing', () => {
    expect(cleanNow(road, driven([], 4), setting, earlier)).toEqual([]);
    const sections = (seconds: number) =>
      cleanSections(road, driven([['look', 'minor']], seconds), setting).map(({ id }) => id);
    expect([sections(60), sections(2_400)]).toEqual([[], ['control']]);
  });
});
