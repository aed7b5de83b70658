import { v4 as newId } from 'uuid';
import { TextField } from '@mui/material';
import { NewLearner } from '../../../contract';
import { useAddLearnerMutation } from '../../data/api';
import { FormDialog, useBodyForm } from '../form';
import { useUnsaved } from '../unsaved';
import { localZone } from '../ui';
import { NAME_PROBLEM, NameField } from './NameField';

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
  const save = async (given: NewLearner) => {
    const added = await add(given);
    if (added.error) return;
    saved();
    onClose();
    onAdded?.(added.data.id);
  };
  return (
    <FormDialog
      title="Add a learner"
      width="xs"
      error={error}
      failed="Couldn’t add the learner"
      cancel="Not now"
      submit="Add"
      busy={isLoading}
      onSubmit={handleSubmit(save)}
      onLeave={leave}
    >
      <NameField field={field('name', { problem: NAME_PROBLEM })} name={watch('name')} own={null} />
      <TextField
        label="Day of the licence test, if booked"
        type="date"
        slotProps={{ inputLabel: { shrink: true } }}
        {...field('testDate', { setValueAs: (day: string | null) => day || null })}
      />
    </FormDialog>
  );
}
