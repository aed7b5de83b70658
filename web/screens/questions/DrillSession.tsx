import { Box, Button, LinearProgress, Stack, Typography } from '@mui/material';
import { useState } from 'react';
import type { VehicleView } from '../../../contract';
import type { Grade, Question } from '../../../core/questions';
import { useAction } from '../../parts/keys';
import { colour } from '../../parts/ui';
import { allEssential } from '../../parts/questions';
import { actions, answers } from './actions';
import { AnswerCard, Cautions, Prompt } from './QuestionCard';

/** An answer of this session, with what was still to come when it was given. */
export interface Answered {
  readonly id: string;
  readonly question: string;
  readonly grade: Grade;
  readonly queue: readonly string[];
}

interface Props {
  readonly question: Question;
  readonly vehicle: VehicleView | null;
  readonly by: 'learner' | 'instructor';
  /** Which wording comes now. */
  readonly turn: number;
  readonly done: number;
  readonly left: number;
  readonly canUndo: boolean;
  readonly onAnswer: (grade: Grade, points: readonly string[]) => void;
  readonly onUndo: () => void;
  readonly onStop: () => void;
}

/** One question of a drill: asked and ticked by the instructor, or thought over and turned by the learner. */
export function DrillSession(props: Props) {
  const { question, vehicle, by, turn, done, left, canUndo, onAnswer, onUndo, onStop } = props;
  const [shown, setShown] = useState(by === 'instructor');
  const [given, setGiven] = useState<readonly string[]>([]);
  const whole = allEssential(question, given);
  const answer = (grade: Grade) => onAnswer(grade, given);
  const [again, hard, good, easy] = answers;
  useAction(actions.show, () => setShown(true), !shown);
  useAction(again, () => answer('again'), shown);
  useAction(hard, () => answer('hard'), shown);
  useAction(good, () => answer('good'), shown);
  useAction(easy, () => answer('easy'), shown);
  useAction(actions.undo, onUndo, canUndo);
  return (
    <Box component="section" aria-label="Question" sx={{ display: 'grid', gap: 2 }}>
      <Stack direction="row" spacing={2} sx={{ alignItems: 'center' }}>
        <Typography sx={{ whiteSpace: 'nowrap' }}>
          {done + 1} of {done + left}
        </Typography>
        <LinearProgress
          variant="determinate"
          value={(100 * done) / (done + left)}
          aria-label="How far the session is"
          sx={{ flex: 1, height: 8, borderRadius: 1 }}
        />
        {canUndo ? (
          <Button color="inherit" onClick={onUndo}>
            {actions.undo.button}
          </Button>
        ) : null}
        <Button color="inherit" onClick={onStop}>
          Stop
        </Button>
      </Stack>
      <Prompt question={question} turn={turn} />
      <Cautions question={question} />
      {shown ? (
        <>
          <AnswerCard {...{ question, vehicle, given }} onGiven={setGiven} />
          <Box
            sx={{
              position: 'sticky',
              bottom: 0,
              bgcolor: colour('paper'),
              py: 1.5,
              display: 'grid',
              gap: 1.25,
              gridTemplateColumns: { xs: '1fr 1fr', sm: 'repeat(4, 1fr)' },
            }}
          >
            {answers.map(({ grade, button, named }) => (
              <Button
                key={grade}
                // Enter goes on: what is most often right is under it.
                autoFocus={grade === 'good'}
                variant={grade === 'good' && whole ? 'contained' : 'outlined'}
                color={grade === 'again' ? 'primary' : 'inherit'}
                onClick={() => answer(grade)}
                sx={{
                  minHeight: 72,
                  fontSize: 19,
                  ...(grade === 'good' && whole ? { bgcolor: colour('moss'), color: colour('paper') } : {}),
                }}
              >
                {button}
                <Box component="kbd" sx={{ ml: 1, opacity: 0.7, display: { xs: 'none', md: 'inline' } }}>
                  {named}
                </Box>
              </Button>
            ))}
          </Box>
        </>
      ) : (
        <Button
          autoFocus
          variant="contained"
          onClick={() => setShown(true)}
          sx={{ minHeight: 96, fontSize: 22, maxWidth: 560 }}
        >
          {actions.show.button}
        </Button>
      )}
    </Box>
  );
}
