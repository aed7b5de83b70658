import { TableBody, TableCell, TableHead, TableRow, Typography, Box } from '@mui/material';
import { Link } from 'react-router';
import { helpWords } from '../../../core/marking';
import type { EvidenceView } from '../../../contract';
import { useRoutesQuery } from '../../data/api';
import { dayText, localZone, EmptyNote, WideTable } from '../../parts/ui';

/** So many mocks show whether help becomes less. */
const HELP_SHOWN = 8;

/** Every mock as the chosen standard sees it. */
export function History({ evidence }: { readonly evidence: EvidenceView }) {
  const { data } = useRoutesQuery();
  const routes = new Map(data?.items.map(({ id, title }) => [id, title]));
  const rows = [...evidence.evidence].sort((a, b) => b.at.localeCompare(a.at));
  const helped = rows
    .flatMap(({ exposure, help }) => (exposure > 0 && help ? [help.voice + help.hands] : []))
    .slice(0, HELP_SHOWN)
    .reverse();
  return (
    <Box component="section" aria-labelledby="history">
      <Typography variant="h2" id="history" sx={{ mb: 1 }}>
        Mocks under {evidence.standard.title}
      </Typography>
      {helped.length > 1 ? (
        <Typography sx={{ mb: 1 }}>
          Times the instructor stepped in, the earliest mock first: <b>{helped.join(', ')}</b>. Fewer and
          fewer is the best sign that somebody drives alone.
        </Typography>
      ) : null}
      {rows.length === 0 ? (
        <EmptyNote title="No mock yet">
          Start one. Three on different routes give a useful forecast.
        </EmptyNote>
      ) : (
        <WideTable label="Mocks">
          <TableHead>
            <TableRow>
              <TableCell>Day</TableCell>
              <TableCell>Route</TableCell>
              <TableCell align="right">Share of a test driven</TableCell>
              <TableCell align="right">Small faults</TableCell>
              <TableCell align="right">Grave faults</TableCell>
              <TableCell>Help</TableCell>
              <TableCell>Would be</TableCell>
              <TableCell>To know</TableCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {rows.map(({ mock, at, route, exposure, small, grave, help, passed, notes }) => (
              <TableRow key={mock}>
                <TableCell sx={{ whiteSpace: 'nowrap' }}>
                  <Link to={`/mocks/${mock}`}>{dayText(at, localZone())}</Link>
                </TableCell>
                <TableCell>
                  {route === null ? 'no route' : (routes.get(route) ?? 'a removed route')}
                </TableCell>
                <TableCell align="right">{Math.round(100 * exposure)}%</TableCell>
                <TableCell align="right">{small}</TableCell>
                <TableCell align="right">{grave}</TableCell>
                <TableCell>{help ? helpWords(help) : 'not written down'}</TableCell>
                <TableCell>{passed === null ? 'incomplete' : passed ? 'pass' : 'fail'}</TableCell>
                <TableCell>{notes.join(' ')}</TableCell>
              </TableRow>
            ))}
          </TableBody>
        </WideTable>
      )}
    </Box>
  );
}
