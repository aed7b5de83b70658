import { Box, Button, LinearProgress, Typography } from '@mui/material';
import { useState, type ReactNode } from 'react';
import { whyNot, type Layout, type Plan } from '../../../core/yard';
import { usePlan } from '../../data/yard';
import { ErrorNote } from '../../parts/ui';
import { Columns, YardDrawing } from '../../parts/yard';
import type { Yard } from './useYard';

interface Props {
  readonly yard: Yard;
  readonly layout: Layout;
  readonly panel: ReactNode;
  /** What is shown of the plan once it is there. */
  readonly children: (plan: Plan) => ReactNode;
}

/** Plans the course for the vehicle; until a plan is there, the course and how far the search has come. */
export function Planned({ yard, layout, panel, children }: Props) {
  const [stopped, setStopped] = useState(false);
  const { course, vehicle, settings } = yard;
  const plan = usePlan(stopped ? null : { course, vehicle, settings });
  if (plan.answer?.feasible) return children(plan.answer.plan);
  return (
    <Columns
      drawing={<YardDrawing layout={layout} vehicle={vehicle} places label={`Plan of ${layout.title}`} />}
      panel={
        <>
          {plan.error ? (
            <ErrorNote title="Couldn’t plan this course">Change a size or choose another vehicle.</ErrorNote>
          ) : plan.answer ? (
            <ErrorNote title="This vehicle can’t do it here">{whyNot(plan.answer)}</ErrorNote>
          ) : stopped ? (
            <Button variant="contained" onClick={() => setStopped(false)}>
              Find the way
            </Button>
          ) : (
            <Box role="status" sx={{ display: 'grid', gap: 1 }}>
              <Typography>Finding the way with the fewest movements</Typography>
              <LinearProgress aria-label="Finding the way" />
              <Typography variant="body2" color="text.secondary">
                {(plan.searched ?? 0).toLocaleString()} positions tried
              </Typography>
              <Button sx={{ justifySelf: 'start' }} onClick={() => setStopped(true)}>
                Stop
              </Button>
            </Box>
          )}
          {panel}
        </>
      }
    />
  );
}
