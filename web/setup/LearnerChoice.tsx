import { Autocomplete, Box, Button, TextField } from '@mui/material';
import { useState } from 'react';
import type { LearnerView } from '../../contract';
import { NewLearnerDialog } from '../learners';

interface Props {
  readonly learners: readonly LearnerView[];
  readonly chosen: LearnerView | null;
  readonly onChoose: (id: string | null) => void;
}

export function LearnerChoice({ learners, chosen, onChoose }: Props) {
  const [adding, setAdding] = useState(false);
  return (
    <Box sx={{ display: 'flex', gap: 1.5, mb: 3 }}>
      <Autocomplete
        fullWidth
        autoHighlight
        options={learners}
        value={chosen}
        getOptionKey={({ id }) => id}
        getOptionLabel={({ name }) => name}
        isOptionEqualToValue={(a, b) => a.id === b.id}
        onChange={(_event, learner) => onChoose(learner?.id ?? null)}
        renderInput={(params) => <TextField {...params} label="Learner" autoFocus={!chosen} />}
      />
      <Button variant="outlined" onClick={() => setAdding(true)} sx={{ flex: 'none' }}>
        New
      </Button>
      {adding ? <NewLearnerDialog onClose={() => setAdding(false)} onAdded={onChoose} /> : null}
    </Box>
  );
}
