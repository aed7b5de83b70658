import { Autocomplete, Box, TextField, Typography } from '@mui/material';
import { useState } from 'react';
import type { LearnerView } from '../../../contract';
import { dayText } from '../ui';
import { useLearnersFound } from './useLearnersFound';

/** As much of a learner as a picker shows. */
export type Picked = Pick<LearnerView, 'id' | 'name' | 'testDate'>;

interface Props {
  readonly label: string;
  readonly chosen: Picked | null;
  readonly onChoose: (learner: Picked | null) => void;
  readonly autoFocus?: boolean;
  readonly problem?: string | null;
}

/** Chooses one learner of however many the school has, by a few letters of the name. */
export function LearnerPicker({ label, chosen, onChoose, autoFocus = false, problem = null }: Props) {
  const [letters, setLetters] = useState('');
  const typed = chosen?.name === letters ? '' : letters;
  const { learners, more, loading } = useLearnersFound(typed);
  return (
    <Autocomplete
      fullWidth
      autoHighlight
      options={learners as readonly Picked[]}
      value={chosen}
      inputValue={letters}
      onInputChange={(_event, text) => setLetters(text)}
      // The server has found them already.
      filterOptions={(options) => options}
      getOptionKey={({ id }) => id}
      getOptionLabel={({ name }) => name}
      isOptionEqualToValue={(a, b) => a.id === b.id}
      loading={loading}
      loadingText="Looking …"
      noOptionsText={typed === '' ? 'No learner yet' : `Nobody is called “${typed}”`}
      onChange={(_event, learner) => onChoose(learner)}
      renderOption={({ key, ...props }, { name, testDate }) => (
        <Box component="li" key={key} {...props} sx={{ justifyContent: 'space-between !important', gap: 2 }}>
          <span>{name}</span>
          {testDate ? (
            <Typography component="span" variant="body2" sx={{ color: 'text.secondary' }}>
              test {dayText(`${testDate}T12:00:00Z`, 'UTC')}
            </Typography>
          ) : null}
        </Box>
      )}
      renderInput={(params) => (
        <TextField
          {...params}
          label={label}
          autoFocus={autoFocus}
          error={problem !== null}
          helperText={problem ?? (more && letters !== '' ? 'Type more letters to find others.' : undefined)}
        />
      )}
    />
  );
}
