import { Box } from '@mui/material';
import { nextDue, type DueManoeuvre } from '../../../core/marking';
import { colour, tokens } from '../../parts/ui';
import { Press } from './frame';
import { dueTitle } from './ManoeuvreDialog';

interface Props {
  readonly due: readonly DueManoeuvre[];
  readonly onStart: (due: DueManoeuvre) => void;
}

/** On a fixed course the next manoeuvre offers itself, and says how far along the course is. */
export function DuePanel({ due, onStart }: Props) {
  const next = nextDue(due);
  const begun = due.filter(({ done }) => done > 0).length;
  return (
    <Box
      component="section"
      aria-label="The course"
      sx={{
        display: 'flex',
        alignItems: 'center',
        gap: 1.5,
        p: 1.25,
        my: 0.75,
        border: `2px solid ${colour('slate')}`,
        borderRadius: `${tokens.radius}px`,
        bgcolor: colour('wash'),
        fontSize: 20,
      }}
    >
      <Box sx={{ flex: 1 }}>
        <b>{next ? dueTitle(next) : 'The course is done'}</b>
        <Box sx={{ fontSize: 16 }}>
          {next ? `next, ${begun} of ${due.length} begun` : `all ${due.length}: end the drive when parked`}
        </Box>
      </Box>
      {next ? (
        <Press type="button" onClick={() => onStart(next)} style={{ fontWeight: 700 }}>
          Start it
        </Press>
      ) : null}
    </Box>
  );
}
