import { Box, Button, LinearProgress, Typography } from '@mui/material';
import { useState } from 'react';
import { v4 as newId } from 'uuid';
import { grades, writtenCases, type Grade } from '../../../core/agreement';
import { errorText, useKeepGradingMutation } from '../../data/api';
import { useUnsaved } from '../../parts/unsaved';
import { colour, ErrorNote } from '../../parts/ui';
import { gradeWords } from '../../parts/agreement';

/** The written cases one after the other, each graded by a touch or by the keys 0 to 3. */
export function GradeCases({ onDone }: { readonly onDone: () => void }) {
  const [id] = useState(() => newId());
  const [given, setGiven] = useState<readonly Grade[]>([]);
  const [keep, { error, isLoading }] = useKeepGradingMutation();
  const { saved, close } = useUnsaved(given.length > 0);
  const now = writtenCases[given.length];
  const save = async () => {
    const done = await keep({
      id,
      grades: given.map((grade, n) => ({ case: writtenCases[n]?.id ?? '', grade })),
    });
    if (done.error) return;
    saved();
    onDone();
  };
  return (
    <Box component="section" aria-label="Grade the cases" sx={{ maxWidth: 760, display: 'grid', gap: 2 }}>
      <Box>
        <Typography sx={{ color: 'text.secondary' }}>
          {given.length} of {writtenCases.length} graded
        </Typography>
        <LinearProgress
          variant="determinate"
          value={(100 * given.length) / writtenCases.length}
          aria-label="Graded"
        />
      </Box>
      {now ? (
        <>
          <Typography sx={{ fontSize: '1.35rem', minHeight: { xs: '6em', sm: '5em' } }}>
            {now.text}
          </Typography>
          <Box
            role="group"
            aria-label="How grave is it?"
            sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: { xs: '1fr 1fr', sm: 'repeat(4, 1fr)' } }}
          >
            {grades.map((grade) => (
              <Button
                key={grade}
                variant="outlined"
                color="inherit"
                onClick={() => setGiven([...given, grade])}
                sx={{ minHeight: 72, fontSize: '1.1rem', borderColor: colour('strongLine') }}
              >
                {gradeWords[grade]}
              </Button>
            ))}
          </Box>
        </>
      ) : (
        <Typography sx={{ fontSize: '1.35rem' }}>All are graded. Save, and see where you differ.</Typography>
      )}
      {error ? <ErrorNote title="Couldn’t save">{errorText(error)}</ErrorNote> : null}
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
        <Button
          variant={now ? 'outlined' : 'contained'}
          disabled={given.length === 0 || isLoading}
          onClick={() => void save()}
          sx={{ minHeight: 56 }}
        >
          {now ? 'Save these and stop' : 'Save'}
        </Button>
        <Button color="inherit" disabled={given.length === 0} onClick={() => setGiven(given.slice(0, -1))}>
          Back to the one before
        </Button>
        <Button color="inherit" onClick={() => close(onDone)}>
          Cancel
        </Button>
      </Box>
    </Box>
  );
}
