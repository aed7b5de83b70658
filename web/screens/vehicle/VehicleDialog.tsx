import { TextField } from '@mui/material';
import { VehicleChange, type VehicleView } from '../../../contract';
import { useChangeVehicleMutation } from '../../data/api';
import { FormDialog, useBodyForm } from '../../parts/form';
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
    <FormDialog
      title={`Edit ${vehicle.name}`}
      width="xs"
      error={error}
      failed="Couldn’t save"
      submit="Save"
      busy={isLoading}
      onSubmit={handleSubmit(save)}
      onLeave={leave}
    >
      <TextField
        autoFocus
        label="Make and gearbox"
        {...field('name', { problem: 'Enter its make and gearbox.' })}
      />
      <TextField label="Number plate" {...field('plate', { problem: 'Enter its number plate.' })} />
    </FormDialog>
  );
}
