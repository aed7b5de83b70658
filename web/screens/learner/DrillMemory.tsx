import { Box, Button, Typography } from '@mui/material';
import { useMemo } from 'react';
import { Link } from 'react-router';
import type { EvidenceView, LearnerView } from '../../../contract';
import { memoryOf, recallAt } from '../../../core/questions';
import { useQuestionsQuery } from '../../data/api';
import { percent } from '../../parts/readiness';
import { colour } from '../../parts/ui';

const WEAKEST = 4;

interface Props {
  readonly learner: LearnerView;
  readonly evidence: EvidenceView;
  /** ISO instant on which it has to be remembered. */
  readonly on: string;
  /** Chance that all questions of a test are right; null where none are asked. */
  readonly allRight: number | null;
}

/** What is held of the vehicle safety questions, and what is weakest on the day. */
export function DrillMemory({ learner, evidence, on, allRight }: Props) {
  const { data: bank } = useQuestionsQuery();
  const memories = useMemo(() => memoryOf(evidence.answers), [evidence.answers]);
  const asked = (bank?.items ?? []).filter(
    ({ enabled, question }) => enabled && (question.kind === 'explain' || question.kind === 'demonstrate'),
  );
  if (allRight === null || asked.length === 0) return null;
  const rows = asked
    .map(({ question }) => ({ question, recall: recallAt(memories.get(question.id), on) }))
    .sort((a, b) => a.recall - b.recall);
  const seen = rows.filter(({ question }) => memories.has(question.id)).length;
  return (
    <Box component="section" aria-labelledby="drill-memory">
      <Typography variant="h2" id="drill-memory">
        Vehicle safety questions
      </Typography>
      <Typography>
        <strong>{percent(allRight)}</strong> that all are right on the day; {seen} of {rows.length} were asked
        at least once.
      </Typography>
      <Box component="ul" aria-label="Weakest on the day" sx={{ listStyle: 'none', m: 0, p: 0, my: 1 }}>
        {rows.slice(0, WEAKEST).map(({ question, recall }) => (
          <Box
            component="li"
            key={question.id}
            sx={{ display: 'flex', gap: 2, py: 0.75, borderBottom: `1px solid ${colour('line')}` }}
          >
            <Typography sx={{ flex: 1 }}>{question.prompts[0]}</Typography>
            <Typography sx={{ whiteSpace: 'nowrap' }}>{percent(recall)}</Typography>
          </Box>
        ))}
      </Box>
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
        <Button component={Link} to={`/questions?learner=${learner.id}`} variant="outlined">
          Drill five minutes
        </Button>
        <Button component={Link} to={`/questions/memory?learner=${learner.id}`} color="inherit">
          Whole memory
        </Button>
      </Box>
    </Box>
  );
}
