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
import { useDispatch } from 'react-redux';
import { useNavigate } from 'react-router';
import { BIN_DAYS, type MockView } from '../../../contract';
import {
  errorText,
  useChangeMockMutation,
  useMocksQuery,
  useDeleteMockMutation,
  useRoutesQuery,
  useVehiclesQuery,
} from '../../data/api';
import { whyNotBeside } from '../../../core/agreement';
import { instantIn } from '../../../core/time';
import { mockPutRight } from '../../data/log';
import { LearnerPicker, type Picked } from '../../parts/people';
import { useUnsaved } from '../../parts/unsaved';
import { Aside, ChoiceField, ErrorNote, hourText, zonedText } from '../../parts/ui';

/** Puts right whose mock it was, when it began, what was driven; or deletes it. */
export function MockDialog({ mock, onClose }: { readonly mock: MockView; readonly onClose: () => void }) {
  const [change, changing] = useChangeMockMutation();
  const [remove, removing] = useDeleteMockMutation();
  const { data: vehicles } = useVehiclesQuery();
  const { data: routes } = useRoutesQuery();
  const { data: own } = useMocksQuery({ learner: mock.learner.id });
  const sameDrive = (own?.items ?? []).filter(
    (other) =>
      whyNotBeside({ ...mock, learner: mock.learner.id }, { ...other, learner: other.learner.id }) === null,
  );
  const dispatch = useDispatch();
  const navigate = useNavigate();
  const before = {
    start: zonedText(mock.startedAt, mock.zone),
    vehicle: mock.vehicle?.id ?? '',
    route: mock.route?.id ?? '',
    note: mock.note,
    beside: mock.beside ?? '',
  };
  const [learner, setLearner] = useState<Picked | null>({ ...mock.learner, testDate: null });
  const [given, setGiven] = useState(before);
  const [sure, setSure] = useState(false);
  const moved = learner !== null && learner.id !== mock.learner.id;
  const dirty = learner?.id !== mock.learner.id || JSON.stringify(given) !== JSON.stringify(before);
  const { close, saved } = useUnsaved(dirty);
  const leave = () => close(onClose);
  const set = (key: keyof typeof before) => (event: { readonly target: { readonly value: string } }) =>
    setGiven({ ...given, [key]: event.target.value });
  const save = async () => {
    if (!learner) return;
    const done = await change({
      id: mock.id,
      revision: mock.revision,
      change: {
        ...(moved ? { learner: learner.id } : {}),
        ...(given.start === before.start ? {} : { startedAt: instantIn(given.start, mock.zone) }),
        vehicle: given.vehicle || null,
        route: given.route || null,
        note: given.note,
        beside: given.beside || null,
      },
    });
    if (!done.data) return;
    dispatch(mockPutRight(done.data));
    saved();
    onClose();
  };
  const bin = async () => {
    const done = await remove(mock.id);
    if (done.error) return;
    saved();
    void navigate('/mocks/bin');
  };
  const failure = changing.error ?? removing.error;
  const choices = (
    label: string,
    key: 'vehicle' | 'route' | 'beside',
    none: string,
    items: readonly (readonly [id: string, title: string])[],
  ) => (
    <ChoiceField
      fullWidth
      {...{ label, none, items }}
      value={given[key]}
      onChange={(value) => setGiven({ ...given, [key]: value })}
    />
  );
  return (
    <Dialog open onClose={leave} fullWidth maxWidth="sm" aria-labelledby="edit-mock">
      <DialogTitle id="edit-mock">Edit this mock</DialogTitle>
      <DialogContent>
        <Stack spacing={2.5} sx={{ pt: 1 }}>
          {failure ? <ErrorNote title="Couldn’t save">{errorText(failure)}</ErrorNote> : null}
          <LearnerPicker
            label="Learner"
            chosen={learner}
            onChoose={setLearner}
            problem={learner === null ? 'Choose whose mock it is.' : null}
          />
          {moved ? (
            <Aside role="status" tone="ochre">
              <Typography>
                The mock moves from {mock.learner.name} to {learner.name}, with all its marks. Both forecasts
                change. Links that were shared show the new name.
              </Typography>
            </Aside>
          ) : null}
          <TextField
            label="Started"
            type="datetime-local"
            value={given.start}
            onChange={set('start')}
            slotProps={{ inputLabel: { shrink: true } }}
            helperText="Not after its first mark. Marks keep their own times."
          />
          <Stack direction={{ xs: 'column', sm: 'row' }} spacing={2}>
            {choices(
              'Vehicle',
              'vehicle',
              'Not named',
              (vehicles?.items ?? []).map(({ id, name }) => [id, name] as const),
            )}
            {choices(
              'Route',
              'route',
              'No route',
              (routes?.items ?? []).map(({ id, title }) => [id, title] as const),
            )}
          </Stack>
          {sameDrive.length > 0 || mock.beside
            ? choices(
                'Same drive as',
                'beside',
                'No other mock: this one counts',
                sameDrive.map((other) => [
                  other.id,
                  `${other.instructor.name}, ${hourText(other.startedAt, other.zone)}: only to compare with it`,
                ]),
              )
            : null}
          <TextField
            label="Note, for instructors only"
            multiline
            minRows={2}
            value={given.note}
            onChange={set('note')}
            slotProps={{ htmlInput: { maxLength: 2_000 } }}
          />
          {sure ? (
            <Aside role="alert" tone="jasper">
              <Typography sx={{ mb: 1 }}>
                Delete this mock of {mock.learner.name}? It counts nowhere then. You can bring it back for{' '}
                {BIN_DAYS} days.
              </Typography>
              <Button variant="outlined" disabled={removing.isLoading} onClick={() => void bin()}>
                Delete it
              </Button>{' '}
              <Button color="inherit" onClick={() => setSure(false)}>
                Keep it
              </Button>
            </Aside>
          ) : null}
        </Stack>
      </DialogContent>
      <DialogActions sx={{ p: 2 }}>
        {sure ? null : (
          <Button color="inherit" onClick={() => setSure(true)} sx={{ mr: 'auto' }}>
            Delete
          </Button>
        )}
        <Button color="inherit" onClick={leave}>
          Cancel
        </Button>
        <Button variant="contained" disabled={changing.isLoading} onClick={() => void save()}>
          Save
        </Button>
      </DialogActions>
    </Dialog>
  );
}
