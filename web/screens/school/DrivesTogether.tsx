import { Box, Button, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material';
import { Link } from 'react-router';
import type { ComparedDrive } from '../../../contract';
import { driftOf, sideOf, type Drift, type OwnDrive } from '../../../core/agreement';
import { errorText, useComparedDrivesQuery, useSessionQuery } from '../../data/api';
import { leaningWords, sharedText } from '../../parts/agreement';
import { dayText, EmptyNote, ErrorNote, WideTable } from '../../parts/ui';

/** Drives that two people marked, and how marking beside others goes for each of them. */
export function DrivesTogether() {
  const { data, error, refetch } = useComparedDrivesQuery(undefined, { refetchOnMountOrArgChange: true });
  const { data: session } = useSessionQuery();
  if (error)
    return (
      <ErrorNote title="The drives that two marked could not be loaded" onRetry={() => void refetch()}>
        {errorText(error)}
      </ErrorNote>
    );
  if (!data) return null;
  return (
    <Box component="section" aria-labelledby="together">
      <Typography variant="h2" id="together">
        Drives that two people marked
      </Typography>
      {data.items.length === 0 ? (
        <EmptyNote title="No drive was marked by two yet">
          While one of you marks a mock, the other sits in the back and starts a mock with the same learner:
          the set-up offers to mark the same drive, only to compare.
        </EmptyNote>
      ) : (
        <>
          {people(data.items).map(({ id, name, drift }) => (
            <DriftText key={id} name={id === session?.instructor.id ? 'You' : name} drift={drift} />
          ))}
          <WideTable label="Drives that two people marked">
            <TableHead>
              <TableRow>
                <TableCell>Day</TableCell>
                <TableCell>Learner</TableCell>
                <TableCell>Who</TableCell>
                <TableCell>Marks</TableCell>
                <TableCell>Leaning</TableCell>
                <TableCell aria-label="To compare" />
              </TableRow>
            </TableHead>
            <TableBody>
              {data.items.map(({ learner, startedAt, zone, first, second, agreement }) => (
                <TableRow key={second.mock}>
                  <TableCell sx={{ whiteSpace: 'nowrap' }}>{dayText(startedAt, zone)}</TableCell>
                  <TableCell>{learner.name}</TableCell>
                  <TableCell>
                    {first.by.name} and {second.by.name}
                  </TableCell>
                  <TableCell>{sharedText(agreement)}</TableCell>
                  <TableCell>
                    {agreement.leaning === null
                      ? ''
                      : `${second.by.name} is ${leaningWords(agreement.leaning)} ${first.by.name}`}
                  </TableCell>
                  <TableCell>
                    <Button
                      component={Link}
                      to={`/mocks/${first.mock}/beside/${second.mock}`}
                      aria-label={`Compare the marks of ${learner.name}, ${dayText(startedAt, zone)}`}
                    >
                      Compare
                    </Button>
                  </TableCell>
                </TableRow>
              ))}
            </TableBody>
          </WideTable>
        </>
      )}
    </Box>
  );
}

interface Person {
  readonly id: string;
  readonly name: string;
  readonly drift: Drift;
}

/** Everybody who marked together with somebody else, by name. */
function people(drives: readonly ComparedDrive[]): readonly Person[] {
  const own = new Map<string, { readonly name: string; readonly drives: OwnDrive[] }>();
  for (const { startedAt, first, second, agreement } of drives) {
    // Somebody who marked the same drive twice is compared with themselves.
    if (first.by.id === second.by.id) continue;
    for (const [{ by }, side] of [
      [first, 'first'],
      [second, 'second'],
    ] as const) {
      const kin = own.get(by.id) ?? { name: by.name, drives: [] };
      kin.drives.push(sideOf(startedAt, agreement, side));
      own.set(by.id, kin);
    }
  }
  return [...own]
    .flatMap(([id, { name, drives: theirs }]): readonly Person[] => {
      const drift = driftOf(theirs);
      return drift ? [{ id, name, drift }] : [];
    })
    .sort((a, b) => a.name.localeCompare(b.name));
}

const foundText = ({ found, of }: Drift['newest']): string =>
  of === 0 ? 'others marked nothing' : `noticed ${found} of ${of} marks of others`;

/** How somebody's marking goes beside others, with what it was before: a hint for a talk, and no grade. */
function DriftText({
  name,
  drift: { drives, newest, before },
}: {
  readonly name: string;
  readonly drift: Drift;
}) {
  const be = name === 'You' ? 'are' : 'is';
  return (
    <Typography sx={{ mb: 1, maxWidth: 760 }}>
      <strong>{name}</strong>, {drives === 1 ? 'one drive' : `${drives} drives`}: {foundText(newest)}
      {before ? ' in the three newest' : ''}
      {before && before.of > 0 ? `, ${before.found} of ${before.of} before` : ''}.
      {newest.above === null
        ? ''
        : ` ${name} ${be} ${leaningWords(newest.above)} the others${
            before?.above == null ? '' : ` (before: ${leaningWords(before.above)} the others)`
          }.`}
    </Typography>
  );
}
