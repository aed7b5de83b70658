import {
  Box,
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  MenuItem,
  TextField,
  Typography,
} from '@mui/material';
import { useState } from 'react';
import { OverruleToKeep, type LearnerView } from '../../../contract';
import type { ReadinessWord } from '../../../core/readiness';
import { errorText, useChangeLearnerMutation } from '../../data/api';
import { useBodyForm } from '../../parts/form';
import { useUnsaved } from '../../parts/unsaved';
import { wordTitles } from '../../parts/readiness';
import { dayText, localZone, ErrorNote } from '../../parts/ui';

/** The instructor knows more than the mocks: another word, with the reason, which is kept beside the forecast. */
export function Overruling({
  learner,
  word,
}: {
  readonly learner: LearnerView;
  readonly word: ReadinessWord;
}) {
  const [open, setOpen] = useState(false);
  const [change] = useChangeLearnerMutation();
  const { overrule } = learner;
  if (!overrule)
    return (
      <>
        <Button
          color="inherit"
          onClick={() => setOpen(true)}
          sx={{ px: 0, fontWeight: 400, textDecoration: 'underline' }}
        >
          Override
        </Button>
        {open ? <OverruleDialog learner={learner} onClose={() => setOpen(false)} /> : null}
      </>
    );
  return (
    <Box sx={{ mt: 0.5 }}>
      <Typography>
        So says {overrule.by} since {dayText(overrule.at, localZone())}: {overrule.reason}
      </Typography>
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        By the mocks: {wordTitles[word].toLowerCase()}.{' '}
        <Button
          color="inherit"
          onClick={() =>
            void change({ id: learner.id, revision: learner.revision, change: { overrule: null } })
          }
          sx={{ fontWeight: 400, textDecoration: 'underline' }}
        >
          Remove override
        </Button>
      </Typography>
    </Box>
  );
}

function OverruleDialog({
  learner,
  onClose,
}: {
  readonly learner: LearnerView;
  readonly onClose: () => void;
}) {
  const [change, { error, isLoading }] = useChangeLearnerMutation();
  const { field, handleSubmit, isDirty } = useBodyForm<OverruleToKeep>(OverruleToKeep, {
    word: 'ready',
    reason: '',
  });
  const { close, saved } = useUnsaved(isDirty);
  const leave = () => close(onClose);
  const keep = async (given: OverruleToKeep) => {
    const kept = await change({
      id: learner.id,
      revision: learner.revision,
      change: { overrule: { ...given, reason: given.reason.trim() } },
    });
    if (kept.error) return;
    saved();
    onClose();
  };
  return (
    <Dialog open onClose={leave} fullWidth maxWidth="sm">
      <DialogTitle>Your own judgement of {learner.name}</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 2, pt: '8px !important' }}>
        {error ? <ErrorNote title="It wasn’t saved">{errorText(error)}</ErrorNote> : null}
        <TextField select label="Word" defaultValue="ready" {...field('word')}>
          {(['ready', 'nearly', 'not yet'] as const).map((one) => (
            <MenuItem key={one} value={one}>
              {wordTitles[one]}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          label="Why"
          multiline
          minRows={2}
          {...field('reason', {
            help: 'Saved, and shown beside the forecast.',
            problem: 'Say why. It’s shown later beside the test result.',
          })}
        />
      </DialogContent>
      <DialogActions>
        <Button color="inherit" onClick={leave}>
          Cancel
        </Button>
        <Button variant="contained" onClick={() => void handleSubmit(keep)()} disabled={isLoading}>
          Save
        </Button>
      </DialogActions>
    </Dialog>
  );
}
