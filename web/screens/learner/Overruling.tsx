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
import type { LearnerView, Overrule } from '../../../contract';
import type { ReadinessWord } from '../../../core/readiness';
import { errorText, useChangeLearnerMutation } from '../../data/api';
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
          I see it otherwise
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
          Take it back
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
  const [word, setWord] = useState<Overrule['word']>('ready');
  const [reason, setReason] = useState('');
  const [tried, setTried] = useState(false);
  const blank = reason.trim() === '';
  const { close } = useUnsaved(!blank);
  const leave = () => close(onClose);
  const keep = () => {
    setTried(true);
    if (blank) return;
    void change({
      id: learner.id,
      revision: learner.revision,
      change: { overrule: { word, reason: reason.trim() } },
    })
      .unwrap()
      .then(onClose)
      .catch(() => undefined);
  };
  return (
    <Dialog open onClose={leave} fullWidth maxWidth="sm">
      <DialogTitle>How you see {learner.name}</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 2, pt: '8px !important' }}>
        {error ? <ErrorNote title="It was not kept">{errorText(error)}</ErrorNote> : null}
        <TextField
          select
          label="Word"
          value={word}
          onChange={(event) => setWord(event.target.value as Overrule['word'])}
        >
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
          value={reason}
          onChange={(event) => setReason(event.target.value)}
          error={tried && blank}
          helperText={
            tried && blank
              ? 'Say why: it is read later beside how the test went.'
              : 'Kept, and shown beside the forecast.'
          }
        />
      </DialogContent>
      <DialogActions>
        <Button color="inherit" onClick={leave}>
          Leave it
        </Button>
        <Button variant="contained" onClick={keep} disabled={isLoading}>
          Keep
        </Button>
      </DialogActions>
    </Dialog>
  );
}
