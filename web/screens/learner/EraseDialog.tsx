import {
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  Stack,
  TextField,
  Typography,
} from '@mui/material';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { API, type ErasureView, type LearnerView } from '../../../contract';
import { nameKey } from '../../../core/names';
import { errorText, useErasureQuery, useEraseLearnerMutation } from '../../data/api';
import { Aside, ErrorNote, LoadingNote } from '../../parts/ui';

/** Erases a learner for good: what goes and what stays is told first, then the name is typed. */
export function EraseDialog({
  learner,
  onClose,
}: {
  readonly learner: LearnerView;
  readonly onClose: () => void;
}) {
  const { data, error } = useErasureQuery(learner.id);
  const [erase, erasing] = useEraseLearnerMutation();
  const [typed, setTyped] = useState('');
  const navigate = useNavigate();
  const same = nameKey(typed) === nameKey(learner.name);
  const failure = error ?? erasing.error;
  const go = async () => {
    const done = await erase({ id: learner.id, name: typed });
    if (!done.error) void navigate('/learners');
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby="erase-learner">
      <DialogTitle id="erase-learner">Erase {learner.name} for good?</DialogTitle>
      <DialogContent>
        <Stack spacing={2} sx={{ pt: 1 }}>
          {failure ? <ErrorNote title="Couldn’t erase">{errorText(failure)}</ErrorNote> : null}
          {data ? <WhatGoes view={data} /> : error ? null : <LoadingNote what="what would be erased" />}
          <Aside role="note" tone="ochre">
            <Typography>
              You can’t undo this. Archive the learner instead to keep everything, or{' '}
              <a href={`${API}/learners/${learner.id}/record.zip`} download>
                export the record
              </a>{' '}
              first. Backups made before today still hold it until they are replaced, after a year at the
              latest.
            </Typography>
          </Aside>
          <TextField
            label={`Type the name to erase: ${learner.name}`}
            value={typed}
            autoComplete="off"
            onChange={(event) => setTyped(event.target.value)}
          />
        </Stack>
      </DialogContent>
      <DialogActions sx={{ p: 2 }}>
        <Button color="inherit" onClick={onClose}>
          Cancel
        </Button>
        <Button variant="contained" disabled={!same || !data || erasing.isLoading} onClick={() => void go()}>
          Erase for good
        </Button>
      </DialogActions>
    </Dialog>
  );
}

function WhatGoes({
  view: { mocks, marks, lessons, answers, practiceRuns, resultsKept },
}: {
  readonly view: ErasureView;
}) {
  const lines: readonly (readonly [number, string, string])[] = [
    [mocks, 'mock', 'mocks'],
    [marks, 'mark or step', 'marks and steps'],
    [lessons, 'diary entry', 'diary entries'],
    [answers, 'answer to safety questions', 'answers to safety questions'],
    [practiceRuns, 'yard run', 'yard runs'],
  ];
  return (
    <>
      <Typography>
        Name, contact details, documents and notes are erased, with{' '}
        {lines.map(([count, one, more]) => `${count} ${count === 1 ? one : more}`).join(', ')}.
      </Typography>
      <Typography>
        {resultsKept === 0
          ? 'Nothing is kept.'
          : `${resultsKept === 1 ? 'One licence test result is' : `${resultsKept} licence test results are`} kept for forecast accuracy, without name or note, and with the month only.`}
      </Typography>
    </>
  );
}
