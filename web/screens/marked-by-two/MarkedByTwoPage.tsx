import {
  Box,
  Button,
  Stack,
  TableBody,
  TableCell,
  TableHead,
  TableRow,
  ToggleButton,
  ToggleButtonGroup,
  Typography,
} from '@mui/material';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import type { BesideView, MockView } from '../../../contract';
import type { DriveAgreement, Seen, SeenTogether } from '../../../core/agreement';
import { clockText, outcomeWords, resultOf } from '../../../core/marking';
import { compileStandard, severityLabel, type Standard } from '../../../core/standard';
import { errorText, useBesideQuery } from '../../data/api';
import { useDrive } from '../../data/log';
import { leaningWords, sharedText } from '../../parts/agreement';
import {
  Aside,
  dayText,
  EmptyNote,
  ErrorNote,
  Glyph,
  LoadingNote,
  WideTable,
  WindowTitle,
} from '../../parts/ui';
import { DriveNotOpen } from '../../parts/verdict';

/** One drive as two people marked it: what both saw, and what only one of them did. */
export function MarkedByTwoPage() {
  const { mock: id = '', other = '' } = useParams();
  const onScreen = useDrive(id);
  const { data, error, refetch } = useBesideQuery(id, { refetchOnMountOrArgChange: true });
  if (onScreen.status !== 'open') return <DriveNotOpen onScreen={onScreen} />;
  const { drive, judgement } = onScreen;
  const { mock, standard } = drive;
  const view = data?.items.find((one) => one.mock.id === other);
  const [first, second] = view ? namesOf(mock, view.mock) : ['', ''];
  return (
    <Box sx={{ maxWidth: 1080, mx: 'auto', display: 'grid', gap: 3, gridTemplateColumns: 'minmax(0, 1fr)' }}>
      <Stack
        direction="row"
        sx={{ justifyContent: 'space-between', alignItems: 'center', flexWrap: 'wrap', gap: 2 }}
      >
        <Box>
          <WindowTitle name={`${mock.learner.name}, marked by two`} />
          <Typography variant="h1">{mock.learner.name}, marked by two</Typography>
          <Typography sx={{ color: 'text.secondary' }}>
            {dayText(mock.startedAt, mock.zone)}, {standard.title}
          </Typography>
        </Box>
        <Button component={Link} to={`/mocks/${id}`} variant="outlined">
          Report
        </Button>
      </Stack>
      {error ? (
        <ErrorNote title="The other marks could not be loaded" onRetry={() => void refetch()}>
          {errorText(error)}
        </ErrorNote>
      ) : null}
      {!data && !error ? <LoadingNote what="the other marks" /> : null}
      {data && !view ? (
        <EmptyNote title="These two mocks are not compared">
          Say in Edit on the report that one was marked beside the other.
        </EmptyNote>
      ) : null}
      {view && !view.agreement ? (
        <EmptyNote title={`${first} or ${second} is still marking`}>
          Both are compared once both have ended. Until then neither sees what the other marked.
        </EmptyNote>
      ) : null}
      {view?.agreement ? (
        <Compared
          {...{ mock, standard, view, first, second }}
          agreement={view.agreement}
          outcomes={[
            outcomeWords[resultOf(judgement).outcome],
            view.result ? outcomeWords[view.result.outcome] : '',
          ]}
        />
      ) : null}
    </Box>
  );
}

/** What both are called; somebody who marked twice is told apart. */
function namesOf(one: MockView, other: MockView): readonly [string, string] {
  const [a, b] = [one.instructor, other.instructor];
  return a.id === b.id ? [`${a.name} (1)`, `${b.name} (2)`] : [a.name, b.name];
}

interface ComparedProps {
  readonly mock: MockView;
  readonly standard: Standard;
  readonly view: BesideView;
  readonly agreement: DriveAgreement;
  readonly first: string;
  readonly second: string;
  readonly outcomes: readonly [string, string];
}

