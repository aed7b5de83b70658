import { Box } from '@mui/material';
import { nextDue, type DueManoeuvre, type Run } from '../../../core/marking';
import { colour } from '../../parts/ui';
import { Press } from './frame';
import { dueTitle } from './ManoeuvreDialog';

interface Props {
  readonly due: readonly DueManoeuvre[];
  /** The manoeuvre under way. */
  readonly running: Run | null;
  readonly onStart: (due: DueManoeuvre) => void;
}

/** The course of a yard, one manoeuvre after the other: what is done, what runs, and a touch starts the next. */
export function CoursePanel({ due, running, onStart }: Props) {
  const next = nextDue(due);
  return (
    <Box component="section" aria-label="The course">
      <Box sx={{ fontSize: 16, color: colour('soft'), pb: 0.5 }}>
        The course: {due.filter(({ done }) => done > 0).length} of {due.length} begun
      </Box>
      <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0, display: 'grid', gap: 0.5 }}>
        {due.map((one) => {
          const runs =
            running !== null && running.manoeuvre === one.manoeuvre.id && running.side === one.side;
          return (
            <li key={`${one.manoeuvre.id} ${one.side ?? ''}`}>
              {one === next && running === null ? (
                <Press
                  type="button"
                  onClick={() => onStart(one)}
                  style={{ width: '100%', background: colour('ink'), color: colour('paper') }}
                >
                  <b>Start: {dueTitle(one)}</b>
                </Press>
              ) : (
                <Box
                  aria-current={runs ? 'step' : undefined}
                  sx={{
                    display: 'flex',
                    justifyContent: 'space-between',
                    gap: 1,
                    fontSize: 17,
                    lineHeight: 1.15,
                    minHeight: 36,
                    alignItems: 'center',
                    fontWeight: runs ? 700 : 400,
                    borderBottom: `1px solid ${colour('line')}`,
                  }}
                >
                  {dueTitle(one)}
                  <Box component="span" sx={{ fontSize: 16, color: colour('soft'), whiteSpace: 'nowrap' }}>
                    {runs ? 'now' : one.done > 0 ? '✓ done' : one === next ? 'next' : ''}
                  </Box>
                </Box>
              )}
            </li>
          );
        })}
      </Box>
      {next ? null : <Box sx={{ fontSize: 17, pt: 1 }}>The course is done. End the drive when parked.</Box>}
    </Box>
  );
}
