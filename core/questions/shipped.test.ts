import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from '@jest/globals';
import { readBank, writeBank } from './parse';
import type { Question, QuestionKind } from './schema';
import { signIds } from './signs';

const folder = new URL('../../data/questions/', import.meta.url);
const texts = readdirSync(folder).map((file) => readFileSync(new URL(file, folder), 'utf8'));

const questions: readonly Question[] = texts.flatMap((text) => {
  const bank = readBank(text);
  if (!bank.ok) throw new Error(JSON.stringify(bank.problems));
  return bank.value.questions;
});
const of = (kind: QuestionKind) => questions.filter((question) => question.kind === kind);

describe('the shipped questions', () => {
  it('are as many of each kind as the trade asks', () => {
    expect(of('explain')).toHaveLength(14);
    expect(of('explain').filter(({ bonnet }) => bonnet)).toHaveLength(3);
    expect(of('demonstrate')).toHaveLength(7);
    expect(of('hand-signal')).toHaveLength(6);
    expect(of('rules').length).toBeGreaterThanOrEqual(40);
    expect(of('drill').map(({ id, ordered }) => [id, ordered])).toEqual([
      ['cockpit-drill', true],
      ['hill-parking', true],
    ]);
  });

  it('are asked in two or three wordings, no wording twice', () => {
    const prompts = questions.flatMap((question) =>
      question.prompts.map((prompt) => `${question.sign ?? ''} ${prompt}`),
    );
    expect(questions.filter(({ prompts }) => prompts.length < 2 || prompts.length > 3)).toEqual([]);
    expect(new Set(prompts).size).toBe(prompts.length);
  });

  it('warn of heat and moving parts wherever the bonnet is open, and of the road wherever something is shown on the move', () => {
    for (const { cautions } of of('explain').filter(({ bonnet }) => bonnet))
      expect(cautions.join(' ')).toContain('Engine off');
    expect(questions.find(({ id }) => id === 'coolant')?.cautions.join(' ')).toContain('scalding');
    for (const { cautions, prompts, points } of of('demonstrate')) {
      expect(cautions.join(' ')).toContain('safe');
      expect(prompts.every((prompt) => /safe/i.test(prompt))).toBe(true);
      expect(points[0]?.id).toBe('safe');
    }
  });

  it('show every sign once', () => {
    expect(questions.flatMap(({ sign }) => sign ?? []).sort()).toEqual([...signIds].sort());
  });

  it('name the source of every published figure', () => {
    const published = questions.filter(({ source }) => source.kind === 'published');
    expect(published.length).toBeGreaterThanOrEqual(6);
    expect(published.filter(({ source }) => !source.note)).toEqual([]);
    const points = (id: string) => JSON.stringify(questions.find((question) => question.id === id)?.points);
    // Great Britain: construction and use rules; Europe: directive 89/459/EEC.
    expect(points('tread')).toMatch(/1\.6 mm.*three quarters of the width/);
    // The Highway Code (GB), rule 226.
    expect(points('rear-fog')).toContain('less than 100 m');
    // Great Britain, eyesight rule.
    expect(points('rule-eyesight')).toContain('20 m');
    // The Highway Code (GB), rule 126: 23 m from 30 mph.
    expect(points('rule-stopping-distance')).toContain('23 m from 30 mph');
  });

  it('come back the same from their own file', () => {
    const again = readBank(writeBank('Again', questions));
    expect(again.ok && again.value.questions).toEqual(questions);
  });
});
