import { MenuItem, Stack, TextField } from '@mui/material';
import { DetailsToKeep, LearnerChange, transmissions, type LearnerView } from '../../../contract';
import { useChangeLearnerMutation, useMay, usePeopleQuery } from '../../data/api';
import { FormDialog, useBodyForm } from '../../parts/form';
import { NAME_PROBLEM, NameField } from '../../parts/people';
import { useLearnerRoads } from '../../parts/route';
import { ChoiceField } from '../../parts/ui';
import { useUnsaved } from '../../parts/unsaved';

interface Props {
  readonly learner: LearnerView;
  readonly onClose: () => void;
}

/** A learner's name, how they are reached, what they are taught in, and notes. */
export function DetailsDialog({ learner, onClose }: Props) {
  const [change, { error, isLoading }] = useChangeLearnerMutation();
  const { classes } = useLearnerRoads();
  const { field, handleSubmit, isDirty, watch, setValue } = useBodyForm(LearnerChange, {
    name: learner.name,
    instructor: learner.instructor?.id ?? null,
    details: Object.assign(new DetailsToKeep(), learner.details),
  });
  const { close, saved } = useUnsaved(isDirty);
  const leave = () => close(onClose);
  const handsOver = useMay('manage learners');
  const { data: people } = usePeopleQuery();
  const save = async ({ name, details, instructor = null }: LearnerChange) => {
    const done = await change({
      id: learner.id,
      revision: learner.revision,
      change: {
        ...(name === undefined ? {} : { name }),
        ...(details ? { details: { ...details } } : {}),
        ...(instructor === (learner.instructor?.id ?? null) ? {} : { instructor }),
      },
    });
    if (done.error) return;
    saved();
    onClose();
  };
  const { licenceClass, transmission } = learner.details;
  const teacher = watch('instructor') ?? '';
  const teachers = (people?.items ?? []).filter(({ id, active }) => active || id === learner.instructor?.id);
  return (
    <FormDialog
      title={`Edit ${learner.name}`}
      width="sm"
      error={error}
      failed="Couldn’t save"
      submit="Save"
      busy={isLoading}
      onSubmit={handleSubmit(save)}
      onLeave={leave}
    >
      <NameField
        field={field('name', { problem: NAME_PROBLEM })}
        name={watch('name') ?? ''}
        own={learner.id}
      />
      {handsOver ? (
        <ChoiceField
          label="Taught by"
          value={teacher}
          none="Nobody yet"
          items={teachers.map(({ id, name }) => [id, name] as const)}
          onChange={(id) => setValue('instructor', id || null, { shouldDirty: true })}
          helperText="Their mocks stay as they are when you hand them over."
        />
      ) : null}
      <Stack direction={{ xs: 'column', sm: 'row' }} spacing={2}>
        <TextField fullWidth label="Phone (optional)" type="tel" {...field('details.phone')} />
        <TextField
          fullWidth
          label="Email (optional)"
          type="email"
          {...field('details.email', { problem: 'Enter an address such as name@example.org.' })}
        />
      </Stack>
      <Stack direction={{ xs: 'column', sm: 'row' }} spacing={2}>
        <TextField
          select
          fullWidth
          label="Licence class"
          defaultValue={licenceClass}
          slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
          {...field('details.licenceClass')}
        >
          <MenuItem value="">Not said</MenuItem>
          {[...new Set([...classes, ...(licenceClass ? [licenceClass] : [])])].map((one) => (
            <MenuItem key={one} value={one}>
              {one}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          fullWidth
          label="Transmission"
          defaultValue={transmission}
          slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
          {...field('details.transmission')}
        >
          <MenuItem value="">Not said</MenuItem>
          {transmissions.map((one) => (
            <MenuItem key={one} value={one}>
              {one}
            </MenuItem>
          ))}
        </TextField>
      </Stack>
      <TextField
        label="Notes, for instructors only"
        multiline
        minRows={3}
        slotProps={{ htmlInput: { maxLength: 2_000 } }}
        {...field('details.notes')}
      />
    </FormDialog>
  );
}
