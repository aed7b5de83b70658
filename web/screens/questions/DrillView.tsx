import { Box, Button, Chip, Stack, Typography } from '@mui/material';
import { useState, type ReactNode } from 'react';
import { firstName } from '../../../core/names';
import type { LearnerView, VehicleView } from '../../../contract';
import {
  afterAnswer,
  askableIn,
  sessionOf,
  type Grade,
  type Memory,
  type Question,
  type QuestionKind,
} from '../../../core/questions';
import { lacksOf } from '../../../core/vehicle';
import { useDrill } from '../../data/drill';
import { colour, EmptyNote } from '../../parts/ui';
import { DrillSession, type Answered } from './DrillSession';
import { kindWords } from './QuestionCard';
import { useBank } from '../../parts/questions';

interface Props {
  readonly learner: LearnerView;
  readonly vehicle: VehicleView | null;
  /** Who and which car: shown until questions are asked. */
  readonly chooser: ReactNode;
}

interface Session {
  readonly by: 'learner' | 'instructor';
  readonly queue: readonly string[];
  readonly answered: readonly Answered[];
}

const kinds = Object.keys(kindWords) as QuestionKind[];

/** About five minutes of questions: what is due first, then new ones. */
export function DrillView({ learner, vehicle, chooser }: Props) {
  const bank = useBank();
  const drill = useDrill(learner.id);
  const [kind, setKind] = useState<QuestionKind | null>(null);
  const [session, setSession] = useState<Session | null>(null);
  const lacks = vehicle ? lacksOf(vehicle.card) : new Set<never>();
  const askable = askableIn([...bank.values()], lacks);
  const wanted = kind === null ? askable : askable.filter((question) => question.kind === kind);
  const now = new Date().toISOString();
  const due = wanted.filter(({ id }) => isDue(drill.memories.get(id), now)).length;
  const fresh = wanted.filter(({ id }) => !drill.memories.has(id)).length;
  const current = session ? bank.get(session.queue[0] ?? '') : undefined;

  const start = (by: Session['by']) =>
    setSession({ by, queue: sessionOf(wanted, drill.memories, now), answered: [] });
  const answer = (grade: Grade, points: readonly string[]) => {
    if (!session || !current) return;
    const id = drill.answer({ question: current.id, grade, by: session.by, points });
    setSession({
      ...session,
      queue: afterAnswer(session.queue, grade === 'again'),
      answered: [...session.answered, { id, question: current.id, grade, queue: session.queue }],
    });
  };
  const undo = () => {
    const last = session?.answered.at(-1);
    if (!session || !last) return;
    drill.undo(last.id);
    setSession({ ...session, queue: last.queue, answered: session.answered.slice(0, -1) });
  };

  if (session && current)
    return (
      <DrillSession
        key={`${session.answered.length} ${current.id}`}
        question={current}
        vehicle={vehicle}
        by={session.by}
        turn={drill.memories.get(current.id)?.answers ?? 0}
        done={session.answered.length}
        left={session.queue.length}
        canUndo={session.answered.length > 0}
        onAnswer={answer}
        onUndo={undo}
        onStop={() => setSession({ ...session, queue: [] })}
      />
    );
  return (
    <Box sx={{ display: 'grid', gap: 3, gridTemplateColumns: 'minmax(0, 1fr)', maxWidth: 760 }}>
      {chooser}
      {session ? <Done answered={session.answered} bank={bank} onUndo={undo} /> : null}
      <Box>
        <Typography sx={{ fontSize: 22 }}>
          <b>{due}</b> due now, <b>{fresh}</b> never asked
          {vehicle && lacks.size > 0
            ? `; questions about what the ${vehicle.name} doesn’t have are left out`
            : ''}
        </Typography>
        <Stack
          direction="row"
          sx={{ flexWrap: 'wrap', gap: 1, mt: 1.5 }}
          role="group"
          aria-label="Which questions"
        >
          {[null, ...kinds].map((choice) => (
            <Chip
              key={choice ?? 'all'}
              label={choice === null ? 'All' : kindWords[choice]}
              onClick={() => setKind(choice)}
              aria-pressed={kind === choice}
              sx={{
                height: 48,
                px: 1,
                ...(kind === choice
                  ? { bgcolor: colour('ink'), color: colour('paper'), '&:hover': { bgcolor: colour('ink') } }
                  : {}),
              }}
            />
          ))}
        </Stack>
      </Box>
      {wanted.length === 0 ? (
        <EmptyNote title="No question of this kind">
          {bank.size === 0
            ? 'The bank is not here yet: open it once while the server answers.'
            : 'Choose another kind, or switch some on in the bank.'}
        </EmptyNote>
      ) : (
        <Stack direction={{ xs: 'column', sm: 'row' }} spacing={2}>
          <Button
            variant="contained"
            onClick={() => start('instructor')}
            sx={{ minHeight: 76, flex: 1, fontSize: 20 }}
          >
            I ask and tick
          </Button>
          <Button
            variant="outlined"
            onClick={() => start('learner')}
            sx={{ minHeight: 76, flex: 1, fontSize: 20 }}
          >
            {firstName(learner.name)} alone
          </Button>
        </Stack>
      )}
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        About five minutes. Standing, never at the wheel of a moving car.
        {drill.waiting > 0 ? ` ${drill.waiting} answers are saved here until the server has them.` : ''}
        {drill.stores
          ? ''
          : ' This browser can’t save: answers are lost if you close it before they are sent.'}
        {drill.refusal ? ` The server refused: ${drill.refusal}` : ''}
      </Typography>
    </Box>
  );
}

const isDue = (memory: Memory | undefined, now: string): boolean =>
  memory !== undefined && Date.parse(memory.due) <= Date.parse(now);

function Done({
  answered,
  bank,
  onUndo,
}: {
  readonly answered: readonly Answered[];
  readonly bank: ReadonlyMap<string, Question>;
  readonly onUndo: () => void;
}) {
  const wrong = [
    ...new Set(answered.filter(({ grade }) => grade === 'again').map(({ question }) => question)),
  ];
  const asked = new Set(answered.map(({ question }) => question)).size;
  return (
    <Box role="status" sx={{ borderLeft: `6px solid ${colour('moss')}`, pl: 2, py: 0.5 }}>
      <Typography variant="h2">
        {asked === 0
          ? 'Stopped before the first answer'
          : `${asked - wrong.length} of ${asked} known at once`}
      </Typography>
      <Typography>
        {wrong.length > 0
          ? `Once more soon: ${wrong.map((id) => bank.get(id)?.title ?? id).join(', ')}.`
          : 'Each comes back shortly before it would be forgotten.'}
      </Typography>
      {answered.length > 0 ? (
        <Button color="inherit" onClick={onUndo} sx={{ px: 0 }}>
          Undo the last answer
        </Button>
      ) : null}
    </Box>
  );
}
