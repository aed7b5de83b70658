import { v4 as newId } from 'uuid';
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
import { NewLearner } from '../../../contract';
import { errorText, useAddLearnerMutation } from '../../data/api';
import { useBodyForm } from '../form';
import { useUnsaved } from '../unsaved';
import { colour, ErrorNote, localZone } from '../ui';
import { useSameName } from './useSameName';

interface Props {
  readonly onClose: () => void;
  readonly onAdded?: (id: string) => void;
}

export function NewLearnerDialog({ onClose, onAdded }: Props) {
  const [add, { error, isLoading }] = useAddLearnerMutation();
  const { field, handleSubmit, isDirty, watch } = useBodyForm(NewLearner, {
    id: newId(),
    name: '',
    testDate: null,
    zone: localZone(),
  });
  const { close, saved } = useUnsaved(isDirty);
  const leave = () => close(onClose);
  const same = useSameName(watch('name'), null);
  const save = async (given: NewLearner) => {
    const added = await add(given);
    if (added.error) return;
    saved();
    onClose();
    onAdded?.(added.data.id);
  };
  return (
    <Dialog open onClose={leave} fullWidth maxWidth="xs" aria-labelledby="new-learner">
      <form noValidate onSubmit={(event) => void handleSubmit(save)(event)}>
        <DialogTitle id="new-learner">Add a learner</DialogTitle>
        <DialogContent>
          <Stack spacing={2.5} sx={{ pt: 1 }}>
            {error ? <ErrorNote title="Couldn’t add the learner">{errorText(error)}</ErrorNote> : null}
            <TextField
              autoFocus
              label="Name"
              {...field('name', { problem: 'Enter a name of up to 80 letters.' })}
            />
            {same ? (
              <Typography role="status" sx={{ borderLeft: `4px solid ${colour('ochre')}`, pl: 1.5 }}>
                {same}
              </Typography>
            ) : null}
            <TextField
              label="Day of the licence test, if booked"
              type="date"
              slotProps={{ inputLabel: { shrink: true } }}
              {...field('testDate', { setValueAs: (day: string | null) => day || null })}
            />
          </Stack>
        </DialogContent>
        <DialogActions sx={{ p: 2 }}>
          <Button onClick={leave} color="inherit">
            Not now
          </Button>
          <Button type="submit" variant="contained" disabled={isLoading}>
            Add
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
