import { Box, Button, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material';
import { useState } from 'react';
import { Link } from 'react-router';
import { outcomeWords } from '../../../core/marking';
import { errorText, usePracticeQuery } from '../../data/api';
import { dayText, EmptyNote, ErrorNote, WideTable } from '../../parts/ui';
import { practiceLine } from '../../parts/yard';

/** As many as stand there at first. */
const FIRST = 5;

/** Runs in the yard on a screen: they are shown, and count for nothing. */
export function YardPractice({ learner }: { readonly learner: string }) {
  const { data, error, refetch } = usePracticeQuery(learner);
  const [all, setAll] = useState(false);
  const items = data?.items ?? [];
  const start = (
    <Button component={Link} to={`/yard/drive?learner=${learner}`} variant="outlined">
      Drive in the yard
    </Button>
  );
  return (
    <Box component="section" aria-labelledby="yard-practice">
      <Typography variant="h2" id="yard-practice">
        Yard practice
      </Typography>
      <Typography color="text.secondary" sx={{ mb: 1 }}>
        Manoeuvres driven on a screen. They don’t count towards readiness.
      </Typography>
      {error ? (
        <ErrorNote title="Couldn’t load yard practice" onRetry={() => void refetch()}>
          {errorText(error)}
        </ErrorNote>
      ) : null}
      {data && items.length === 0 ? (
        <EmptyNote title="No run yet" action={start}>
          A run in the yard can be kept here, with what a standard says of it.
        </EmptyNote>
      ) : null}
      {items.length > 0 ? (
        <>
          <WideTable label="Yard practice">
            <TableHead>
              <TableRow>
                <TableCell>Day</TableCell>
                <TableCell>Course</TableCell>
                <TableCell>Vehicle</TableCell>
                <TableCell>Run</TableCell>
                <TableCell>Marked</TableCell>
              </TableRow>
            </TableHead>
            <TableBody>
              {items.slice(0, all ? undefined : FIRST).map(({ id, startedAt, zone, told }) => (
                <TableRow key={id}>
                  <TableCell sx={{ whiteSpace: 'nowrap' }}>
                    <Link to={`/yard/runs/${id}`}>{dayText(startedAt, zone)}</Link>
                  </TableCell>
                  <TableCell>{told.course}</TableCell>
                  <TableCell>{told.vehicle}</TableCell>
                  <TableCell>{practiceLine(told)}</TableCell>
                  <TableCell>
                    {outcomeWords[told.outcome]}, {told.standard}
                  </TableCell>
                </TableRow>
              ))}
            </TableBody>
          </WideTable>
          <Box sx={{ display: 'flex', gap: 1, mt: 1, flexWrap: 'wrap' }}>
            {start}
            {items.length > FIRST ? (
              <Button color="inherit" onClick={() => setAll(!all)} aria-expanded={all}>
                {all ? 'Show fewer' : `Show all ${items.length}`}
              </Button>
            ) : null}
          </Box>
        </>
      ) : null}
    </Box>
  );
}
