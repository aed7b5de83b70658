import {
  Box,
  Button,
  LinearProgress,
  Stack,
  TableBody,
  TableCell,
  TableHead,
  TableRow,
  ToggleButton,
  ToggleButtonGroup,
  Typography,
} from '@mui/material';
import { useState, type ReactNode } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import type { RejudgedMock } from '../../../contract';
import type { Outcome, Standard } from '../../../core/standard';
import { errorText, useStandardQuery } from '../../data/api';
import { dayText, EmptyNote, ErrorNote, LoadingNote, WideTable } from '../../parts/ui';
import { OutcomeSign } from '../../parts/verdict';
import { outcomeWords, resultWords } from '../../../core/marking';
import { useRejudging, type Rejudging } from './useRejudging';

/** Every drive of the school as one standard would have judged it. */
export function DrivesPage() {
  const { id = '', version = '' } = useParams();
  const { data: standard, error } = useStandardQuery({ id, version });
  if (error) return <ErrorNote title="This standard could not be loaded">{errorText(error)}</ErrorNote>;
  return standard ? <Drives standard={standard} /> : <LoadingNote what="the standard" />;
}

const passes = (outcome: Outcome | null): boolean | null =>
  outcome === null || outcome === 'incomplete' ? null : outcome === 'pass';

const groups = [
  { id: 'stricter', title: 'would no longer pass' },
  { id: 'milder', title: 'would pass now' },
  { id: 'same', title: 'come out the same' },
  { id: 'unsaid', title: 'can’t tell' },
] as const;
type Group = (typeof groups)[number]['id'];

/** Whether a drive passes here as it did under its own standard. */
export function groupOf({ own, result }: Pick<RejudgedMock, 'own' | 'result'>): Group {
  const [was, is] = [passes(own.outcome), passes(result?.outcome ?? null)];
  if (was === null || is === null) return 'unsaid';
  if (was === is) return 'same';
  return is ? 'milder' : 'stricter';
}

const PAGE = 100;

