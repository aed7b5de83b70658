import { ThemeProvider } from '@mui/material';
import { fireEvent, render, screen } from '@testing-library/react';
import { expect, it } from '@jest/globals';
import { MemoryRouter } from 'react-router';
import { judge, type DriveEvent } from '../../../core/marking';
import { reportOf } from '../../../core/report';
import { firstTest, standardWith } from '../../../core/testing';
import { theme } from '../../parts/ui';
import { MarkTable } from './MarkTable';
import { TimeLine } from '../../parts/report';

const standard = standardWith();
const startedAt = '2026-09-14T08:00:00.000Z';
const marks = Array.from({ length: 10_000 }, (_, n): DriveEvent => ({
  kind: 'fault',
  id: `e${n}`,
  device: 'd',
  seq: n + 1,
  at: new Date(Date.parse(startedAt) + n * 250).toISOString(),
  item: 'look',
  severity: 'minor',
  run: null,
}));
const judgement = judge(standard, marks, firstTest);
const report = reportOf(standard, judgement, { ...firstTest, ready: [] });

it('a report of ten thousand marks shows some of them at a time, and says how many there are', () => {
  const { container } = render(
    <ThemeProvider theme={theme}>
      <MemoryRouter>
        <MarkTable
          {...{ standard, judgement, report }}
          startedAt={firstTest.startedAt}
          route={null}
          act={() => ({ ids: [], refused: null, undone: null })}
        />
      </MemoryRouter>
    </ThemeProvider>,
  );
  const rows = () => container.querySelectorAll('tbody tr').length;
  expect(rows()).toBe(250);
  expect(screen.getByText(/^250 of 10000 are shown here/)).toBeTruthy();
  fireEvent.click(screen.getByText('Show more'));
  expect(rows()).toBe(500);
}, 30_000);

it('a time line of ten thousand marks leaves out those that lie on others', () => {
  const { container } = render(
    <ThemeProvider theme={theme}>
      <TimeLine report={report} />
    </ThemeProvider>,
  );
  const drawn = container.querySelectorAll('svg title').length;
  expect(drawn).toBeGreaterThan(200);
  expect(drawn).toBeLessThan(1_500);
  expect(screen.getByRole('img', { name: /^10000 marks/ })).toBeTruthy();
}, 30_000);
