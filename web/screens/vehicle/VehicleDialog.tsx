import { Button, Dialog, DialogActions, DialogContent, DialogTitle, Stack, TextField } from '@mui/material';
import { VehicleChange, type VehicleView } from '../../../contract';
import { errorText, useChangeVehicleMutation } from '../../data/api';
import { useBodyForm } from '../../parts/form';
import { ErrorNote } from '../../parts/ui';
import { useUnsaved } from '../../parts/unsaved';

interface Props {
  readonly vehicle: VehicleView;
  readonly onClose: () => void;
}

/** What a vehicle is called, and its number plate. */
export function VehicleDialog({ vehicle, onClose }: Props) {
  const [change, { error, isLoading }] = useChangeVehicleMutation();
  const { field, handleSubmit, isDirty } = useBodyForm(VehicleChange, {
    name: vehicle.name,
    plate: vehicle.plate,
  });
  const { close, saved } = useUnsaved(isDirty);
  const leave = () => close(onClose);
  const save = async ({ name = vehicle.name, plate = vehicle.plate }: VehicleChange) => {
    const done = await change({ id: vehicle.id, revision: vehicle.revision, change: { name, plate } });
    if (done.error) return;
    saved();
    onClose();
  };
  return (
    <Dialog open onClose={leave} fullWidth maxWidth="xs" aria-labelledby="edit-vehicle">
      <form noValidate onSubmit={(event) => void handleSubmit(save)(event)}>
        <DialogTitle id="edit-vehicle">Edit {vehicle.name}</DialogTitle>
        <DialogContent>
          <Stack spacing={2.5} sx={{ pt: 1 }}>
            {error ? <ErrorNote title="Couldn’t save">{errorText(error)}</ErrorNote> : null}
            <TextField
              autoFocus
              label="Make and gearbox"
              {...field('name', { problem: 'Enter its make and gearbox.' })}
            />
            <TextField label="Number plate" {...field('plate', { problem: 'Enter its number plate.' })} />
          </Stack>
        </DialogContent>
        <DialogActions sx={{ p: 2 }}>
          <Button onClick={leave} color="inherit">
            Cancel
          </Button>
          <Button type="submit" variant="contained" disabled={isLoading}>
            Save
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
