import { Box, Typography } from '@mui/material';
import type { VehicleView } from '../../../contract';
import type { Question, QuestionKind } from '../../../core/questions';
import { Sign } from '../../parts/signs';
import { Aside } from '../../parts/ui';
import { CardFacts } from '../../parts/vehicle';
import { KeyPoints } from '../../parts/questions';

export const kindWords: Readonly<Record<QuestionKind, string>> = {
  explain: 'Explain',
  demonstrate: 'Demonstrate',
  'hand-signal': 'Hand signal',
  rules: 'Rules and signs',
  drill: 'In order',
};

/** A question as it is read out, with its sign. */
export function Prompt({ question, turn }: { readonly question: Question; readonly turn: number }) {
  return (
    <Box sx={{ display: 'flex', gap: 3, alignItems: 'center', flexWrap: { xs: 'wrap', sm: 'nowrap' } }}>
      {question.sign ? <Sign sign={question.sign} size={132} /> : null}
      <Box>
        <Typography sx={{ color: 'text.secondary' }}>
          {kindWords[question.kind]}
          {question.bonnet ? ', bonnet open' : ''}
        </Typography>
        <Typography component="h2" sx={{ fontSize: { xs: 22, sm: 28 }, fontWeight: 700, lineHeight: 1.2 }}>
          {question.prompts[turn % question.prompts.length]}
        </Typography>
      </Box>
    </Box>
  );
}

/** The cautions of a question: seen before it is answered, wherever somebody could come to harm. */
export function Cautions({ question }: { readonly question: Question }) {
  return question.cautions.map((caution) => (
    <Aside key={caution} tone="ochre">
      <Typography>{caution}</Typography>
    </Aside>
  ));
}

const sourceWords: Readonly<Record<Question['source']['kind'], string>> = {
  published: 'Published',
  practice: 'Common practice',
  memory: 'From memory',
  ours: 'Ours',
};

interface Props {
  readonly question: Question;
  readonly vehicle: VehicleView | null;
  readonly given: readonly string[];
  readonly onGiven: (ids: readonly string[]) => void;
}

/** What a right answer holds, and where it is in the car of the test. */
export function AnswerCard({ question, vehicle, given, onGiven }: Props) {
  const { source, why, controls } = question;
  return (
    <Box
      sx={{
        display: 'grid',
        gap: 2,
        gridTemplateColumns: { xs: '1fr', md: controls.length > 0 && vehicle ? '1fr 420px' : '1fr' },
        alignItems: 'start',
      }}
    >
      <Box>
        <KeyPoints {...{ question, given, onGiven }} />
        <Typography sx={{ mt: 1.5 }}>{why}</Typography>
        <Typography variant="body2" sx={{ mt: 0.5, color: 'text.secondary' }}>
          {sourceWords[source.kind]}
          {source.note ? `: ${source.note}` : ''}
        </Typography>
      </Box>
      {controls.length > 0 && vehicle ? <CardFacts vehicle={vehicle} controls={controls} /> : null}
    </Box>
  );
}
