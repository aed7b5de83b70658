import { Box, Button, Dialog, DialogContent, DialogTitle, TextField, Typography } from '@mui/material';
import { useState } from 'react';
import { missingWords, resultOf, type Judgement, type PlanEntry } from '../../../core/marking';
import type { DoAction } from '../../data/log';

/** Why a drive counts as a full test although parts of the plan are missing; nothing is counted without a reason. */
export function FullTestForm({
  missing,
  onCancel,
  onCount,
}: {
  readonly missing: readonly PlanEntry[];
  readonly onCancel: () => void;
  readonly onCount: (because: string) => void;
}) {
  const [because, setBecause] = useState('');
  const [asked, setAsked] = useState(false);
  const empty = because.trim() === '';
  return (
    <Box
      component="form"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        setAsked(true);
        if (!empty) onCount(because.trim());
      }}
      sx={{ display: 'grid', gap: 2, pt: 1 }}
    >
      <Typography sx={{ fontSize: 17 }}>Missing: {missingWords(missing)}.</Typography>
      <TextField
        autoFocus
        multiline
        minRows={2}
        label="Why does it count as a full test?"
        value={because}
        onChange={(event) => setBecause(event.target.value)}
        error={asked && empty}
        helperText={asked && empty ? 'Give a reason. The report shows it.' : 'The report shows this reason.'}
        slotProps={{ htmlInput: { maxLength: 400 } }}
      />
      <Box sx={{ display: 'flex', gap: 1, justifyContent: 'flex-end' }}>
        <Button color="inherit" onClick={onCancel} sx={{ minHeight: 56 }}>
          Cancel
        </Button>
        <Button type="submit" variant="contained" sx={{ minHeight: 56 }}>
          Count as a full test
        </Button>
      </Box>
    </Box>
  );
}

/** Counts an incomplete drive as a full test, or no longer; nothing for one that is whole or was not finished. */
export function FullTest({ judgement, act }: { readonly judgement: Judgement; readonly act: DoAction }) {
  const [asking, setAsking] = useState(false);
  const { missing, countedBecause } = resultOf(judgement);
  const { end } = judgement.drive;
  if (judgement.verdict.outcome !== 'pass' || !end || missing.length === 0) return null;
  if (countedBecause !== null)
    return (
      <Button variant="outlined" onClick={() => act({ do: 'count-in-full', because: null })}>
        Show as incomplete
      </Button>
    );
  return (
    <>
      <Button variant="outlined" onClick={() => setAsking(true)}>
        Count as a full test
      </Button>
      <Dialog
        open={asking}
        onClose={() => setAsking(false)}
        fullWidth
        maxWidth="xs"
        aria-labelledby="full-title"
      >
        <DialogTitle id="full-title">Count as a full test</DialogTitle>
        <DialogContent>
          <FullTestForm
            missing={missing}
            onCancel={() => setAsking(false)}
            onCount={(because) => {
              act({ do: 'count-in-full', because });
              setAsking(false);
            }}
          />
        </DialogContent>
      </Dialog>
    </>
  );
}
