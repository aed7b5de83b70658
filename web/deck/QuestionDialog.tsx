import { Button, Dialog, DialogActions, DialogContent, DialogTitle, Typography } from '@mui/material';
import { questionName, type EventBody, type QuestionDue } from '../../core/marking';
import type { Standard } from '../../core/standard';
import { tokens } from '../ui';

interface Props {
  readonly standard: Standard;
  readonly due: readonly QuestionDue[];
  readonly onClose: () => void;
  readonly record: (body: EventBody) => string;
}

const words = {
  explain: {
    title: 'Explain question',
    text: 'Asked standing, before moving off. It is answered in words, nothing is switched.',
  },
  demonstrate: {
    title: 'Demonstrate question',
    text: 'Asked with “when it is safe”, on a calm stretch: no bend, junction, change of speed or large vehicle near.',
  },
} as const;

/** The next question of the standard: asked, answered right or wrong, tried again as often as it allows. */
export function QuestionDialog({ standard, due, onClose, record }: Props) {
  const next = due.find(({ attempt }) => attempt !== null);
  const last = next?.attempt === 1 + (standard.questions?.retries ?? 0);
  const answer = (right: boolean) => {
    if (!next?.attempt) return;
    const { part, attempt } = next;
    record({ kind: 'question', question: questionName(next), part, right, attempt });
    if (right || last) onClose();
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby="question-title">
      <DialogTitle id="question-title">{next ? words[next.part].title : 'No question left'}</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 1.5 }}>
        <Typography sx={{ fontSize: 20 }}>
          {next ? words[next.part].text : 'Every question of this standard was asked.'}
        </Typography>
        {next ? (
          <>
            <Typography role="status" sx={{ fontSize: 18 }}>
              {next.attempt === 1 ? 'First try' : 'Another try, as the standard allows'}
              {last ? '. A wrong answer is a mark.' : '. A wrong answer may be tried again.'}
            </Typography>
            <Button variant="contained" onClick={() => answer(true)} sx={{ minHeight: 96, fontSize: 24 }}>
              Right
            </Button>
            <Button variant="outlined" onClick={() => answer(false)} sx={{ minHeight: 96, fontSize: 24 }}>
              Wrong
            </Button>
          </>
        ) : null}
      </DialogContent>
      <DialogActions sx={{ p: 2 }}>
        <Button color="inherit" onClick={onClose} sx={{ minHeight: tokens.deckTouch, fontSize: 18 }}>
          Not now
        </Button>
      </DialogActions>
    </Dialog>
  );
}
