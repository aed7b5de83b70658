import { ThemeProvider } from '@mui/material';
import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from '@jest/globals';
import { judge } from '../../../core/marking';
import { eventsOf, firstTest, standardWith } from '../../../core/testing';
import { theme } from '../ui';
import { PadGrid } from './PadGrid';
import { padSeverities, severityByKeys } from './padSeverities';
import { searchItems } from './search';

const standard = standardWith();
const items = standard.sections.flatMap(({ items: of }) => of);
const itemNamed = (id: string) => {
  const item = items.find((one) => one.id === id);
  if (!item) throw new Error(id);
  return item;
};

describe('the severities of a pad', () => {
  it('give the smallest counting one by a touch, graver ones apart, noted last', () => {
    const severities = padSeverities(standard, itemNamed('look'));
    expect(severities?.main.id).toBe('minor');
    expect(severities?.others.map(({ id }) => id)).toEqual(['grave', 'noted']);
  });

  it('go up by Shift and to the gravest by Alt, and never to noted', () => {
    const severities = padSeverities(standard, itemNamed('look'));
    if (!severities) throw new Error('no severities');
    const by = (shiftKey: boolean, altKey: boolean) => severityByKeys(severities, { shiftKey, altKey }).id;
    expect([by(false, false), by(true, false), by(false, true)]).toEqual(['minor', 'grave', 'grave']);
    const only = padSeverities(standard, itemNamed('answer'));
    expect(only && severityByKeys(only, { shiftKey: true, altKey: false }).id).toBe('minor');
  });
});

describe('the letter search', () => {
  const found = (letters: string) => searchItems(standard, letters).map(({ item }) => item.id);

  it.each([
    ['mir', ['mirror']],
    ['MIRR', ['mirror']],
    ['look', ['look', 'mirror']],
    ['sta', ['stall']],
    ['blind', ['look']],
    ['mir look', ['mirror']],
    ['xyz', []],
    ['  ', []],
  ])('finds by "%s"', (letters, ids) => {
    expect(found(letters)).toEqual(ids);
  });
});

it('marks the severity whose zone was touched', async () => {
  const judgement = judge(
    standard,
    eventsOf([{ kind: 'fault', item: 'look', severity: 'minor' }]),
    firstTest,
  );
  const marked: string[] = [];
  const placed = standard.sections.flatMap((section) => section.items.map((item) => ({ item, section })));
  render(
    <ThemeProvider theme={theme}>
      <PadGrid
        {...{ standard, judgement, placed }}
        chosen={null}
        onMark={(item, severity) => marked.push(`${item.id} ${severity.id}`)}
        empty=""
      />
    </ThemeProvider>,
  );
  await userEvent.click(screen.getByRole('button', { name: 'Look: Minor' }));
  await userEvent.click(screen.getByRole('button', { name: 'Look: Grave' }));
  expect(marked).toEqual(['look minor', 'look grave']);
  expect(screen.getByRole('button', { name: 'Look: Minor' }).textContent).toContain('1 so far');
});

it('counts each severity of a pad apart', () => {
  const faults = [
    { kind: 'fault', item: 'look', severity: 'grave' },
    { kind: 'fault', item: 'look', severity: 'grave' },
    { kind: 'fault', item: 'mirror', severity: 'minor' },
  ] as const;
  const judgement = judge(standard, eventsOf(faults), firstTest);
  const placed = standard.sections.flatMap((section) => section.items.map((item) => ({ item, section })));
  render(
    <ThemeProvider theme={theme}>
      <PadGrid {...{ standard, judgement, placed }} chosen={null} onMark={() => undefined} empty="" />
    </ThemeProvider>,
  );
  const text = (name: string) => screen.getByRole('button', { name }).textContent;
  expect(text('Look: Minor')).not.toContain('so far');
  expect(text('Look: Grave')).toContain('2 so far');
  expect(text('Mirror: Minor')).toContain('1 so far');
});
