import {
  Box,
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  Typography,
  useMediaQuery,
  type Theme,
} from '@mui/material';
import { useState } from 'react';
import { questionName, questionsDue } from '../../../core/marking';
import { useJudged, type DoAction, type DriveHere } from '../../data/log';
import { allEssential, KeyPoints, useBank, useDraw } from '../../parts/questions';
import { colour, tokens } from '../../parts/ui';
import { sameData } from './same';

interface Props {
  readonly drive: DriveHere;
  readonly onClose: () => void;
  readonly act: DoAction;
}

const words = {
  explain: {
    title: 'Explain question',
    text: 'Asked while parked, before moving off. The learner explains, and works no control.',
  },
  demonstrate: {
    title: 'Demonstrate question',
    text: 'Asked with “when it is safe”, on a calm stretch: no bend, junction, change of speed or large vehicle near.',
  },
} as const;

/** The next question of the standard: read out, its key points ticked, tried again as often as is allowed. */
export function QuestionDialog({ drive, onClose, act }: Props) {
  const { standard, mock } = drive;
  const due = useJudged(drive, (judgement) => questionsDue(standard, judgement.drive), sameData);
  const phone = useMediaQuery((theme: Theme) => theme.breakpoints.down('sm'));
  const bank = useBank();
  const draw = useDraw(bank, standard, mock);
  const [given, setGiven] = useState<readonly string[]>([]);
  const next = due.find(({ attempt }) => attempt !== null);
  const last = next?.attempt === 1 + (standard.questions?.retries ?? 0);
  // What was asked once stays the question; a new one is drawn.
  const question = !next
    ? null
    : next.question === null
      ? draw.question(next.part, next.number)
      : (bank.get(next.question) ?? null);
  const whole = question !== null && allEssential(question, given);

  const answer = (right: boolean) => {
    if (!next?.attempt) return;
    const { part, attempt } = next;
    act({
      do: 'question',
      question: next.question ?? question?.id ?? questionName(next),
      part,
      right,
      attempt,
      ...(given.length > 0 ? { points: [...given] } : {}),
    });
    setGiven([]);
    if (right || last) onClose();
  };

  return (
    <Dialog
      open
      onClose={onClose}
      fullScreen={phone}
      fullWidth
      maxWidth="md"
      aria-labelledby="question-title"
    >
      <DialogTitle id="question-title" sx={{ pb: 1 }}>
        {next ? words[next.part].title : 'No question left'}
        {question ? `: ${question.title}` : ''}
      </DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 1.25, pb: 1 }}>
        {question ? (
          <Typography sx={{ fontSize: { xs: 22, sm: 26 }, fontWeight: 700, lineHeight: 1.2 }}>
            {question.prompts[((next?.attempt ?? 1) - 1) % question.prompts.length]}
          </Typography>
        ) : null}
        <Typography sx={{ fontSize: 18, color: question ? 'text.secondary' : undefined }}>
          {next ? words[next.part].text : 'Every question of this standard was asked.'}
        </Typography>
        {question?.cautions.map((caution) => (
          <Typography
            key={caution}
            sx={{ fontSize: 17, pl: 1.5, borderLeft: `4px solid ${colour('ochre')}` }}
          >
            {caution}
          </Typography>
        ))}
        {question ? <KeyPoints {...{ question, given }} onGiven={setGiven} /> : null}
      </DialogContent>
      <DialogActions sx={{ px: 3, py: 1.5, gap: 1, flexWrap: 'wrap' }}>
        {next ? (
          <Typography role="status" sx={{ fontSize: 18, flex: '1 0 100%' }}>
            {next.attempt === 1 ? 'First try' : 'Another try, as the standard allows'}
            {last ? '. A wrong answer is a mark.' : '. A wrong answer may be tried again.'}
            {whole ? ' All essential points were given.' : ''}
          </Typography>
        ) : null}
        {next ? (
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.25, flex: '1 0 100%' }}>
            <Button
              variant={whole ? 'contained' : 'outlined'}
              onClick={() => answer(true)}
              sx={{ minHeight: 84, fontSize: 24 }}
            >
              Right
            </Button>
            <Button variant="outlined" onClick={() => answer(false)} sx={{ minHeight: 84, fontSize: 24 }}>
              Wrong
            </Button>
          </Box>
        ) : null}
        {question && next?.attempt === 1 ? (
          <Button
            color="inherit"
            onClick={() => {
              setGiven([]);
              draw.another(question.id);
            }}
            sx={{ minHeight: tokens.deckTouch, fontSize: 18, flex: { xs: 1, sm: 'none' }, px: 1 }}
          >
            Another question
          </Button>
        ) : null}
        <Button
          color="inherit"
          onClick={onClose}
          sx={{ minHeight: tokens.deckTouch, fontSize: 18, flex: { xs: 1, sm: 'none' }, px: 1 }}
        >
          Not now
        </Button>
      </DialogActions>
    </Dialog>
  );
}