function Drives({ standard }: { readonly standard: Standard }) {
  const rejudging = useRejudging(standard);
  const [params, setParams] = useSearchParams();
  const [shown, setShown] = useState(PAGE);
  const wanted = params.get('show');
  const drives = rejudging.drives.filter((drive) => wanted === null || groupOf(drive) === wanted);
  return (
    <Box sx={{ maxWidth: 1080, mx: 'auto' }}>
      <Stack direction="row" sx={{ justifyContent: 'space-between', gap: 2, flexWrap: 'wrap', mb: 1 }}>
        <Typography variant="h1">All drives under {standard.title}</Typography>
        <Button component={Link} to={`/standards/${standard.id}/${standard.version}`} variant="outlined">
          To the standard
        </Button>
      </Stack>
      <Typography sx={{ color: 'text.secondary', mb: 2 }}>
        Version {standard.version}. Items are carried over by their skill, severities by their gravity. A
        drive is only ever marked under its own standard; nothing is changed here.
      </Typography>
      <Progress rejudging={rejudging} />
      {rejudging.drives.length > 0 ? (
        <ToggleButtonGroup
          exclusive
          value={wanted ?? 'all'}
          aria-label="Which drives"
          onChange={(_event, value: string | null) => {
            setShown(PAGE);
            setParams(value && value !== 'all' ? { show: value } : {}, { replace: true });
          }}
          sx={{
            my: 2,
            flexWrap: 'wrap',
            '& button': { color: 'text.primary', textTransform: 'none', minHeight: 56 },
          }}
        >
          <ToggleButton value="all">{rejudging.drives.length} drives</ToggleButton>
          {groups.map((group) => (
            <ToggleButton key={group.id} value={group.id}>
              {rejudging.drives.filter((drive) => groupOf(drive) === group.id).length} {group.title}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
      ) : null}
      {rejudging.status === 'done' && rejudging.drives.length === 0 ? (
        <EmptyNote
          title="No drive yet"
          action={
            <Button component={Link} to="/setup" variant="contained">
              Start a mock
            </Button>
          }
        >
          Drives appear here once they are marked, under whatever standard.
        </EmptyNote>
      ) : null}
      {drives.length > 0 ? (
        <WideTable label="Drives under this standard">
          <TableHead>
            <TableRow>
              <TableCell>Day</TableCell>
              <TableCell>Learner</TableCell>
              <TableCell>As it was marked</TableCell>
              <TableCell>Under {standard.title}</TableCell>
              <TableCell>Carried over</TableCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {drives.slice(0, shown).map((drive) => (
              <Row key={drive.mock} standard={standard} drive={drive} />
            ))}
          </TableBody>
        </WideTable>
      ) : null}
      {drives.length > shown ? (
        <Button variant="outlined" sx={{ mt: 2 }} onClick={() => setShown(shown + PAGE)}>
          Show {Math.min(PAGE, drives.length - shown)} more of {drives.length}
        </Button>
      ) : null}
    </Box>
  );
}

function Progress({
  rejudging,
}: {
  readonly rejudging: Rejudging & { cancel: () => void; start: () => void };
}) {
  const { status, done, total, failure, cancel, start } = rejudging;
  switch (status) {
    case 'running':
      return (
        <Stack direction="row" sx={{ gap: 2, alignItems: 'center' }} role="status">
          <Typography sx={{ whiteSpace: 'nowrap' }}>
            {done} of {total ?? '…'} drives judged
          </Typography>
          <LinearProgress
            aria-label="Drives judged"
            variant={total ? 'determinate' : 'indeterminate'}
            value={total ? (100 * done) / total : 0}
            sx={{ flex: 1 }}
          />
          <Button variant="outlined" onClick={cancel}>
            Cancel
          </Button>
        </Stack>
      );
    case 'cancelled':
      return (
        <Stack direction="row" sx={{ gap: 2, alignItems: 'center' }} role="status">
          <Typography>
            Cancelled after {done} of {total ?? 'all'} drives.
          </Typography>
          <Button variant="outlined" onClick={start}>
            Judge all of them
          </Button>
        </Stack>
      );
    case 'failed':
      return (
        <ErrorNote title="Not all drives were judged" onRetry={start}>
          {failure}
        </ErrorNote>
      );
    case 'done':
      return null;
  }
}

function Row({ standard, drive }: { readonly standard: Standard; readonly drive: RejudgedMock }) {
  const { mock, learner, startedAt, zone, own, result, marks, lost } = drive;
  return (
    <TableRow>
      <TableCell sx={{ whiteSpace: 'nowrap' }}>{dayText(startedAt, zone)}</TableCell>
      <TableCell>
        <Box component={Link} to={`/mocks/${mock}`} sx={{ color: 'text.primary' }}>
          {learner}
        </Box>
      </TableCell>
      <TableCell>
        <Signed outcome={own.outcome}>
          {outcomeWords[own.outcome]}
          <Typography variant="body2" sx={{ color: 'text.secondary' }}>
            {own.title} {own.version}
          </Typography>
        </Signed>
      </TableCell>
      <TableCell>
        <Signed outcome={result?.outcome ?? 'incomplete'}>
          {result === null ? 'Too little matches to say' : outcomeWords[result.outcome]}
          {result === null ? null : (
            <Typography variant="body2" sx={{ color: 'text.secondary' }}>
              {resultWords(standard, result, drive).join(' ')}
            </Typography>
          )}
        </Signed>
      </TableCell>
      <TableCell>{lost === 0 ? 'all' : `${marks - lost} of ${marks} marks`}</TableCell>
    </TableRow>
  );
}

function Signed({ outcome, children }: { readonly outcome: Outcome; readonly children: ReactNode }) {
  return (
    <Box sx={{ display: 'flex', gap: 1.2, alignItems: 'flex-start' }}>
      <OutcomeSign outcome={outcome} size={20} />
      <div>{children}</div>
    </Box>
  );
}