function Compared({ mock, standard, view, agreement, first, second, outcomes }: ComparedProps) {
  const { moments, counts, leaning, shift, areas } = agreement;
  const differences = moments.filter(({ kind }) => kind !== 'same');
  const [all, setAll] = useState(false);
  const shown = all ? moments : differences;
  const kinds: Readonly<Record<SeenTogether['kind'], string>> = {
    same: 'The same',
    severity: 'Graded differently',
    item: 'Named differently',
    first: `Only ${first}`,
    second: `Only ${second}`,
  };
  const counting = mock.beside ? second : first;
  return (
    <>
      <Box>
        <Typography sx={{ fontSize: '1.3rem', fontWeight: 700 }}>{sharedText(agreement)}</Typography>
        <Typography>
          {leaning === null ? '' : `${second} is ${leaningWords(leaning)} ${first}. `}
          {first}: {outcomes[0].toLowerCase()}. {second}: {outcomes[1].toLowerCase()}. The marks of {counting}{' '}
          count; the others are only to compare.
        </Typography>
      </Box>
      {shift === 0 ? null : (
        <Aside role="note">
          <Typography>
            The clocks of the two devices were about {Math.abs(shift)} seconds apart. That is allowed for
            here.
          </Typography>
        </Aside>
      )}
      <Box component="section" aria-labelledby="moments">
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, alignItems: 'center', mb: 1 }}>
          <Typography variant="h2" id="moments" sx={{ mr: 'auto' }}>
            Moment by moment
          </Typography>
          <ToggleButtonGroup
            exclusive
            value={all}
            aria-label="Which moments"
            onChange={(_event, value: boolean | null) => value !== null && setAll(value)}
          >
            <ToggleButton value={false}>Differences ({differences.length})</ToggleButton>
            <ToggleButton value>All ({moments.length})</ToggleButton>
          </ToggleButtonGroup>
        </Box>
        {shown.length === 0 ? (
          <Typography>
            {moments.length === 0 ? 'Nothing was marked.' : 'No differences: both marked the same.'}
          </Typography>
        ) : (
          <WideTable label="Moment by moment">
            <TableHead>
              <TableRow>
                <TableCell>Time</TableCell>
                <TableCell>{first}</TableCell>
                <TableCell>{second}</TableCell>
                <TableCell>Together</TableCell>
              </TableRow>
            </TableHead>
            <TableBody>
              {shown.map(({ kind, at, first: one, second: two }, n) => (
                <TableRow key={`${at} ${n}`}>
                  <TableCell>
                    {clockText(Math.max(0, (Date.parse(at) - Date.parse(mock.startedAt)) / 1_000))}
                  </TableCell>
                  <TableCell>
                    <SeenText seen={one} standard={standard} />
                  </TableCell>
                  <TableCell>
                    <SeenText seen={two} standard={standard} />
                  </TableCell>
                  <TableCell>{kinds[kind]}</TableCell>
                </TableRow>
              ))}
            </TableBody>
          </WideTable>
        )}
      </Box>
      {areas.length > 0 ? (
        <Box component="section" aria-labelledby="areas">
          <Typography variant="h2" id="areas">
            By area
          </Typography>
          <WideTable label="By area">
            <TableHead>
              <TableRow>
                <TableCell>Area</TableCell>
                <TableCell align="right">Both</TableCell>
                <TableCell align="right">Only {first}</TableCell>
                <TableCell align="right">Only {second}</TableCell>
              </TableRow>
            </TableHead>
            <TableBody>
              {areas.map((area) => (
                <TableRow key={area.area}>
                  <TableCell>{area.title}</TableCell>
                  <TableCell align="right">{area.both}</TableCell>
                  <TableCell align="right">{area.first}</TableCell>
                  <TableCell align="right">{area.second}</TableCell>
                </TableRow>
              ))}
            </TableBody>
          </WideTable>
        </Box>
      ) : null}
      <Typography variant="body2" sx={{ color: 'text.secondary', maxWidth: 760 }}>
        Marks of the same item at most 15 seconds apart belong together.{' '}
        {counts.item > 0 ? 'Something else at the same moment counts as named differently. ' : ''}
        Neither list is the right one: talk about the differences while the drive of {
          view.mock.learner.name
        }{' '}
        is fresh.
      </Typography>
    </>
  );
}

function SeenText({ seen, standard }: { readonly seen: Seen | null; readonly standard: Standard }) {
  if (!seen) return <>nothing</>;
  if (seen.item === null || seen.severity === null) return <>A flag that isn’t sorted</>;
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.75 }}>
      <Glyph gravity={seen.gravity} size={16} />
      {compileStandard(standard).itemOf(seen.item).item.label}, {severityLabel(standard, seen.severity)}
    </Box>
  );
}
