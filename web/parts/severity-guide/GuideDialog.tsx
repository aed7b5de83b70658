import { Box, Button, Dialog, DialogActions, DialogContent, DialogTitle, Typography } from '@mui/material';
import { useState } from 'react';
import { guideQuestions, guideStep, severityForGravity, type GuideAnswers } from '../../../core/marking';
import type { Item, Severity, Standard } from '../../../core/standard';
import { colour, Glyph, tokens } from '../ui';

interface Props {
  readonly standard: Standard;
  readonly item: Item;
  /** Known already from the marks of today. */
  readonly habit: boolean;
  /** As it is marked now. */
  readonly now: string;
  readonly onClose: () => void;
  /** Graded at once, without the questions. */
  readonly onChoose: (severity: Severity) => void;
  /** Null: no fault after all. The reason and the answers are kept with the mark. */
  readonly onDecide: (severity: Severity | null, reason: string) => void;
}

/** At most five yes/no touches, a proposal with its reason; the instructor decides. */
export function GuideDialog({ standard, item, habit, now, onClose, onChoose, onDecide }: Props) {
  const [answers, setAnswers] = useState<GuideAnswers>(habit ? {} : { habit: false });
  const step = guideStep(answers);
  const answered = guideQuestions
    .flatMap(({ id }) => (answers[id] === undefined ? [] : [`${id}: ${answers[id] ? 'yes' : 'no'}`]))
    .join(', ');
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby="guide-title">
      <DialogTitle id="guide-title">How grave was it? {item.label}</DialogTitle>
      {'ask' in step ? (
        <>
          <DialogContent>
            <Typography sx={{ fontSize: 22, lineHeight: 1.35, minHeight: 120 }}>{step.ask.text}</Typography>
          </DialogContent>
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5, px: 3, pb: 3 }}>
            {([true, false] as const).map((answer) => (
              <Button
                key={String(answer)}
                variant={answer ? 'contained' : 'outlined'}
                onClick={() => setAnswers({ ...answers, [step.ask.id]: answer })}
                sx={{ minHeight: 96, fontSize: 24 }}
              >
                {answer ? 'Yes' : 'No'}
              </Button>
            ))}
          </Box>
          <Box role="group" aria-label="Or say at once" sx={{ px: 3, pb: 1 }}>
            <Typography sx={{ fontSize: 17, mb: 1 }}>Or say at once:</Typography>
            <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
              {standard.severities
                .filter(({ id }) => item.severities.includes(id))
                .map((severity) => (
                  <Button
                    key={severity.id}
                    variant="outlined"
                    color="inherit"
                    aria-pressed={severity.id === now}
                    onClick={() => onChoose(severity)}
                    sx={{
                      minHeight: tokens.deckTouch,
                      fontSize: 18,
                      gap: 1,
                      borderColor: colour(severity.id === now ? 'ink' : 'line'),
                      borderWidth: severity.id === now ? 2 : 1,
                    }}
                  >
                    <Glyph gravity={severity.gravity} size={20} />
                    {severity.label}
                  </Button>
                ))}
            </Box>
          </Box>
        </>
      ) : (
        <>
          <DialogContent>
            <Typography sx={{ fontSize: 20, mb: 2 }}>{step.propose.why}</Typography>
            <Box sx={{ display: 'grid', gap: 1.2 }}>
              {[step.propose.gravity, ...step.propose.alsoPossible].map((gravity, n) => {
                const severity = gravity === null ? null : severityForGravity(standard, item, gravity);
                return (
                  <Button
                    key={String(gravity)}
                    variant={n === 0 ? 'contained' : 'outlined'}
                    color={n === 0 ? 'primary' : 'inherit'}
                    onClick={() => onDecide(severity, `${step.propose.why} (${answered})`)}
                    sx={{ minHeight: 84, fontSize: 22, gap: 1.5 }}
                  >
                    {severity && n > 0 ? <Glyph gravity={severity.gravity} size={24} /> : null}
                    {severity ? severity.label : 'No fault: remove the mark'}
                  </Button>
                );
              })}
            </Box>
          </DialogContent>
        </>
      )}
      <DialogActions sx={{ p: 2 }}>
        <Button color="inherit" onClick={onClose} sx={{ minHeight: tokens.deckTouch, fontSize: 18 }}>
          Don’t change it
        </Button>
      </DialogActions>
    </Dialog>
  );
}
