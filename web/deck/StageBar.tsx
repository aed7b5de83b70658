import { memo } from 'react';
import { MenuItem, Select } from '@mui/material';
import { styled } from '@mui/material/styles';
import { colour, tokens } from '../ui';
import { stages } from '../../core/marking';

const Stage = styled('button')({
  font: 'inherit',
  fontSize: 17,
  color: colour('soft'),
  background: 'none',
  border: 0,
  borderBottom: '4px solid transparent',
  borderTop: '4px solid transparent',
  minHeight: tokens.deckTouch,
  minWidth: tokens.deckTouch,
  padding: '0 10px',
  cursor: 'pointer',
  '&[aria-current="step"]': { color: colour('ink'), fontWeight: 700, borderBottomColor: colour('jasper') },
});

interface Props {
  readonly current: string;
  readonly wide: boolean;
  readonly onStage: (id: string) => void;
}

/** Where the mock is in its order; a touch moves it on, or back. */
export const StageBar = memo(function StageBar({ current, wide, onStage }: Props) {
  const at = stages.findIndex(({ id }) => id === current);
  if (!wide)
    return (
      <Select
        value={at < 0 ? stages[0].id : current}
        onChange={(event) => onStage(event.target.value)}
        inputProps={{ 'aria-label': 'Stage' }}
        sx={{ minHeight: 72, fontSize: 18, fontWeight: 700, width: 158 }}
      >
        {stages.map(({ id, title }) => (
          <MenuItem key={id} value={id} sx={{ minHeight: tokens.deckTouch, fontSize: 20 }}>
            {title}
          </MenuItem>
        ))}
      </Select>
    );
  return (
    <nav aria-label="Stages" style={{ display: 'flex' }}>
      {stages.map(({ id, title }, n) => (
        <Stage
          key={id}
          type="button"
          aria-current={id === current ? 'step' : undefined}
          onClick={() => onStage(id)}
        >
          {n < at ? '✓ ' : ''}
          {title}
        </Stage>
      ))}
    </nav>
  );
});
