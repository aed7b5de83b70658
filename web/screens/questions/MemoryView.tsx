import { Box, TableBody, TableCell, TableHead, TableRow, TextField, Typography } from '@mui/material';
import { useMemo, useState } from 'react';
import type { LearnerView, VehicleView } from '../../../contract';
import {
  askableIn,
  questionSets,
  recallAt,
  wrongChances,
  type Memory,
  type Question,
} from '../../../core/questions';
import { lacksOf } from '../../../core/vehicle';
import { useDrill } from '../../data/drill';
import { percent } from '../../parts/readiness';
import { colour, dayText, localZone, LoadingNote, WideTable } from '../../parts/ui';
import { kindWords } from './QuestionCard';
import { StandardSelect } from './StandardSelect';
import { useBank } from '../../parts/questions';
import { useStandardAsked } from './useStandardAsked';

interface Props {
  readonly learner: LearnerView;
  readonly vehicle: VehicleView | null;
}

const DAY = 86_400_000;

/** What is remembered, until when, and how likely a right answer is on the day of the test. */
export function MemoryView({ learner, vehicle }: Props) {
  const bank = useBank();
  const { memories, loading } = useDrill(learner.id);
  const asked = useStandardAsked(learner.id);
  const { standard } = asked;
  const [chosen, setChosen] = useState<string | null>(null);
  const today = new Date().toISOString();
  const day = chosen ?? learner.testDate ?? new Date(Date.now() + 14 * DAY).toISOString().slice(0, 10);
  const on = Number.isNaN(Date.parse(day)) ? today : `${day}T09:00:00.000Z`;
  const questions = useMemo(
    () => askableIn([...bank.values()], vehicle ? lacksOf(vehicle.card) : new Set<never>()),
    [bank, vehicle],
  );
  const rows = questions
    .map((question) => {
      const memory = memories.get(question.id);
      return { question, memory, then: recallAt(memory, on), now: recallAt(memory, today) };
    })
    .sort((a, b) => Number(b.memory !== undefined) - Number(a.memory !== undefined) || a.then - b.then);
  const rule = standard?.questions;
  const chances = useMemo(
    () => (rule ? wrongChances(questionSets(questions, rule), (id) => recallAt(memories.get(id), on)) : []),
    [questions, rule, memories, on],
  );
  const known = rows.filter(({ memory }) => memory);
  if (loading) return <LoadingNote what="what is remembered" />;
  return (
    <Box sx={{ display: 'grid', gap: 3, gridTemplateColumns: 'minmax(0, 1fr)' }}>
      <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap' }}>
        <TextField
          type="date"
          label="If the test were on"
          value={day}
          onChange={(event) => setChosen(event.target.value)}
          slotProps={{ inputLabel: { shrink: true } }}
        />
        <StandardSelect {...asked} />
      </Box>
      <Box>
        {chances.length > 0 ? (
          <>
            <Typography sx={{ fontSize: 44, fontWeight: 700, lineHeight: 1 }}>
              {percent(chances[0] ?? 0)}
            </Typography>
            <Typography sx={{ fontSize: 19 }}>
              chance that every question of a test is answered right at the first try on {dayText(on, 'UTC')}
              {chances.length === 3
                ? `; ${percent(chances[1] ?? 0)} that one is wrong, ${percent(chances[2] ?? 0)} that both are`
                : ''}
            </Typography>
          </>
        ) : (
          <Typography>
            {rule
              ? 'The bank has too few questions for this standard.'
              : 'This standard asks no such questions.'}
          </Typography>
        )}
        <Typography variant="body2" sx={{ color: 'text.secondary' }}>
          {known.length} of {rows.length} questions were asked so far. For one never asked, a 30% chance of a
          right answer is assumed (ours). Recall by the FSRS algorithm from every answer, in drills and in
          mocks.
        </Typography>
      </Box>
      <WideTable label="What is remembered">
        <TableHead>
          <TableRow>
            <TableCell scope="col">Question</TableCell>
            <TableCell scope="col">Kind</TableCell>
            <TableCell scope="col" style={{ textAlign: 'right' }}>
              Strength, days
            </TableCell>
            <TableCell scope="col">Asked last</TableCell>
            <TableCell scope="col">Next due</TableCell>
            <TableCell scope="col" style={{ textAlign: 'right' }}>
              Now
            </TableCell>
            <TableCell scope="col">On the day</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {rows.map((row) => (
            <Row key={row.question.id} {...row} />
          ))}
        </TableBody>
      </WideTable>
    </Box>
  );
}

function Row({
  question,
  memory,
  now,
  then,
}: {
  readonly question: Question;
  readonly memory: Memory | undefined;
  readonly now: number;
  readonly then: number;
}) {
  const overdue = memory !== undefined && Date.parse(memory.due) <= Date.now();
  return (
    <TableRow>
      <TableCell component="th" scope="row" style={{ fontWeight: 400, textAlign: 'left' }}>
        {question.title}
      </TableCell>
      <TableCell>{kindWords[question.kind]}</TableCell>
      <TableCell style={{ textAlign: 'right' }}>{memory ? memory.stability.toFixed(1) : ''}</TableCell>
      <TableCell>{memory ? dayText(memory.last, localZone()) : 'never'}</TableCell>
      <TableCell style={{ color: overdue ? colour('ochre') : undefined }}>
        {memory ? (overdue ? 'due now' : dayText(memory.due, localZone())) : ''}
      </TableCell>
      <TableCell style={{ textAlign: 'right' }}>{memory ? percent(now) : ''}</TableCell>
      <TableCell>
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, minWidth: 170 }}>
          <Box
            aria-hidden
            sx={{ flex: 1, height: 10, bgcolor: colour('wash'), border: `1px solid ${colour('line')}` }}
          >
            <Box
              sx={{
                width: `${100 * then}%`,
                height: '100%',
                bgcolor: memory ? colour(then < 0.8 ? 'ochre' : 'moss') : colour('strongLine'),
              }}
            />
          </Box>
          <Box sx={{ width: 52, textAlign: 'right' }}>{percent(then)}</Box>
        </Box>
      </TableCell>
    </TableRow>
  );
}
