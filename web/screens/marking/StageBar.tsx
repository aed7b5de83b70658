import { memo } from 'react';
import { MenuItem, Select } from '@mui/material';
import { styled } from '@mui/material/styles';
import { stageTitle } from '../../../core/marking';
import { colour, tokens } from '../../parts/ui';

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
  /** Those that the standard has, in their order. */
  readonly stages: readonly { readonly id: string; readonly title: string }[];
  readonly done: ReadonlySet<string>;
  readonly current: string;
  readonly wide: boolean;
  readonly onStage: (id: string) => void;
}

/** Where the mock is in its order, and what is done; a touch moves it on, or back. */
export const StageBar = memo(Stages);

function Stages({ stages, done, current, wide, onStage }: Props) {
  // A log from elsewhere may be in a stage that this standard does not have.
  const shown = stages.some(({ id }) => id === current)
    ? stages
    : [{ id: current, title: stageTitle(current) }, ...stages];
  const label = ({ id, title }: (typeof shown)[number]) => `${done.has(id) ? '✓ ' : ''}${title}`;
  if (!wide)
    return (
      <Select
        value={current}
        onChange={(event) => onStage(event.target.value)}
        inputProps={{ 'aria-label': 'Stage' }}
        sx={{ minHeight: 72, fontSize: 18, fontWeight: 700, width: 158 }}
      >
        {shown.map((stage) => (
          <MenuItem key={stage.id} value={stage.id} sx={{ minHeight: tokens.deckTouch, fontSize: 20 }}>
            {label(stage)}
          </MenuItem>
        ))}
      </Select>
    );
  return (
    <nav aria-label="Stages" style={{ display: 'flex' }}>
      {shown.map((stage) => (
        <Stage
          key={stage.id}
          type="button"
          aria-current={stage.id === current ? 'step' : undefined}
          onClick={() => onStage(stage.id)}
        >
          {label(stage)}
        </Stage>
      ))}
    </nav>
  );
}
