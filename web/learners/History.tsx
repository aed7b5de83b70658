import { TableBody, TableCell, TableHead, TableRow, Typography, Box } from '@mui/material';
import { Link } from 'react-router';
import type { EvidenceView, LearnerView } from '../../contract';
import { useTestsQuery } from '../api';
import { dayText, EmptyNote, localZone, WideTable } from '../ui';

/** Every mock as the chosen standard sees it. */
export function History({
  learner,
  evidence,
}: {
  readonly learner: LearnerView;
  readonly evidence: EvidenceView;
}) {
  const { data: tests } = useTestsQuery({ learner: learner.id });
  const routes = new Map(tests?.items.map(({ id, route }) => [id, route?.title ?? 'no route']));
  const rows = [...evidence.evidence].sort((a, b) => b.at.localeCompare(a.at));
  return (
    <Box component="section" aria-labelledby="history">
      <Typography variant="h2" id="history" sx={{ mb: 1 }}>
        Mocks under {evidence.standard.title}
      </Typography>
      {rows.length === 0 ? (
        <EmptyNote title="No mock yet">
          Start one: three on different routes say most of what there is to say.
        </EmptyNote>
      ) : (
        <WideTable label="Mocks">
          <TableHead>
            <TableRow>
              <TableCell>Day</TableCell>
              <TableCell>Route</TableCell>
              <TableCell align="right">Driven, of a test</TableCell>
              <TableCell align="right">Small faults</TableCell>
              <TableCell align="right">Grave faults</TableCell>
              <TableCell>Would be</TableCell>
              <TableCell>To know</TableCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {rows.map(({ test, at, exposure, small, grave, passed, notes }) => (
              <TableRow key={test}>
                <TableCell sx={{ whiteSpace: 'nowrap' }}>
                  <Link to={`/tests/${test}`}>{dayText(at, localZone())}</Link>
                </TableCell>
                <TableCell>{routes.get(test) ?? ''}</TableCell>
                <TableCell align="right">{Math.round(100 * exposure)} %</TableCell>
                <TableCell align="right">{small}</TableCell>
                <TableCell align="right">{grave}</TableCell>
                <TableCell>{passed === null ? 'not finished' : passed ? 'a pass' : 'not a pass'}</TableCell>
                <TableCell>{notes.join(' ')}</TableCell>
              </TableRow>
            ))}
          </TableBody>
        </WideTable>
      )}
    </Box>
  );
}
