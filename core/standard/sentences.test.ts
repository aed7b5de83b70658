import { readdirSync, readFileSync } from 'node:fs';
import { expect, it } from '@jest/globals';
import { parseStandard } from './parse';
import {
  capSentence,
  conversionSentence,
  driveSentences,
  limitSentence,
  manoeuvreSentences,
} from './sentences';

const folder = new URL('../../data/standards/', import.meta.url);

it.each(
  readdirSync(folder)
    .filter((name) => name.endsWith('.json'))
    .sort(),
)('says the limits of %s in plain sentences', (file) => {
  const result = parseStandard(JSON.parse(readFileSync(new URL(file, folder), 'utf8')));
  if (!result.ok) throw new Error(file);
  const standard = result.value;
  expect([
    ...standard.limits.map((limit) => limitSentence(standard, limit)),
    ...standard.caps.map((cap) => capSentence(standard, cap)),
    ...standard.conversions.map((one) => conversionSentence(standard, one)),
    ...standard.manoeuvres.flatMap((manoeuvre) =>
      manoeuvreSentences(standard, manoeuvre).map((sentence) => `${manoeuvre.title}: ${sentence}`),
    ),
    ...driveSentences(standard),
  ]).toMatchSnapshot();
});
