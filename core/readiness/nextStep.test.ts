import { expect, it } from '@jest/globals';
import { standardWith } from '../testing';
import type { Condition, ReadinessWord } from './judgement';
import { nextStepOf } from './nextStep';

const standard = standardWith();
const condition = (id: string, met: boolean, more: Partial<Condition> = {}): Condition => ({
  id,
  title: id,
  met,
  now: '',
  wanted: '',
  ...more,
});
const step = (
  conditions: readonly Condition[],
  { word = 'not yet' as ReadinessWord, booked = true, gains = [{ item: 'look' }] } = {},
) => nextStepOf(standard, { word, conditions }, { gains, booked });

it('asks first for what has to be seen in a mock', () => {
  const parts = condition('parts', false, { wanted: 'Bay park' });
  const mocks = condition('mocks', false, { wanted: '2 more mocks' });
  const routes = condition('routes', false);
  const pass = condition('pass', false);
  expect(step([pass, mocks, routes, parts])).toEqual({
    by: 'mock',
    text: 'Drive a mock with what is missing: bay park.',
  });
  expect(step([pass, mocks, routes]).text).toBe('Drive 2 more mocks, on another route.');
  expect(step([pass, mocks]).text).toBe('Drive 2 more mocks.');
  expect(step([pass, routes]).text).toBe('Drive a mock on another route.');
  expect(step([pass], { word: 'too little evidence' }).text).toMatch(/^Drive another mock: the range/);
});

it('then for what raises the chance most, then for minutes of drill, then for documents', () => {
  const questions = condition('questions', false);
  const papers = condition('papers', false, { now: 'Theory pass runs out' });
  expect(step([papers, questions, condition('clean', false)])).toEqual({
    by: 'practice',
    text: 'Practise this: look. It raises the chance most.',
  });
  expect(step([condition('pass', false)], { gains: [] }).by).toBe('mock');
  expect(step([papers, questions]).by).toBe('drill');
  expect(step([papers, condition('questions', true)])).toEqual({
    by: 'documents',
    text: 'Put the documents in order: theory pass runs out.',
  });
});

it('with everything met there is a test to book, or to keep in practice for', () => {
  const all = [condition('pass', true), condition('mocks', true)];
  expect(step(all, { word: 'ready', booked: false }).by).toBe('booking');
  expect(step(all, { word: 'ready', booked: true }).by).toBe('lessons');
});
