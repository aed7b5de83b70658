import { Box, Button } from '@mui/material';
import { useState } from 'react';
import { NewLearnerDialog } from '../../parts/people';
import { LearnerPicker, type Picked } from '../../parts/people';

interface Props {
  readonly chosen: Picked | null;
  readonly onChoose: (id: string | null) => void;
}

export function LearnerChoice({ chosen, onChoose }: Props) {
  const [adding, setAdding] = useState(false);
  return (
    <Box sx={{ display: 'flex', gap: 1.5, mb: 3 }}>
      <LearnerPicker
        label="Learner"
        chosen={chosen}
        onChoose={(learner) => onChoose(learner?.id ?? null)}
        autoFocus={!chosen}
      />
      <Button variant="outlined" onClick={() => setAdding(true)} sx={{ flex: 'none', height: 56 }}>
        New
      </Button>
      {adding ? <NewLearnerDialog onClose={() => setAdding(false)} onAdded={onChoose} /> : null}
    </Box>
  );
}
