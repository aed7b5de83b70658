import { Box, Button, Stack, TextField, Typography } from '@mui/material';
import { useMemo, useState, type ReactNode } from 'react';
import type { LearnerView, VehicleView } from '../../../contract';
import { judge, type DriveEvent } from '../../../core/marking';
import { logOf } from '../../../core/session';
import {
  askableIn,
  drawSet,
  questionSets,
  questionsOf,
  weaknessAt,
  type Question,
  type QuestionSet,
} from '../../../core/questions';
import { randomFrom, seedOf } from '../../../core/random';
import type { Standard } from '../../../core/standard';
import { lacksOf } from '../../../core/vehicle';
import { useDrill } from '../../data/drill';
import { colour, EmptyNote, LoadingNote } from '../../parts/ui';
import { AnswerCard, Cautions, Prompt } from './QuestionCard';
import { StandardSelect } from './StandardSelect';
import { useBank } from '../../parts/questions';
import { useStandardAsked } from './useStandardAsked';

interface Props {
  readonly learner: LearnerView;
  readonly vehicle: VehicleView | null;
  /** Who and which car: shown until questions are asked. */
  readonly chooser: ReactNode;
}

interface Try {
  readonly question: string;
  readonly attempt: number;
  readonly right: boolean;
}

/** The questions of one test, drawn as the standard says, with its tries and its faults. */
export function DrawView({ learner, vehicle, chooser }: Props) {
  const bank = useBank();
  const drill = useDrill(learner.id);
  const asked = useStandardAsked(learner.id);
  const { standard } = asked;
  const [seed, setSeed] = useState<string | null>(null);
  const [drawn, setDrawn] = useState<QuestionSet | null>(null);
  const [tries, setTries] = useState<readonly Try[]>([]);

  const sets = useMemo(() => {
    const lacks = vehicle ? lacksOf(vehicle.card) : new Set<never>();
    return standard?.questions ? questionSets(askableIn([...bank.values()], lacks), standard.questions) : [];
  }, [bank, standard, vehicle]);
  const seenOnce = new Set(drill.sets).size;
  const useSeed = seed ?? String(drill.sets.length + 1);

  const draw = () => {
    const now = new Date().toISOString();
    const random = randomFrom(seedOf(`${learner.id} ${useSeed}`));
    setTries([]);
    setDrawn(drawSet(sets, drill.sets, (id) => weaknessAt(drill.memories.get(id), now), random));
  };

  const top = (
    <>
      {chooser}
      <Stack direction="row" spacing={2} sx={{ mb: 3, flexWrap: 'wrap', rowGap: 2 }}>
        <StandardSelect
          {...asked}
          choose={(id) => {
            setDrawn(null);
            asked.choose(id);
          }}
        />
        <TextField
          label="Number of the draw"
          helperText="The same number draws the same questions"
          value={useSeed}
          onChange={(event) => setSeed(event.target.value)}
          sx={{ width: 220 }}
        />
      </Stack>
    </>
  );
  if (!standard) return <LoadingNote what="the standard" />;
  if (!standard.questions)
    return (
      <>
        {top}
        <EmptyNote title={`${standard.title} asks no questions of this kind`}>
          Choose a standard that does, or drill without one.
        </EmptyNote>
      </>
    );
  if (sets.length === 0)
    return (
      <>
        {top}
        <EmptyNote title="The bank has too few questions for this standard">
          It asks {standard.questions.explain} to explain and {standard.questions.demonstrate} to demonstrate;
          switch more of them on in the bank.
        </EmptyNote>
      </>
    );
  const ids = drawn ? questionsOf(drawn) : [];
  const open = ids.find((id) => !isSettled(tries, id, standard));
  const question = open === undefined ? undefined : bank.get(open);
  const answer = (right: boolean, points: readonly string[]) => {
    if (!question || !drawn) return;
    const attempt = tries.filter((one) => one.question === question.id).length + 1;
    const next = [...tries, { question: question.id, attempt, right }];
    setTries(next);
    if (!isSettled(next, question.id, standard)) return;
    const last = ids.every((id) => isSettled(next, id, standard));
    drill.answer({
      question: question.id,
      grade: right ? (attempt === 1 ? 'good' : 'hard') : 'again',
      by: 'instructor',
      points,
      ...(last ? { set: drawn.key } : {}),
    });
    if (last) setSeed(null);
  };
  return (
    <>
      {question ? null : top}
      {!drawn ? (
        <Box>
          <Typography sx={{ fontSize: 20, mb: 2 }}>
            {standard.title} asks {count(standard.questions.explain, 'explain')} and{' '}
            {count(standard.questions.demonstrate, 'demonstrate')}: {sets.length} sets for this car,{' '}
            {seenOnce} of them seen. None comes twice before all were seen; weak ones come sooner.
          </Typography>
          <Button variant="contained" onClick={draw} sx={{ minHeight: 76, px: 5, fontSize: 20 }}>
            Draw the questions
          </Button>
        </Box>
      ) : question ? (
        <Asked
          key={`${question.id} ${tries.length}`}
          question={question}
          vehicle={vehicle}
          attempt={tries.filter((one) => one.question === question.id).length + 1}
          most={1 + standard.questions.retries}
          place={`${ids.indexOf(question.id) + 1} of ${ids.length}`}
          onAnswer={answer}
        />
      ) : (
        <Result standard={standard} tries={tries} bank={bank} drawn={drawn} onAgain={draw} />
      )}
    </>
  );
}

