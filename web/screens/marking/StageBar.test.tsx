import { ThemeProvider } from '@mui/material';
import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { expect, it } from '@jest/globals';
import { theme } from '../../parts/ui';
import { StageBar } from './StageBar';

const stages = [
  { id: 'papers', title: 'Documents' },
  { id: 'drive', title: 'Drive' },
];

const bar = (done: readonly string[], onStage: (id: string) => void, current = 'papers') => (
  <ThemeProvider theme={theme}>
    <StageBar wide {...{ stages, current, onStage }} done={new Set(done)} />
  </ThemeProvider>
);

const shown = () => screen.getAllByRole('button').map(({ textContent }) => textContent);

it('ticks a stage when it is done, takes the tick away again, and goes where it is touched', async () => {
  const asked: string[] = [];
  const onStage = (id: string) => void asked.push(id);
  const { rerender } = render(bar([], onStage));
  expect(shown()).toEqual(['Documents', 'Drive']);
  rerender(bar(['papers'], onStage));
  expect(shown()).toEqual(['✓ Documents', 'Drive']);
  // As many are done, but another one.
  rerender(bar(['drive'], onStage));
  expect(shown()).toEqual(['Documents', '✓ Drive']);
  rerender(bar([], onStage, 'drive'));
  expect(shown()).toEqual(['Documents', 'Drive']);
  expect(screen.getByRole('button', { name: 'Drive' }).getAttribute('aria-current')).toBe('step');
  await userEvent.click(screen.getByRole('button', { name: 'Documents' }));
  expect(asked).toEqual(['papers']);
});
