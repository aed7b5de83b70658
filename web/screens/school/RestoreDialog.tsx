import {
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  Stack,
  TableBody,
  TableCell,
  TableHead,
  TableRow,
  Typography,
} from '@mui/material';
import type { BackupsView, RestoreView } from '../../../contract';
import { errorText, useRestoreMutation, useRestorePreviewQuery } from '../../data/api';
import { Aside, dayText, ErrorNote, hourText, LoadingNote, localZone, WideTable } from '../../parts/ui';

/** What the counts of a school are called, in the order of the work. */
const titles = {
  instructors: 'People',
  learners: 'Learners',
  mocks: 'Mocks',
  events: 'Marks and steps',
  lessons: 'Diary entries',
  results: 'Licence test results',
  vehicles: 'Vehicles',
  routes: 'Routes',
  standards: 'Versions of standards',
  questions: 'Questions',
} as const;

/** What would change with a backup in the place of the school, before anything does. */
export function RestoreDialog({
  backup: { at, name },
  onClose,
}: {
  readonly backup: Pick<BackupsView['items'][number], 'at' | 'name'>;
  readonly onClose: () => void;
}) {
  const id = name ?? at;
  const { data, error } = useRestorePreviewQuery(id);
  const [restore, restoring] = useRestoreMutation();
  const what = name ?? `the backup of ${dayText(at, localZone())}, ${hourText(at, localZone())}`;
  const failure = error ?? restoring.error;
  const go = async () => {
    const done = await restore(id);
    // Everything on every screen may be another one now.
    if (!done.error) window.location.assign('/');
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby="restore-backup">
      <DialogTitle id="restore-backup">Restore {what}?</DialogTitle>
      <DialogContent>
        <Stack spacing={2}>
          {failure ? <ErrorNote title="Couldn’t restore">{errorText(failure)}</ErrorNote> : null}
          {data ? <Preview view={data} /> : error ? null : <LoadingNote what="what would change" />}
          <Aside role="note">
            <Typography>
              The school as it is now is backed up first, so you can come back to it here. Marks that a tablet
              hasn’t sent yet stay on it.
            </Typography>
          </Aside>
        </Stack>
      </DialogContent>
      <DialogActions sx={{ p: 2 }}>
        <Button color="inherit" onClick={onClose}>
          Cancel
        </Button>
        <Button variant="contained" disabled={!data || restoring.isLoading} onClick={() => void go()}>
          {restoring.isLoading ? 'Restoring …' : 'Restore this backup'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

function Preview({ view: { now, then, gone } }: { readonly view: RestoreView }) {
  const rows = Object.entries(titles).map(([key, title]) => ({
    title,
    before: now[key] ?? 0,
    after: then[key] ?? 0,
  }));
  const named = (names: readonly string[], more: number) =>
    [...names, ...(more > 0 ? [`and ${more} more`] : [])].join('; ');
  return (
    <>
      <WideTable label="What would change">
        <TableHead>
          <TableRow>
            <TableCell>What</TableCell>
            <TableCell align="right">Now</TableCell>
            <TableCell align="right">Then</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {rows.map(({ title, before, after }) => (
            <TableRow key={title}>
              <TableCell>{title}</TableCell>
              <TableCell align="right">{before.toLocaleString('en-GB')}</TableCell>
              <TableCell align="right" sx={{ fontWeight: before === after ? 400 : 700 }}>
                {after.toLocaleString('en-GB')}
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </WideTable>
      {gone.learners.length > 0 ? (
        <Typography>
          <strong>Learners that would be gone:</strong> {named(gone.learners, gone.moreLearners)}
        </Typography>
      ) : null}
      {gone.mocks.length > 0 ? (
        <Typography>
          <strong>Mocks that would be gone:</strong> {named(gone.mocks, gone.moreMocks)}
        </Typography>
      ) : null}
      {gone.learners.length === 0 && gone.mocks.length === 0 ? (
        <Typography>No learner and no mock would be gone.</Typography>
      ) : null}
    </>
  );
}