const count = (n: number, part: string): string => `${n} ${part} question${n === 1 ? '' : 's'}`;

function isSettled(tries: readonly Try[], question: string, { questions }: Standard): boolean {
  const own = tries.filter((one) => one.question === question);
  return own.some(({ right }) => right) || own.length > (questions?.retries ?? 0);
}

function Asked({
  question,
  vehicle,
  attempt,
  most,
  place,
  onAnswer,
}: {
  readonly question: Question;
  readonly vehicle: VehicleView | null;
  readonly attempt: number;
  readonly most: number;
  readonly place: string;
  readonly onAnswer: (right: boolean, points: readonly string[]) => void;
}) {
  const [given, setGiven] = useState<readonly string[]>([]);
  return (
    <Box component="section" aria-label="Question" sx={{ display: 'grid', gap: 2 }}>
      <Typography role="status">
        Question {place}, try {attempt} of {most}
      </Typography>
      <Prompt question={question} turn={attempt - 1} />
      <Cautions question={question} />
      <AnswerCard {...{ question, vehicle, given }} onGiven={setGiven} />
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5, maxWidth: 640 }}>
        <Button variant="outlined" onClick={() => onAnswer(true, given)} sx={{ minHeight: 76, fontSize: 21 }}>
          Right
        </Button>
        <Button
          variant="outlined"
          onClick={() => onAnswer(false, given)}
          sx={{ minHeight: 76, fontSize: 21 }}
        >
          Wrong
        </Button>
      </Box>
    </Box>
  );
}

/** What the answers would have cost in a test: judged by the standard itself, not by rules of this screen. */
function Result({
  standard,
  tries,
  bank,
  drawn,
  onAgain,
}: {
  readonly standard: Standard;
  readonly tries: readonly Try[];
  readonly bank: ReadonlyMap<string, Question>;
  readonly drawn: QuestionSet;
  readonly onAgain: () => void;
}) {
  const { verdict, marks } = judge(standard, logOfTries(standard, tries, bank), START);
  const counted = standard.severities.flatMap(({ id, label }) => {
    const times = verdict.counts[id] ?? 0;
    return times > 0 ? [`${times} × ${label.toLowerCase()}`] : [];
  });
  const capped = marks.some(({ uncounted }) => uncounted !== null);
  return (
    <Box
      role="status"
      sx={{ borderLeft: `6px solid ${colour(counted.length > 0 ? 'ochre' : 'moss')}`, pl: 2 }}
    >
      <Typography variant="h2">
        {counted.length === 0 ? 'No fault' : `In a test: ${counted.join(', ')}`}
      </Typography>
      {capped ? <Typography>{standard.caps.map(({ because }) => because).join(' ')}</Typography> : null}
      <Box component="ul" sx={{ pl: 2.5, my: 1 }}>
        {questionsOf(drawn).map((id) => {
          const own = tries.filter((one) => one.question === id);
          const words = own.some(({ right }) => right)
            ? own.length === 1
              ? 'right'
              : 'right at the second try'
            : 'wrong';
          return (
            <Typography component="li" key={id}>
              {bank.get(id)?.title ?? id}: {words}
            </Typography>
          );
        })}
      </Box>
      <Button variant="contained" onClick={onAgain} sx={{ minHeight: 60 }}>
        Draw the next
      </Button>
    </Box>
  );
}

/** The log of a mock in which only these answers were given. */
function logOfTries(
  standard: Standard,
  tries: readonly Try[],
  bank: ReadonlyMap<string, Question>,
): readonly DriveEvent[] {
  const done = tries.map(({ question, attempt, right }, n) => {
    const part = bank.get(question)?.kind === 'demonstrate' ? 'demonstrate' : 'explain';
    return {
      action: { do: 'question', question, part, attempt, right } as const,
      at: new Date(n * 1_000).toISOString(),
      id: `try-${n}`,
    };
  });
  return logOf(standard, START, done, { device: 'draw', newId: () => 'try' });
}

const START = { retest: false, startedAt: new Date(0).toISOString() } as const;
